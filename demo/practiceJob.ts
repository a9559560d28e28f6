import { emptyBrief } from '@/core/brief/brief';
import { JOB_FILE_VERSION, type JobFile } from '@/core/job/jobFile';
import { plainFeed } from '@/core/plan/option/feeds';
import { emptyPlan } from '@/core/plan/option/schema';
import type { ActivityId } from '@/core/site/model/needs';
import type { ClientTypeId, Place, PracticeHouseRef, Spot } from '@/core/site/model/schema';
import { surveyed } from '@/meter/practice/oldHouse';
import { named, pick } from '@/meter/practice/random';

/** Spots a practice job begins with, and how far apart they lie at least, m. */
const SPOTS = 10;
const APART_M = 2.2;
/** Spots in the yard and the outbuilding at most: most of a life is indoors. */
const MOST_OUTSIDE = 3;
const STOREY_NAMES = ['Ground', 'Upper', 'Top'];

const DOES: readonly ActivityId[][] = [
  ['hdCall', 'web'],
  ['film4k'],
  ['workFiles', 'hdCall'],
  ['web', 'music'],
  ['hdFilm'],
];
const DEVICES: readonly (readonly [ClientTypeId, string])[] = [
  ['laptop', 'laptop'],
  ['phone', 'phone'],
  ['tablet', 'tablet'],
];

const far = (a: Place, b: Place) =>
  a.storeyId !== b.storeyId || Math.hypot(a.xM - b.xM, a.yM - b.yM) >= APART_M;

/**
 * A job in a generated house, as it is after a survey: drawn, with spots and today's router, nothing read. Its hidden truth
 * follows from the seed.
 */
export function practiceJob(name: string, ref: Omit<PracticeHouseRef, 'house'>): JobFile {
  const { site, units, places } = surveyed(ref);
  const random = named(ref.seed, 'job');
  const buildings = site.buildings.map((b) => ({
    ...b,
    storeys: b.storeys.map((s, i) => ({ ...s, name: STOREY_NAMES[i] ?? s.name })),
  }));
  const storeyNames = new Map(
    buildings.flatMap((b) => b.storeys.map((s) => [s.id, b.storeys.length > 1 ? s.name : b.name])),
  );
  const [low, , high] = buildings[0]!.storeys[0]!.outline;
  const middle = { xM: (low!.xM + high!.xM) / 2, yM: (low!.yM + high!.yM) / 2 };
  const corner = (p: Place) =>
    `${p.yM < middle.yM ? 'north' : 'south'}-${p.xM < middle.xM ? 'west' : 'east'}`;
  const mainStoreys = new Set(buildings[0]!.storeys.map((s) => s.id));
  const outside = (p: Place) => p.storeyId === null || !mainStoreys.has(p.storeyId);
  const chosen: Place[] = [];
  for (const p of places) {
    if (chosen.length >= SPOTS || !chosen.every((c) => far(c, p))) continue;
    if (outside(p) && chosen.filter(outside).length >= MOST_OUTSIDE) continue;
    chosen.push(p);
  }
  const counts = new Map<string, number>();
  const spots = chosen.map((place, i): Spot => {
    const where = `${place.storeyId === null ? 'Yard' : storeyNames.get(place.storeyId)} ${corner(place)}`;
    const count = (counts.get(where) ?? 0) + 1;
    counts.set(where, count);
    const [client, deviceName] = pick(random, DEVICES);
    const outdoors = place.storeyId === null;
    return {
      id: `spot-${i + 1}`,
      number: i + 1,
      name: count > 1 ? `${where} ${count}` : where,
      place,
      client: outdoors ? 'phone' : client,
      deviceName: outdoors ? 'phone' : deviceName,
      activities: (outdoors ? (['messages', 'web'] as const) : pick(random, DOES)).map((activity) => ({
        activity,
        count: 1,
      })),
      complaint: '',
    };
  });
  const brief = emptyBrief();
  return {
    format: 'nestle-job',
    version: JOB_FILE_VERSION,
    name,
    brief: {
      ...brief,
      customer: 'Practice',
      line: {
        ...brief.line,
        kind: 'fibre',
        downMbps: pick(random, [100, 250, 500]),
        upMbps: pick(random, [30, 50, 100]),
        idleMs: 9,
      },
    },
    site: { ...site, buildings, spots, practice: { house: 'generated', ...ref } },
    plan: {
      ...emptyPlan(),
      today: {
        id: 'today',
        name: 'Today',
        units: [
          {
            id: 'old-a',
            letter: 'A',
            kitId: 'provider-router',
            name: 'At the line',
            place: units[0],
            feed: plainFeed('line', null),
            radios: {},
          },
        ],
        wiredSpots: [],
      },
    },
    evidence: [],
    pictures: [],
  };
}
