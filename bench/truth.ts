import { quillfeatherFarm } from '../demo/farm';
import { sampleState } from '../demo/sampleRows';
import type { EvidenceRow, Reading } from '../core/evidence/rows';
import { hearing } from '../core/plan/links/access';
import { kitOf, planContext, pointOf, type PlanContext } from '../core/plan/network/context';
import { predictOption } from '../core/plan/predict/predict';
import { emptyPlan, type Option, type Unit } from '../core/plan/option/schema';
import { BANDS, BAND_INDEX } from '../core/radio/link/bands';
import { CLIENT_TYPES } from '../core/radio/link/clients';
import { UNIT_GAIN_DBI, elevationDb } from '../core/radio/link/link';
import { crossingsBetween, type Crossings } from '../core/radio/geometry/crossings';
import { constructionLossDb } from '../core/radio/materials/constructionLoss';
import { straightLossDb } from '../core/radio/propagation/pathLoss';
import { learntContext } from '../core/readings/learn';
import type { Place, Spot } from '../core/site/model/schema';
import { harshHouse, type HarshHouse } from '../meter/practice/harsh';
import { practiceHouse, type PracticeHouse } from '../meter/practice/house';
import { practiceWorld, type PracticeWorld } from '../meter/practice/world';

const KIT = 'mesh-six';
const CLIENT = 'laptop';
const READ = 12;
const RUNS = 3;
/** Levels weaker than this are heard by nobody; what is told of them counts as this. */
const FLOOR_DBM = -95;
/** What the devices of practice houses prefer a higher band by: their truth, not the planner's. */
const PREFERENCE_DB = 12;

type Triple = readonly [number, number, number];

/** One level that was never read: what is told of it, and what it is. */
export interface LevelCheck {
  band: 0 | 1 | 2;
  truthDbm: number;
  offDb: number;
  sigmaDb: number;
  predictedDbm: number;
  situation: Situation;
  /** Whether its strongest way goes round an edge. */
  isRoundEdge: boolean;
}

/** Where a level is heard, as seen from its unit. */
export const SITUATIONS = [
  'in sight',
  'behind one wall',
  'behind more walls',
  'on another storey',
  'in an outbuilding',
  'in the yard',
] as const;
type Situation = (typeof SITUATIONS)[number];

export interface SpeedCheck {
  inside: boolean;
  low: boolean;
  serves: boolean;
  servesTruly: boolean;
}

export interface HouseResult {
  seed: number;
  before: LevelCheck[];
  after: LevelCheck[];
  multiWall: LevelCheck[];
  speedsBefore: SpeedCheck[];
  speedsAfter: SpeedCheck[];
}

export const spotAt = (place: Place, i: number): Spot => ({
  id: `p${i}`,
  number: i + 1,
  name: `Spot ${i + 1}`,
  place,
  client: CLIENT,
  deviceName: '',
  activities: [
    { activity: 'hdCall', count: 1 },
    { activity: 'film4k', count: 1 },
  ],
  complaint: '',
});

function unitsOf(at: PracticeHouse['units']): Unit[] {
  const base = { kitId: KIT, radios: {} };
  const fed = { parentId: 'a', measuredDownMbps: null, measuredUpMbps: null, lengthM: 15, dataRunId: null };
  return [
    { ...base, id: 'a', letter: 'A', name: 'Gateway', place: at[0], feed: { kind: 'line' } },
    {
      ...base,
      id: 'b',
      letter: 'B',
      name: 'Second',
      place: at[1],
      feed: { kind: 'ethernet', category: 'cat6', ...fed },
    },
  ];
}

/** What a device truly gets at a place: unit, band, level and speeds; null where it finds no network. */
interface Truth {
  levels: Triple[];
  band: 0 | 1 | 2 | null;
  levelDbm: number;
  downMbps: number;
  upMbps: number;
}

/** Levels at no loss, down and up, dBm: what the kit and the device are by their data sheets. */
function zeros(context: PlanContext, unit: Unit, place: Place): { down: Triple; up: Triple } {
  const kit = kitOf(context, unit);
  const client = CLIENT_TYPES[CLIENT];
  const [u, p] = [pointOf(context.site, unit.place), pointOf(context.site, place)];
  const tilt = elevationDb(kit.antenna, p.z - u.z, Math.hypot(p.x - u.x, p.y - u.y));
  const radios = BANDS.map((band) => kit.radios.find((r) => r.band === band)!);
  return {
    down: radios.map(
      (r, b) => Math.min(r.eirpDbm, 23) + client.gainDbi[b]! - client.bodyDb + tilt,
    ) as unknown as Triple,
    up: radios.map(
      (_, b) => client.eirpDbm[b]! + UNIT_GAIN_DBI[b]! - client.bodyDb + tilt,
    ) as unknown as Triple,
  };
}

function truthAt(context: PlanContext, world: PracticeWorld, units: readonly Unit[], place: Place): Truth {
  const outdoors = place.storeyId === null;
  let best: { score: number; unit: number; band: 0 | 1 | 2; levelDbm: number } | null = null;
  const levels = units.map((unit, n) => {
    const { down } = zeros(context, unit, place);
    const list = world.levelsDbm(n, down, place);
    list.forEach((levelDbm, b) => {
      // Indoor-only channels are not planned into the open, and are not read there either.
      if (outdoors && b > 0) return;
      const score = levelDbm + (b > 0 && levelDbm >= -70 ? PREFERENCE_DB : 0);
      if (!best || score > best.score) best = { score, unit: n, band: b as 0 | 1 | 2, levelDbm };
    });
    return list;
  });
  const { band, levelDbm, unit } = best!;
  const { down, up } = zeros(context, units[unit]!, place);
  const width = [20, 80, 160][band]!;
  const downMbps = Math.min(941, world.speedMbps(band, levelDbm, width, 2));
  const upMbps = Math.min(941, world.speedMbps(band, levelDbm + up[band]! - down[band]!, width, 2));
  if (downMbps < 0.1 || upMbps < 0.1) return { levels, band: null, levelDbm: -120, downMbps: 0, upMbps: 0 };
  return { levels, band, levelDbm, downMbps, upMbps };
}

const AT = '2026-01-01T00:00:00Z';

/** What is read and written down at a spot, beside what is true there. */
interface Noted {
  noteBand: boolean;
  harsh: HarshHouse | null;
}

function readingsAt(world: PracticeWorld, spot: Spot, truth: Truth, { noteBand, harsh }: Noted): Reading[] {
  const n = spot.number;
  return Array.from({ length: RUNS }, (_, i): Reading => {
    const connected = truth.band !== null;
    const levelDbm = truth.levelDbm + world.readingNoiseDb() - (harsh?.bodyDb(String(n)) ?? 0);
    const bars = connected ? harsh?.barsAt(String(n), levelDbm) : null;
    return {
      kind: 'reading',
      id: `${spot.id}-${i}`,
      at: new Date(Date.parse(AT) + (spot.number * RUNS + i) * 45_000).toISOString(),
      by: '',
      subject: { kind: 'spot', spotId: spot.id },
      stateId: 'now',
      target: 'house',
      device: CLIENT,
      deviceName: '',
      band: 'free',
      bandSeen: connected && noteBand ? BANDS[truth.band!]! : null,
      connected,
      rssiDbm: connected && !bars ? Math.max(-110, Math.round(levelDbm)) : null,
      ...(bars ? { bars } : {}),
      downMbps: connected ? truth.downMbps * world.runFactor() : null,
      upMbps: connected ? truth.upMbps * world.runFactor() : null,
      loadedMs: connected ? 12 : null,
      idleMs: connected ? 6 : null,
      source: 'practice',
      replacesId: null,
      note: '',
    };
  });
}

function situationOf({ storeyId }: Place, way: Crossings): Situation {
  if (storeyId === null) return 'in the yard';
  if (storeyId === 'shed0') return 'in an outbuilding';
  if (way.floors.length > 0) return 'on another storey';
  return way.walls.length === 0
    ? 'in sight'
    : way.walls.length === 1
      ? 'behind one wall'
      : 'behind more walls';
}

function errorsOf(
  context: PlanContext,
  units: readonly Unit[],
  spots: readonly Spot[],
  truths: readonly Truth[],
  plain = false,
): LevelCheck[] {
  const out: LevelCheck[] = [];
  spots.forEach((spot, i) => {
    units.forEach((unit, n) => {
      for (const band of BANDS) {
        const b = BAND_INDEX[band];
        const heard = hearing(context, unit, spot, band);
        const truth = truths[i]!.levels[n]![b];
        if (!heard) continue;
        const way = crossingsBetween(
          context.scene,
          pointOf(context.site, unit.place),
          pointOf(context.site, spot.place),
        );
        const predicted = plain
          ? heard.prepared.downDbm + heard.path.lossDb - straightLossDb(context.scene, way, band)
          : heard.prepared.downDbm;
        if (Math.max(truth, predicted) < FLOOR_DBM) continue;
        const [t, p] = [Math.max(FLOOR_DBM, truth), Math.max(FLOOR_DBM, predicted)];
        out.push({
          band: b,
          truthDbm: t,
          predictedDbm: p,
          offDb: p - t,
          sigmaDb: heard.sigmaDb(),
          situation: situationOf(spot.place, way),
          isRoundEdge: heard.path.ray?.round === 'edge',
        });
      }
    });
  });
  return out;
}

function speedsOf(context: PlanContext, option: Option, truths: readonly Truth[]): SpeedCheck[] {
  return predictOption(context, option).map((p, i) => {
    const t = truths[i]!;
    const [low, high] = p.downRangeMbps;
    return {
      inside: t.downMbps >= low - 0.05 && t.downMbps <= high + 0.05,
      low: t.downMbps < low - 0.05,
      serves: p.verdict === 'works',
      servesTruly: t.downMbps >= p.need.downMbps && t.upMbps >= p.need.upMbps,
    };
  });
}

const knownTruths = new Map<string, readonly Truth[]>();

/** What is true at the places of a house that are never read; asked of rays once. */
function unseenTruths(key: string, of: () => readonly Truth[]): readonly Truth[] {
  const known = knownTruths.get(key) ?? of();
  knownTruths.set(key, known);
  return known;
}

/** A practice house as a job: drawn, with its network, read at some places. */
export function practiceJob(seed: number, { read = READ, noteBand = true, isHarsh = false } = {}) {
  const plain = practiceHouse(seed);
  const harsh = isHarsh ? harshHouse(plain) : null;
  const house = harsh?.truth ?? plain;
  const world = practiceWorld(house, (name) => constructionLossDb(name, []));
  const units = unitsOf(harsh?.units ?? house.units);
  const option: Option = { id: 'o', name: 'O', units, wiredSpots: [] };
  const { brief: farm } = quillfeatherFarm();
  const brief = { ...farm, line: { ...farm.line, kind: 'fibre' as const, downMbps: 2000, upMbps: 2000 } };
  const drawn = harsh?.site ?? house.site;
  const site = { ...drawn, spots: house.places.slice(0, read).map(spotAt) };
  const plan = { ...emptyPlan(), today: option };
  const context = planContext({ site, brief, plan });
  const evidence: EvidenceRow[] = [sampleState('now', 'before', option, { site })];
  for (const spot of site.spots)
    evidence.push(
      ...readingsAt(world, spot, truthAt(context, world, units, spot.place), { noteBand, harsh }),
    );
  return { house, world, option, job: { site, brief, plan, evidence } };
}

/** Reads a practice house at twelve places, and holds what is predicted elsewhere against its hidden truth. */
export function proveHouse(seed: number, how: Parameters<typeof practiceJob>[1] = {}): HouseResult {
  const { house, world, option, job } = practiceJob(seed, how);
  const { units } = option;
  const unseen = house.places.slice(READ);
  const site = { ...job.site, spots: unseen.map(spotAt) };
  const prior = planContext({ ...job, site });
  const truths = unseenTruths(`${seed} ${how.isHarsh ?? false}`, () =>
    unseen.map((place) => truthAt(prior, world, units, place)),
  );
  const { beliefs } = learntContext(job).context;
  const after: PlanContext = { ...prior, beliefs };
  return {
    seed,
    before: errorsOf(prior, units, site.spots, truths),
    after: errorsOf(after, units, site.spots, truths),
    multiWall: errorsOf(prior, units, site.spots, truths, true),
    speedsBefore: speedsOf(prior, option, truths),
    speedsAfter: speedsOf(after, option, truths),
  };
}

export const mean = (list: readonly number[]) =>
  list.reduce((sum, v) => sum + v, 0) / Math.max(1, list.length);
export const rmse = (list: readonly { offDb: number }[]): number =>
  Math.sqrt(mean(list.map((e) => e.offDb ** 2)));
