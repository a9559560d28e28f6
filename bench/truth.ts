import { quillfeatherFarm } from '../demo/farm';
import { sampleState } from '../core/evidence/sampleRows';
import type { EvidenceRow, Reading } from '../core/evidence/rows';

import { hearing } from '../core/plan/evaluate/access';
import { kitOf, planContext, pointOf, type PlanContext } from '../core/plan/evaluate/context';
import { predictOption } from '../core/plan/evaluate/predict';
import { emptyPlan, type Option, type Unit } from '../core/plan/option/schema';
import { BANDS, BAND_INDEX } from '../core/radio/link/bands';
import { priorBeliefs } from '../core/radio/learn/beliefs';
import { CLIENT_TYPES } from '../core/radio/link/clients';
import { elevationDb } from '../core/radio/link/link';
import { crossingsBetween } from '../core/radio/path/crossings';
import { constructionLossDb } from '../core/radio/path/materials';
import { straightLossDb } from '../core/radio/path/pathLoss';
import { learntContext } from '../core/readings/learn';
import type { Place, Spot } from '../core/site/model/schema';
import { practiceHouse, type PracticeHouse } from '../meter/practice/house';
import { practiceWorld, type PracticeWorld } from '../meter/practice/world';

const KIT = 'mesh-six';
const CLIENT = 'laptop';
const READ = 12;
const RUNS = 3;
/** Levels weaker than this are heard by nobody; what is told of them counts as this. */
const FLOOR_DBM = -95;
const PREFERENCE_DB = 12;

type Triple = readonly [number, number, number];

interface Error {
  band: 0 | 1 | 2;
  truthDbm: number;
  offDb: number;
  sigmaDb: number;
  predictedDbm: number;
  /** Whether the straight line passes no wall or floor. */
  open: boolean;
  outdoors: boolean;
}

interface SpeedCheck {
  inside: boolean;
  low: boolean;
  serves: boolean;
  servesTruly: boolean;
}

export interface HouseResult {
  seed: number;
  before: Error[];
  after: Error[];
  multiWall: Error[];
  speedsBefore: SpeedCheck[];
  speedsAfter: SpeedCheck[];
}

const spotAt = (place: Place, i: number): Spot => ({
  id: `p${i}`,
  number: i + 1,
  name: `Spot ${i + 1}`,
  place,
  client: CLIENT,
  deviceName: '',
  activities: [{ activity: 'hdCall', count: 1 }, { activity: 'film4k', count: 1 }],
  complaint: '',
});

function unitsOf(house: PracticeHouse): Unit[] {
  const base = { kitId: KIT, radios: {} };
  const fed = { parentId: 'a', measuredDownMbps: null, measuredUpMbps: null, lengthM: 15, dataRunId: null };
  return [
    { ...base, id: 'a', letter: 'A', name: 'Gateway', place: house.units[0], feed: { kind: 'line' } },
    { ...base, id: 'b', letter: 'B', name: 'Second', place: house.units[1], feed: { kind: 'ethernet', category: 'cat6', ...fed } },
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
    down: radios.map((r, b) => Math.min(r.eirpDbm, 23) + client.gainDbi[b]! - client.bodyDb + tilt) as unknown as Triple,
    up: radios.map((_, b) => client.eirpDbm[b]! + [2, 3, 3][b]! - client.bodyDb + tilt) as unknown as Triple,
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

function readingsAt(world: PracticeWorld, spot: Spot, truth: Truth, noteBand: boolean): Reading[] {
  return Array.from({ length: RUNS }, (_, i): Reading => {
    const connected = truth.band !== null;
    return {
      kind: 'reading',
      id: `${spot.id}-${i}`,
      at: AT,
      by: '',
      subject: { kind: 'spot', spotId: spot.id },
      stateId: 'now',
      target: 'house',
      device: CLIENT,
      deviceName: '',
      band: 'free',
      bandSeen: connected && noteBand ? BANDS[truth.band!]! : null,
      connected,
      rssiDbm: connected ? Math.max(-110, Math.round(truth.levelDbm + world.readingNoiseDb())) : null,
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

function errorsOf(context: PlanContext, units: readonly Unit[], spots: readonly Spot[], truths: readonly Truth[], plain = false): Error[] {
  const out: Error[] = [];
  spots.forEach((spot, i) => {
    units.forEach((unit, n) => {
      for (const band of BANDS) {
        const b = BAND_INDEX[band];
        const heard = hearing(context, unit, spot, band);
        const truth = truths[i]!.levels[n]![b];
        if (!heard) continue;
        const way = crossingsBetween(context.scene, pointOf(context.site, unit.place), pointOf(context.site, spot.place));
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
          open: way.walls.length + way.floors.length === 0,
          outdoors: spot.place.storeyId === null,
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
      serves: p.verdict === 'serves',
      servesTruly: t.downMbps >= p.need.downMbps && t.upMbps >= p.need.upMbps,
    };
  });
}

/** Reads a practice house at twelve places, and holds what is predicted elsewhere against its hidden truth. */
export function proveHouse(seed: number, { read = READ, noteBand = true } = {}): HouseResult {
  const house = practiceHouse(seed);
  const world = practiceWorld(house, (name) => constructionLossDb(name, []));
  const units = unitsOf(house);
  const option: Option = { id: 'o', name: 'O', units, wiredSpots: [] };
  const [readPlaces, unseen] = [house.places.slice(0, read), house.places.slice(READ)];
  const farm = quillfeatherFarm();
  const brief = { ...farm.brief, line: { ...farm.brief.line, kind: 'fibre' as const, downMbps: 2000, upMbps: 2000 } };
  const readSite = { ...house.site, spots: readPlaces.map(spotAt) };
  const unseenSite = { ...house.site, spots: unseen.map(spotAt) };
  const plan = { ...emptyPlan(), today: option };
  const first = planContext({ site: unseenSite, brief, plan });
  const rows: EvidenceRow[] = [sampleState('now', 'before', option, { site: house.site })];
  for (const spot of readSite.spots)
    rows.push(...readingsAt(world, spot, truthAt(first, world, units, spot.place), noteBand));
  const truths = unseen.map((place) => truthAt(first, world, units, place));
  const learnt = learntContext({ site: readSite, brief, plan, evidence: rows });
  const after: PlanContext = { ...first, scene: learnt.context.scene, beliefs: learnt.context.beliefs };
  const prior: PlanContext = { ...first, beliefs: priorBeliefs(first.scene) };
  return {
    seed,
    before: errorsOf(prior, units, unseenSite.spots, truths),
    after: errorsOf(after, units, unseenSite.spots, truths),
    multiWall: errorsOf(prior, units, unseenSite.spots, truths, true),
    speedsBefore: speedsOf(prior, option, truths),
    speedsAfter: speedsOf(after, option, truths),
  };
}

const mean = (list: readonly number[]) => list.reduce((sum, v) => sum + v, 0) / Math.max(1, list.length);
export const rmse = (list: readonly { offDb: number }[]): number => Math.sqrt(mean(list.map((e) => e.offDb ** 2)));
const bias = (list: readonly { offDb: number }[]) => mean(list.map((e) => e.offDb));
const share = <T>(list: readonly T[], of: (t: T) => boolean) => mean(list.map((t) => Number(of(t))));
const Z90 = 1.2815515655446004;

function report(name: string, errors: readonly Error[], speeds: readonly SpeedCheck[] | null): void {
  const by = (of: (e: Error) => boolean) => {
    const some = errors.filter(of);
    return `${rmse(some).toFixed(2)} (${bias(some) >= 0 ? '+' : ''}${bias(some).toFixed(1)}, n ${some.length})`;
  };
  const inside = share(errors, (e) => Math.abs(e.offDb) <= Z90 * e.sigmaDb);
  console.log(`${name}`);
  console.log(`  RMSE dB (bias): 2.4 GHz ${by((e) => e.band === 0)}, 5 GHz ${by((e) => e.band === 1)}, 6 GHz ${by((e) => e.band === 2)}`);
  console.log(`  predicted below −70: ${by((e) => e.predictedDbm < -70)}; truly below −70: ${by((e) => e.truthDbm < -70)}; in sight ${by((e) => e.open)}; yard ${by((e) => e.outdoors)}`);
  console.log(`  levels inside their range ${(100 * inside).toFixed(0)} %`);
  if (!speeds) return;
  const serving = speeds.filter((s) => s.serves);
  console.log(
    `  speeds inside ${(100 * share(speeds, (s) => s.inside)).toFixed(0)} %, below it ${(100 * share(speeds, (s) => s.low)).toFixed(0)} %; false "serves" ${(100 * share(serving, (s) => !s.servesTruly)).toFixed(1)} % of ${serving.length}; serving truly but not said ${(100 * share(speeds.filter((s) => s.servesTruly), (s) => !s.serves)).toFixed(0)} %`,
  );
}

/** Proves many houses and prints what came of it. */
export function truth(count: number): void {
  const start = performance.now();
  const houses = Array.from({ length: count }, (_, i) => proveHouse(i + 1));
  const all = (key: 'before' | 'after' | 'multiWall') => houses.flatMap((h) => h[key]);
  console.log(`${count} practice houses, ${READ} spots read ${RUNS} times each, ${all('after').length} levels never read`);
  report('Plain multi-wall', all('multiWall'), null);
  report('Before any reading', all('before'), houses.flatMap((h) => h.speedsBefore));
  report('After the readings', all('after'), houses.flatMap((h) => h.speedsAfter));
  const better = houses.filter((h) => rmse(h.after) < rmse(h.before)).length;
  console.log(`Better with the readings: ${better} of ${count} houses`);
  const weakest = [...houses].sort((a, b) => rmse(b.after) - rmse(a.after)).slice(0, 5);
  console.log(`Weakest: ${weakest.map((h) => `house ${h.seed} ${rmse(h.after).toFixed(1)} dB (before ${rmse(h.before).toFixed(1)})`).join(', ')}`);
  console.log(`${((performance.now() - start) / 1000).toFixed(0)} s`);
}

