import { describe, expect, test } from '@jest/globals';
import { sampleAcceptance } from '../../demo/sampleRows';
import { gateway, option, place, site, unit } from '../../testing/sampleHouse';
import { evidenceOf } from '../evidence/fold';
import type { EvidenceRow } from '../evidence/rows';
import { evidenceRow } from '../evidence/rows';
import { plainFeed } from '../plan/option/feeds';
import { emptyPlan } from '../plan/option/schema';
import type { SpotCause } from '../readings/causes';
import type { Remedy } from '../suggest/questions/remedies';
import { nextRound, takenBack } from './nextRound';

const far = unit('B', place(10), plainFeed('wireless', 'a'));
const agreed = option(gateway, far);
const plan = { ...emptyPlan(), options: [agreed] };
const cause = { spotId: 'bed', first: { kind: 'backhaul', unitId: 'b' } } as SpotCause;
const wired = option(gateway, { ...far, feed: plainFeed('ethernet', 'a') });
const remedy: Remedy = {
  label: 'B by Cat 6A from A',
  act: null,
  proposal: { option: wired, addedUnitIds: [] },
  downMbps: 200,
  upMbps: 90,
  works: true,
  minor: 80_00,
  minutes: 60,
  readAgain: ['bed'],
};
let n = 0;
const newId = (kind: string) => `${kind}-${++n}`;
const AT = '2026-02-01T10:00:00Z';
const begin = (rows: EvidenceRow[], taken: Remedy = remedy) =>
  nextRound({ site, plan, rows }, cause, taken, newId, AT);

/** B stands nearer than it was meant to. */
const moved: EvidenceRow = {
  kind: 'move',
  id: 'm',
  at: AT,
  by: '',
  unitId: 'b',
  place: place(6),
  feed: null,
  leftOut: false,
  note: 'nearer',
};

test('nothing is begun where nothing is built', () => {
  expect(begin([])).toBeNull();
});

test('a remedy changes the option agreed to and stays an extra until somebody agrees; what was agreed to stays', () => {
  const rows = [sampleAcceptance(agreed)];
  const round = begin(rows)!;
  expect(round.plan.options).toHaveLength(1);
  const [then] = round.plan.options;
  expect([then!.id, then!.name, then!.units[1]!.feed.kind]).toEqual(['o', 'O', 'ethernet']);
  expect(round.rows.map((r) => r.kind)).toEqual(['remedy', 'extra']);
  for (const row of round.rows) expect(evidenceRow.safeParse(row).error?.issues ?? []).toEqual([]);
  const e = evidenceOf([...rows, ...round.rows]);
  expect(e.remedies[0]).toMatchObject({ spotId: 'bed', cause: 'backhaul', unitId: 'b', label: remedy.label });
  expect(e.extras[0]).toMatchObject({ minor: 80_00, agreedBy: '' });
  expect(e.accepted).toEqual(rows[0]);
});

test('what is done on site leaves the plan, and what costs nothing is no extra', () => {
  const rows = [sampleAcceptance(agreed)];
  const round = begin(rows, { ...remedy, proposal: null, act: 'letGo', minor: 0 })!;
  expect(round.plan).toBe(plan);
  expect(round.rows).toMatchObject([{ kind: 'remedy', act: 'letGo' }]);
});

test('a unit that was moved counts as planned where the plan has it now', () => {
  const there = { ...wired, units: [gateway, { ...far, place: place(6), feed: plainFeed('ethernet', 'a') }] };
  const rows = [sampleAcceptance(agreed), moved];
  const round = begin(rows, { ...remedy, proposal: { option: there, addedUnitIds: [] } })!;
  expect(round.plan.options[0]!.units[1]!.place).toEqual(place(6));
  expect(evidenceOf([...rows, ...round.rows]).moves.get('b')).toMatchObject({ place: null, feed: null });
});

describe('a round begun by mistake', () => {
  const before = { plan, rows: [sampleAcceptance(agreed), moved] };
  const round = begin(before.rows)!;
  const rows = [...before.rows, ...round.rows];
  test('is taken back: plan, moves, extra and remedy are as they were, and the evidence tells of both', () => {
    const back = takenBack({ plan: round.plan, rows }, round, before, newId, AT)!;
    expect(back.plan).toEqual(plan);
    for (const row of back.rows) expect(evidenceRow.safeParse(row).error?.issues ?? []).toEqual([]);
    const e = evidenceOf([...rows, ...back.rows]);
    expect([e.remedies, e.extras]).toEqual([[], []]);
    expect(e.moves.get('b')).toMatchObject({ place: place(6), note: 'nearer' });
    expect(back.rows.map((r) => r.kind).sort()).toEqual(['extra', 'move', 'remedy']);
  });
  test('stands where the plan was changed since, its price agreed to, or something fitted', () => {
    const other = { ...round.plan, options: [{ ...round.plan.options[0]!, name: 'Else' }] };
    expect(takenBack({ plan: other, rows }, round, before, newId, AT)).toBeNull();
    const extra = round.rows.find((r) => r.kind === 'extra')!;
    const signed = { ...extra, id: 'ex-agreed', agreedBy: 'R.', replacesId: extra.id } as EvidenceRow;
    expect(takenBack({ plan: round.plan, rows: [...rows, signed] }, round, before, newId, AT)).toBeNull();
    const done: EvidenceRow = {
      kind: 'step',
      id: 's-1',
      at: AT,
      by: '',
      optionId: agreed.id,
      stepKey: 'x',
      act: 'done',
      text: '',
    };
    expect(takenBack({ plan: round.plan, rows: [...rows, done] }, round, before, newId, AT)).toBeNull();
  });
});
