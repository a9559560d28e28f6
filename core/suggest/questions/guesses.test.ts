import { expect, test } from '@jest/globals';
import { quickJob } from '../../job/quickJob';
import { planContext } from '../../plan/network/context';
import { predictOption } from '../../plan/predict/predict';
import { meets } from '../../plan/links/judge';
import { plainFeed } from '../../plan/option/feeds';
import { wallThicknessM } from '../../site/model/constructions';
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

const HOUSES = ['hall, lounge, study', 'hall, kitchen / dining, study / bedroom, bath'];

test('names the spots that work because of doors or walls nobody has looked at, and none once they were', () => {
  const decided = { openings: 0, walls: 0 };
  for (const rooms of HOUSES) {
    const job = told(rooms);
    const [option] = job.plan.options;
    const found = guessesDecide(planContext(job), option!);
    expect([found.openings, found.walls]).toEqual([job.site.openings.length, job.site.walls.length]);
    const works = (context: ReturnType<typeof planContext>) =>
      new Set(predictOption(context, option!).flatMap((p) => (meets(p, p.need) ? [p.spotId] : [])));
    const now = works(planContext(job));
    // The same house with its doors and windows walled up, and with walls of twice the thickness, by hand.
    const walled = works(planContext({ ...job, site: { ...job.site, openings: [] } }));
    const thick = works(
      planContext({
        ...job,
        site: {
          ...job.site,
          walls: job.site.walls.map((w) => ({ ...w, thicknessM: 2 * wallThicknessM(w, []) })),
        },
      }),
    );
    expect(found.byOpenings).toEqual([...now].filter((id) => !walled.has(id)));
    // Brick of twice the thickness takes twice as much, plaster not: what fails then fails here too.
    expect(found.byWalls).toEqual(expect.arrayContaining([...now].filter((id) => !thick.has(id))));
    decided.openings += found.byOpenings.length;
    decided.walls += found.byWalls.length;
    const looked = planContext({ ...job, site: { ...job.site, guessed: [] } });
    expect(guessesDecide(looked, option!)).toEqual({
      openings: 0,
      walls: 0,
      byOpenings: [],
      byWalls: [],
      overCircuits: [],
    });
  }
  expect(decided.openings).toBeGreaterThan(0);
  expect(decided.walls).toBeGreaterThan(0);
});

test('names what runs over circuits nobody has seen', () => {
  const job = told(HOUSES[1]!);
  const [option] = job.plan.options;
  const [first] = option!.units;
  const [socket] = job.site.outlets.filter((o) => job.site.guessed.includes(o.id)).slice(-1);
  const unit = { ...first!, id: 'b', letter: 'B', kitId: 'mesh-dual', place: socket!.place };
  const plan = (kind: 'wireless' | 'powerline') => ({
    ...option!,
    units: [first!, { ...unit, feed: plainFeed(kind, first!.id) }],
  });
  const found = guessesDecide(planContext(job), plan('wireless'));
  expect(found.overCircuits).toEqual([]);
  expect(guessesDecide(planContext(job), plan('powerline')).overCircuits).toEqual(['B']);
  const seen = { ...job, site: { ...job.site, guessed: [] } };
  expect(guessesDecide(planContext(seen), plan('powerline'))).toMatchObject({
    overCircuits: [],
  });
});
