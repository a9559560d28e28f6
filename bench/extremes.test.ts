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
    for (const p of predictions) expect(Number.isFinite(p.downMbps) && p.downMbps >= 0).toBe(true);
    expect(Array.isArray(checkSurvey(job.site))).toBe(true);
  },
  60_000,
);

test('what is left out of them is said', () => {
  const job = (name: string) => EXTREMES.find((e) => e.name === name)!.make();
  const crossing = job('crossing');
  expect(findRooms(crossing.site.walls, [])).toEqual([]);
  expect(checkSurvey(crossing.site).map((n) => n.kind)).toContain('wallsTangled');
  const stars = job('stars');
  const { notices } = createPlanner(stars).derive(null).options.o1!;
  expect(notices.map((n) => n.words).join()).toContain('bend');
}, 60_000);
