/** Practice houses with one planted fault each, and how they are read after the work. */
import { sampleState } from '../demo/sampleRows';
import type { EvidenceRow, Reading, Subject } from '../core/evidence/rows';
import { CATALOGUE } from '../core/kit/catalogue/catalogue';
import { meets } from '../core/plan/links/judge';
import { feedTo } from '../core/plan/option/placing';
import type { FeedKind } from '../core/kit/model/schema';
import type { Option, Unit } from '../core/plan/option/schema';
import type { CauseKind } from '../core/readings/causes';
import { needOf } from '../core/site/model/needs';
import type { ClientTypeId, Place, Site, Spot } from '../core/site/model/schema';
import { median } from '../core/stats/median';
import { SOUND, type Faults } from '../meter/practice/faults';
import type { HiddenHouse } from '../meter/practice/hidden';
import type { PracticeUnit } from '../meter/practice/terms';
import { asValues, practiceDevice, practiceUnits } from '../meter/practiceInputs';
import { practiceJob } from '../demo/practiceJob';

const RUNS = 3;
export const DAY = 11;
const EVENING = 20;

/** One fault: how the second unit is fed, what is wrong in the truth, and which cause it ought to be called. */
export interface Planted {
  name: string;
  right: CauseKind;
  feed: FeedKind;
  faults: Faults;
  hour: number;
  client?: ClientTypeId;
  /** Devices cling to this unit whatever the other gives. */
  clingsTo?: 'a' | 'b';
  /** The planted fault is the air of the backhaul itself: without it the unit is on a cable. */
  weakHop?: boolean;
}
export const PLANTED: readonly Planted[] = [
  {
    name: 'line in the evening',
    right: 'line',
    feed: 'ethernet',
    faults: { ...SOUND, eveningShare: 0.2 },
    hour: EVENING,
  },
  {
    name: 'bad splitter',
    right: 'backhaul',
    feed: 'coax',
    faults: { ...SOUND, badSplitter: true },
    hour: DAY,
  },
  {
    name: 'surge strip',
    right: 'backhaul',
    feed: 'powerline',
    faults: { ...SOUND, surgeStrip: true },
    hour: DAY,
  },
  { name: 'neighbour', right: 'congestion', feed: 'ethernet', faults: { ...SOUND, busyBand: 1 }, hour: DAY },
  { name: 'sticking', right: 'sticking', feed: 'ethernet', faults: SOUND, hour: DAY, clingsTo: 'a' },
  { name: 'slow device', right: 'device', feed: 'ethernet', faults: SOUND, hour: DAY, client: 'smartDevice' },
  { name: 'weak hop', right: 'backhaul', feed: 'wireless', faults: SOUND, hour: DAY, weakHop: true },
];

export interface Line {
  downMbps: number;
  upMbps: number;
  idleMs: number;
}

/** A house with two units, the second in the middle of what is far from the line. */
export function networkIn(seed: number, feed: FeedKind): { site: Site; option: Option; line: Line } {
  const job = practiceJob('cause', { seed, difficulty: 'usual' });
  const [old] = job.plan.today.units;
  const a: Unit = { ...old!, id: 'a', kitId: 'mesh-own-radio' };
  const spots = [...job.site.spots].sort((p, q) => awayM(q.place, a.place) - awayM(p.place, a.place));
  const far = spots.find((s) => s.place.storeyId !== null) ?? spots[0]!;
  const near = (p: Place): Place => ({ ...p, heightM: 0.4 });
  const place: Place = { ...far.place, xM: far.place.xM + 1.2, heightM: 1.2 };
  const site: Site = {
    ...job.site,
    outlets: [
      { id: 'o-a', name: 'A', place: near(a.place), circuitId: null, freeSockets: 4, strip: false },
      { id: 'o-b', name: 'B', place: near(place), circuitId: null, freeSockets: 4, strip: false },
    ],
    coax: {
      outlets: [
        { id: 'c-a', name: 'coax A', place: near(a.place) },
        { id: 'c-b', name: 'coax B', place: near(place) },
      ],
      splitters: [
        { id: 's', name: 'splitter', place: near(a.place), ways: 2, ratedMoca: true, amplifier: 'none' },
      ],
      cables: [
        { id: 'k-a', upId: 's', downId: 'c-a', cable: 'rg6', lengthM: 5, certainty: 'traced' },
        { id: 'k-b', upId: 's', downId: 'c-b', cable: 'rg6', lengthM: 12, certainty: 'traced' },
      ],
      entryFilter: true,
      satelliteOnCable: false,
    },
    spots: job.site.spots.map((s) => ({
      ...s,
      client: 'laptop',
      activities: [
        { activity: 'film4k', count: 2 },
        { activity: 'hdCall', count: 1 },
      ],
    })),
  };
  const b: Unit = { ...a, id: 'b', letter: 'B', name: 'Far', place, feed: feedTo(site, feed, a, place) };
  const line = { downMbps: 250, upMbps: 50, idleMs: 9 };
  return { site, option: { id: 'o', name: 'O', units: [a, b], wiredSpots: [] }, line };
}

const awayM = (a: Place, b: Place) =>
  Math.hypot(a.xM - b.xM, a.yM - b.yM) + (a.storeyId === b.storeyId ? 0 : 4);

/** The units as the truth has them: what the splitter leaves is that of old adapters, and a device may cling to one unit. */
export function truly(site: Site, option: Option, clingsTo: 'a' | 'b' | undefined): PracticeUnit[] {
  return practiceUnits(site, { option, kit: CATALOGUE }).map((u) => ({
    ...u,
    feed: u.feed.kind === 'coax' ? { ...u.feed, mostMbps: 150 } : u.feed,
    eirpDbm: clingsTo && u.id !== clingsTo ? u.eirpDbm.map(() => null) : u.eirpDbm,
  }));
}

/** Whether the median of three runs meets the need of a spot in the truth. */
export function works(
  house: HiddenHouse,
  units: readonly PracticeUnit[],
  spot: Spot,
  line: Line,
  hour: number,
): boolean {
  const runs = Array.from({ length: RUNS }, (_, i) =>
    house.readAt(units, practiceDevice(spot.client), spot.place, line, {
      name: `judge ${spot.id} ${i}`,
      hour,
    }),
  );
  const of = (pick: (r: (typeof runs)[number]) => number) => median(runs.map(pick))!;
  return meets(
    { downMbps: of((r) => r.downMbps), upMbps: of((r) => r.upMbps), latencyMs: of((r) => r.loadedMs) },
    needOf(spot.activities),
  );
}

/** Reads the line, the second unit under load and every spot as an installer would after the work. */
export function readAll(
  house: HiddenHouse,
  site: Site,
  option: Option,
  line: Line,
  hour: number,
  unitsAt: (spot: Spot) => readonly PracticeUnit[],
  readsBeside: boolean,
): EvidenceRow[] {
  const at = (h: number, i: number) => new Date(Date.UTC(2026, 0, 5, h, i)).toISOString();
  const state = sampleState('now', 'after', option, { site, at: at(DAY, 0) });
  const rows: EvidenceRow[] = [state];
  const put = (h: number, values: ReturnType<typeof asValues>) =>
    rows.push({
      kind: 'reading',
      id: `r${rows.length}`,
      at: at(h, rows.length % 60),
      by: '',
      stateId: 'now',
      ...values,
    } satisfies Reading);
  const about = (subject: Subject, device: Reading['device'] = 'laptop') => ({
    subject,
    device,
    deviceName: '',
  });
  for (let i = 0; i < RUNS; i++) {
    put(
      DAY,
      asValues(
        house.readLine(line, { name: `line ${i}`, hour: DAY }),
        about({ kind: 'line' }, 'wired'),
        'internet',
      ),
    );
    const b = truly(site, option, undefined).find((u) => u.id === 'b')!;
    if (readsBeside)
      put(
        hour,
        asValues(
          house.readLink(truly(site, option, undefined), b, `link ${i}`),
          about({ kind: 'link', unitId: 'b', load: 'loaded' }),
          'house',
        ),
      );
    for (const spot of site.spots)
      put(
        hour,
        asValues(
          house.readAt(unitsAt(spot), practiceDevice(spot.client), spot.place, line, {
            name: `${spot.id} ${i}`,
            hour,
          }),
          about({ kind: 'spot', spotId: spot.id }, spot.client),
          'internet',
        ),
      );
  }
  return rows;
}
