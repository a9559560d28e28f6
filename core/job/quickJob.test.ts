import { describe, expect, test } from '@jest/globals';
import { evaluate } from '../plan/evaluate/evaluate';
import { planContext } from '../plan/network/context';
import { runSheet } from '../fit/runSheet';
import { plainFeed } from '../plan/option/feeds';
import { guessable } from '../site/edit/guesses';
import { jobFile } from './jobFile';
import { quickJob, type QuickJob } from './quickJob';

const told: QuickJob = {
  name: '4 Mill Lane',
  lineKind: 'dsl',
  downMbps: 80,
  upMbps: 20,
  age: 'to1960',
  rooms: 'hall, lounge / kitchen, dining\nlanding, front bedroom / study, bathroom',
  fails: 'study, front bed',
  router: 'lounge',
  mayDrill: false,
  lengthUnit: 'metres',
};
const made = (values: Partial<QuickJob> = {}) => {
  let n = 0;
  return quickJob({ ...told, ...values }, (prefix) => `${prefix}-${++n}`);
};
const jobOf = (values: Partial<QuickJob> = {}) => {
  const m = made(values);
  if (!m.ok) throw new Error(JSON.stringify(m.problems));
  return m.job;
};

describe('a job as it is told over the telephone', () => {
  test('is a whole job: rooms, a spot where somebody stays, the router, what fails where', () => {
    const job = jobOf();
    expect(jobFile.safeParse(job).success).toBe(true);
    expect(job.site.rooms.map((r) => r.name)).toEqual([
      'Hall',
      'Lounge',
      'Kitchen',
      'Dining',
      'Landing',
      'Front bedroom',
      'Study',
      'Bathroom',
    ]);
    expect(job.brief.complaints.map((c) => c.words)).toEqual([
      'It fails in the study.',
      'It fails in the front bedroom.',
    ]);
    const names = job.brief.complaints.map((c) => job.site.spots.find((s) => s.id === c.spotId)!.name);
    expect(names).toEqual(['Study', 'Front bedroom']);
    expect(job.plan.today.units).toMatchObject([{ kitId: 'provider-router', name: 'Lounge' }]);
    // It can be reckoned with at once.
    const predictions = evaluate(planContext(job), job.plan.today, job.plan.today).predictions;
    expect(predictions).toHaveLength(job.site.spots.length);
  });

  test('everything in it is a guess until somebody has looked', () => {
    const { site } = jobOf();
    const guessed = new Set(site.guessed);
    for (const id of guessable(site).keys())
      if (!site.spots.some((s) => s.id === id)) expect(guessed.has(id)).toBe(true);
  });

  test('a size that somebody knows is taken, the others are as usual', () => {
    const wide = jobOf({ rooms: 'hall 2.4, lounge 5.2', fails: '' });
    const plain = jobOf({ rooms: 'hall, lounge', fails: '' });
    const width = (j: typeof wide) => j.site.buildings[0]!.storeys[0]!.outline[1]!.xM;
    expect(width(wide)).toBeGreaterThan(width(plain) + 1.5);
  });

  test('an extender visit has at most twelve steps, and nothing is unplugged', () => {
    const job = jobOf();
    const [router] = job.plan.today.units;
    const option = {
      id: 'o',
      name: 'Extender',
      units: [
        router!,
        {
          id: 'b',
          letter: 'B',
          kitId: 'extender-dual',
          name: 'Landing',
          place: { ...job.site.spots[0]!.place, heightM: 1.2 },
          feed: plainFeed('wireless', router!.id),
          radios: {},
        },
      ],
      wiredSpots: [],
    };
    const sheet = runSheet(planContext(job), option, job.plan.today);
    expect(sheet.length).toBeLessThanOrEqual(12);
    expect(sheet.map((s) => s.key)).not.toContain('modem');
    expect(sheet.map((s) => s.key)).not.toContain('ask');
  });

  test.each([
    ['name', { name: '  ' }],
    ['rooms', { rooms: ' \n' }],
    ['rooms', { rooms: 'a\nb\nc\nd\ne' }],
    ['line', { downMbps: 0 }],
    ['line', { upMbps: 9_999_999 }],
    ['fails', { fails: 'ballroom' }],
    ['router', { router: 'ballroom' }],
  ] as const)('what cannot be is said at %s', (path, values) => {
    const m = made(values);
    expect(m.ok).toBe(false);
    if (!m.ok) expect(m.problems[0]!.path).toBe(path);
  });
});
