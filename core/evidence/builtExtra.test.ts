import { expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { evaluate } from '../plan/evaluate/evaluate';
import { planContext } from '../plan/network/context';
import { plainFeed } from '../plan/option/feeds';
import type { Option } from '../plan/option/schema';
import { priceToAgree } from './agreed';
import { builtExtra } from './builtExtra';
import type { EvidenceRow, RowOf } from './rows';

const job = quillfeatherFarm();
const context = planContext(job);
const { brief } = job;
const option: Option = {
  ...job.plan.options[0]!,
  units: job.plan.options[0]!.units.map((u) =>
    u.id === 'b' ? { ...u, feed: plainFeed('ethernet', 'a') } : u,
  ),
};
const at = '2026-06-03T10:00:00Z';
const planned = evaluate(context, option, job.plan.today);
const accepted: RowOf<'acceptance'> = {
  kind: 'acceptance',
  id: 'ac',
  at,
  by: '',
  optionId: option.id,
  optionName: option.name,
  forecast: [],
  note: '',
  price: priceToAgree(brief, planned),
};
const move = (id: string, more: Partial<RowOf<'move'>>): RowOf<'move'> => ({
  kind: 'move',
  id,
  at,
  by: '',
  unitId: 'b',
  place: null,
  feed: null,
  leftOut: false,
  note: '',
  ...more,
});
const extra = (id: string, what: string, minor: number, asBuilt?: true): RowOf<'extra'> => ({
  kind: 'extra',
  id,
  at,
  by: '',
  what,
  minor,
  agreedBy: '',
  replacesId: null,
  ...(asBuilt && { asBuilt }),
});
const b = option.units.find((u) => u.id === 'b')!;
const place = { ...b.place, xM: b.place.xM + 3 };
const builtWith = (change: Partial<typeof b>): Option => ({
  ...option,
  units: option.units.map((u) => (u.id === 'b' ? { ...u, ...change } : u)),
});
const said = (rows: readonly EvidenceRow[], built: Option) =>
  builtExtra(rows, brief, option, evaluate(context, built, job.plan.today));

test('what a move costs is proposed once: with an extra taken for it nothing is left, moved back it is a credit', () => {
  const moved = builtWith({ place });
  const rows = [accepted, move('m1', { place })];
  const first = said(rows, moved)!;
  expect(first.minor).toBe(
    evaluate(context, moved, job.plan.today).price.totalMinor - planned.price.totalMinor,
  );
  expect(first.minor).not.toBe(0);
  expect(first.what).toMatch(/^As built: B moved, [+−]/);
  const taken = [...rows, extra('x1', 'B to the other side, as we said', first.minor, true)];
  expect(said(taken, moved)).toBeNull();
  expect(said([...taken, move('m2', {})], option)).toEqual({
    what: 'Since agreed: as agreed again',
    minor: -first.minor,
  });
  // Another extra is none of its business.
  expect(said([...rows, extra('x2', 'A lead for the printer', 900)], moved)).toEqual(first);
});

test('a unit that was left out is a credit, and before anybody agreed nothing is proposed', () => {
  const without: Option = { ...option, units: option.units.filter((u) => u.id !== 'b') };
  const credit = said([accepted, move('m1', { leftOut: true })], without)!;
  expect(credit.minor).toBeLessThan(0);
  expect(credit.what).toContain('B left out');
  expect(said([move('m1', { leftOut: true })], without)).toBeNull();
  expect(said([accepted], option)).toBeNull();
});

test('what was planned since it was agreed to is proposed as well, without what is the extra of a remedy', () => {
  const more: Option = { ...option, units: [...option.units, { ...b, id: 'c', letter: 'C', place }] };
  const rows = [accepted];
  const first = said(rows, more)!;
  expect(first.what).toMatch(/^Since agreed: \+1/);
  expect(first.minor).toBe(
    evaluate(context, more, job.plan.today).price.totalMinor - planned.price.totalMinor,
  );
  const label = 'C by Cat 6A from A';
  const remedy: RowOf<'remedy'> = {
    kind: 'remedy',
    id: 'rm',
    at,
    by: '',
    spotId: 'spot-1',
    cause: 'backhaul',
    unitId: null,
    act: null,
    label,
    downMbps: 100,
    upMbps: 50,
    minor: first.minor,
  };
  // As an earlier version kept it: the extra does not say that it is for what was built.
  expect(said([...rows, remedy, extra('x1', label, first.minor)], more)).toBeNull();
  expect(said([...rows, extra('x1', label, first.minor)], more)).toEqual(first);
});
