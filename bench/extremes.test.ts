import { expect, test } from '@jest/globals';
import { writeJobFile } from '../core/job/jobFile';
import { parseJobFile } from '../core/job/parse';
import { createPlanner } from '../core/job/planner';
import { checkSurvey } from '../core/site/check/survey';
import { findRooms } from '../core/site/geometry/rooms';
import { EXTREMES } from './extremes';

// Those of tens of thousands of readings are for the bench.
const SMALL = EXTREMES.filter((e) => !/readings|one spot/.test(e.name));

test.each(SMALL.map((e) => [e.name, e] as const))(
  'the extreme job “%s” is valid, and all that is computed of it ends with numbers',
  (_, extreme) => {
    const parsed = parseJobFile(writeJobFile(extreme.make()));
    expect(parsed).toMatchObject({ ok: true });
    if (!parsed.ok) throw new Error('not valid');
    const { job } = parsed;
    const derived = createPlanner(job).derive(null);
    const { predictions } = derived.options[job.plan.options[0]!.id]!;
    expect(predictions).toHaveLength(job.site.spots.length);
    // What is left out of its ways is said.
    const words = derived.options[job.plan.options[0]!.id]!.notices.map((n) => n.words).join();
    expect(words.includes('edge')).toBe(['stars', 'towers'].includes(extreme.name));
    for (const p of predictions) expect(Number.isFinite(p.downMbps) && p.downMbps >= 0).toBe(true);
    expect(Array.isArray(checkSurvey(job.site))).toBe(true);
  },
  60_000,
);

test('what is left out of a survey is said', () => {
  const crossing = EXTREMES.find((e) => e.name === 'crossing')!.make();
  expect(findRooms(crossing.site.walls, [])).toEqual([]);
  expect(checkSurvey(crossing.site).map((n) => n.kind)).toContain('wallsTangled');
});
