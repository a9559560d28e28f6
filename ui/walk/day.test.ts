import { expect, test } from '@jest/globals';
import { markOfPlace } from '@/core/fit/marks';
import { schedule } from '@/core/fit/schedule';
import { step } from '@/core/fit/step';
import type { WalkView } from '@/server/walk/view';
import { samplePlace } from '@/testing/sampleSite';
import { dayOn, triesOn } from './day';
import type { KeptRow } from './kept';

const [planned, elsewhere] = [samplePlace(2, 2), samplePlace(6, 2)];
const marked = markOfPlace({ kitId: 'node', place: planned });

/** What a phone has of a job in which B is to be carried to its place, and may stand at two. */
const view = {
  jobId: 'job',
  optionId: 'o',
  beginsMs: null,
  ticks: [],
  settled: [],
  steps: schedule([{ ...step('place:b', 'Carry B to the landing', 8, { mark: marked }), unitId: 'b' }]).map(
    (s) => ({ ...s, held: { unitId: 'b', kitId: 'node' } }),
  ),
  tries: [
    {
      table: { unitId: 'b', places: [planned, elsewhere].map((place, i) => ({ id: `${i}`, place })) },
      tried: [],
      at: 0,
    },
  ],
} as unknown as WalkView;

let rows = 0;
const kept = (row: Record<string, unknown>): KeptRow => ({
  id: `r-${++rows}`,
  jobId: 'job',
  at: '2026-06-10T10:00:00Z',
  phase: 'after',
  basis: { site: 1, plan: 1, evidence: 1 },
  row,
  state: 'waiting',
  words: '',
});
const moved = (place: unknown) => kept({ kind: 'move', unitId: 'b', place });
const ticked = (text: string) => kept({ kind: 'step', optionId: 'o', stepKey: 'place:b', act: 'done', text });
const now = Date.parse('2026-06-10T10:05:00Z');

test('a unit moved on the phone is ticked for where it stands now, before the laptop has heard of it', () => {
  const day = (...own: KeptRow[]) => dayOn(view, own, now).day[0]!;
  expect(day(ticked(marked)).standing).toBe('done');
  const asIt = day(moved(elsewhere)).ticks[0]!.mark;
  expect(asIt).toBe(markOfPlace({ kitId: 'node', place: elsewhere }));
  expect(day(moved(elsewhere), ticked(asIt)).standing).toBe('done');
  // Ticked, then moved: it is to be done again; put back where it was planned, the first tick counts.
  expect(day(ticked(marked), moved(elsewhere)).standing).toBe('again');
  expect(day(ticked(marked), moved(elsewhere), moved(null)).standing).toBe('done');
});

test('what was refused, or is of another job, moves nothing', () => {
  const at = (...own: KeptRow[]) => triesOn(view.tries[0]!, view, own).at;
  expect(at(moved(elsewhere))).toBe(1);
  expect(at({ ...moved(elsewhere), state: 'refused' })).toBe(0);
  expect(at({ ...moved(elsewhere), jobId: 'other' })).toBe(0);
});
