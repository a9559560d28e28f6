import { expect, test } from '@jest/globals';
import { quickJob } from '../../job/quickJob';
import { planContext } from '../../plan/network/context';
import { predictOption } from '../../plan/predict/predict';
import { meets } from '../../plan/links/judge';
import { guessesDecide } from './guesses';

/** Three rooms in a row, as told over the telephone, with films in the farthest. */
function told(rooms: string) {
  let ids = 0;
  const made = quickJob(
    {
      name: 'A visit',
      lineKind: 'dsl',
      downMbps: 250,
      upMbps: 50,
      age: 'before1919',
      rooms,
      fails: '',
      router: 'hall',
      mayDrill: false,
      lengthUnit: 'metres',
    },
    (prefix) => `${prefix}-${++ids}`,
  );
  if (!made.ok) throw new Error(made.problems[0]!.message);
  const { job } = made;
  const spots = job.site.spots.map((s) => ({
    ...s,
    client: 'laptop' as const,
    activities: [{ activity: 'film4k' as const, count: 2 }],
  }));
  return { ...job, site: { ...job.site, spots } };
}

test('names the spots that work because of doors nobody has looked at, and none once they were', () => {
  let decided = 0;
  for (const rooms of ['hall, lounge, study', 'hall, kitchen / dining, study / bedroom, bath']) {
    const job = told(rooms);
    const [option] = job.plan.options;
    const found = guessesDecide(planContext(job), option!);
    expect(found.openings).toBe(job.site.openings.length);
    // The same house with its doors and windows walled up, by hand.
    const walled = planContext({ ...job, site: { ...job.site, openings: [] } });
    const works = (context: typeof walled) =>
      new Set(predictOption(context, option!).flatMap((p) => (meets(p, p.need) ? [p.spotId] : [])));
    const [now, then] = [works(planContext(job)), works(walled)];
    expect(found.spotIds).toEqual([...now].filter((id) => !then.has(id)));
    decided += found.spotIds.length;
    const looked = planContext({ ...job, site: { ...job.site, guessed: [] } });
    expect(guessesDecide(looked, option!)).toEqual({ openings: 0, spotIds: [] });
  }
  expect(decided).toBeGreaterThan(0);
});
