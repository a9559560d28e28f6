import { JOB_FILE_VERSION, type JobFile } from '../core/job/jobFile';
import { emptyBrief } from '../core/brief/brief';
import { planContext, type PlanContext } from '../core/plan/network/context';
import { plainFeed } from '../core/plan/option/feeds';
import { emptyPlan, type Option } from '../core/plan/option/schema';
import { emptySite, type Place, type Site, type Spot, type Wall } from '../core/site/model/schema';
import { sampleBuilding, sampleRectangle, sampleWall } from './sampleSite';
import { seeded } from '../core/stats/seeded';

/** A made-up spot that wants much or little. */
export const madeSpot = (i: number, place: Place, next: () => number): Spot => ({
  id: `s${i}`,
  number: i + 1,
  name: `Spot ${i + 1}`,
  place,
  client: next() < 0.5 ? 'phone' : 'laptop',
  deviceName: '',
  activities: [{ activity: next() < 0.5 ? 'hdFilm' : 'teaching', count: 1 }],
  complaint: '',
});

/** A made-up row of rooms between brick or stone, an outlet in some of them, spots that want much or little. */
function row(seed: number, rooms: number, outlets: number): Site {
  const next = seeded(seed);
  const xs = Array.from({ length: rooms }, (_, i) => i * 5);
  const wall = (id: string, ...line: [number, number, number, number]): Wall =>
    sampleWall(id, 'g', line, next() < 0.5 ? 'rubbleStone' : 'brickCavity');
  const spot = (i: number): Spot =>
    madeSpot(i, { storeyId: 'g', xM: 1 + next() * (rooms * 5 - 2), yM: 0.5 + next() * 5, heightM: 1 }, next);
  const walls = [
    wall('n', 0, 0, rooms * 5, 0),
    wall('e', rooms * 5, 0, rooms * 5, 6),
    wall('s', rooms * 5, 6, 0, 6),
    wall('w', 0, 6, 0, 0),
    ...xs.slice(1).map((x, i) => wall(`i${i}`, x, 0, x, 6)),
  ];
  const stepM = ((rooms - 1) * 5) / outlets;
  return {
    ...emptySite(),
    buildings: [sampleBuilding('House', ['g'], sampleRectangle(0, 0, rooms * 5, 6))],
    walls,
    outlets: Array.from({ length: outlets }, (_, i) => ({
      id: `o${i + 1}`,
      name: `Socket ${i + 1}`,
      place: { storeyId: 'g', xM: 4 + (i + 0.2 + 0.6 * next()) * stepM, yM: 1 + next() * 4, heightM: 0.3 },
      circuitId: null,
      freeSockets: 4,
      strip: false,
    })),
    spots: Array.from({ length: 5 }, (_, i) => spot(i)),
    lineEntry: { storeyId: 'g', xM: 1, yM: 1, heightM: 1 },
  };
}

export const smallBrief = { ...emptyBrief(), line: { ...emptyBrief().line, downMbps: 200, upMbps: 50 } };

/** A small job from a seed; where it has coax, that leads from the line to two of its outlets. */
export function smallHouse(
  seed: number,
  { rooms = 5, outlets = 4, coax = false }: { rooms?: number; outlets?: number; coax?: boolean } = {},
): PlanContext {
  const site = row(seed, rooms, outlets);
  const at = (place: Site['outlets'][number]['place'], id: string) => ({ id, name: `Coax ${id}`, place });
  const ends = coax
    ? [at(site.lineEntry as never, 'cx0'), ...[1, 3].map((i) => at(site.outlets[i]!.place, `cx${i}`))]
    : [];
  return planContext({
    site: { ...site, coax: { ...site.coax, outlets: ends } },
    brief: smallBrief,
    plan: emptyPlan(),
  });
}

/** A network of the provider's box alone, at a place. */
export const boxAt = (place: Place): Option => ({
  id: 'today',
  name: 'Today',
  units: [
    {
      id: 'old',
      letter: 'A',
      kitId: 'provider-router',
      name: 'Entry',
      place: { ...place, heightM: 1.2 },
      feed: plainFeed('line', null),
      radios: {},
    },
  ],
  wiredSpots: [],
});

/** Today's network of a small house. */
export const smallToday: Option = boxAt({ storeyId: 'g', xM: 1.5, yM: 1.5, heightM: 1.2 });

/** The job file of a small house, with the old box alone and nothing read. */
export function smallJob(seed: number, more: Parameters<typeof smallHouse>[1] = {}): JobFile {
  const { site, brief } = smallHouse(seed, more);
  return {
    format: 'nestle-job',
    version: JOB_FILE_VERSION,
    name: 'Small house',
    brief,
    site,
    plan: { ...emptyPlan(), today: smallToday },
    evidence: [],
    pictures: [],
  };
}
