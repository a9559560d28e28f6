import { chainOf } from '../core/feed/chain';
import type { PlanContext } from '../core/plan/network/context';
import { pointOf } from '../core/plan/network/context';
import { evenings } from '../core/plan/links/busyHour';
import { holdsInTheEvening, houseOf } from '../core/plan/links/house';
import { hopOf } from '../core/plan/links/hop';
import { meets } from '../core/plan/links/judge';
import { mediaOf } from '../core/plan/links/media';
import type { Part } from '../core/plan/links/part';
import type { Option } from '../core/plan/option/schema';
import { predictOption } from '../core/plan/predict/predict';
import { BANDS, BAND_INDEX, SHADOWING_DB, type Band, type PerBand } from '../core/radio/link/bands';
import { priorSigma, type Beliefs } from '../core/radio/learning/beliefs';
import { cholesky } from '../core/stats/cholesky';
import { normalQuantile } from '../core/stats/normalDraws';
import { seeded } from '../core/stats/seeded';

/** What is drawn apart from place to place in the chance too: the speed beside the level, and the loaded round trip. */
const LOCAL_LN = 0.15;
const LATENCY_LN = 0.15;
const SPEED_LN = Math.hypot(0.25, 0.25);
/** Shadowing of two places is alike by exp(−Δ / 2.5 m), of two bands at one place by 0.6. */
const ALIKE_M = 2.5;
const BANDS_ALIKE = 0.6;

/** One house as it may be: what is unsure has one value each, and nothing is unsure any more. */
function drawnContext(
  context: PlanContext,
  option: Option,
  k: number,
  normal: () => number,
  shadows: () => (unitId: string, band: Band, at: number) => number,
): PlanContext {
  const { scene, site } = context;
  const known = new Map<string, number>();
  const of = (name: string) => {
    let v = known.get(name);
    if (v === undefined) known.set(name, (v = priorSigma(name, scene) * normal()));
    return v;
  };
  // The losses of a construction grow by its thickness share: deltas are per crossing of the usual one, as the parameters are.
  const deltaDb = new Map(
    scene.constructionNames.map(
      (name) => [name, BANDS.map((b) => -of(`loss:${name}:${b}`)) as unknown as PerBand] as const,
    ),
  );
  const shadow = shadows();
  const places = new Map(site.spots.map((s, i) => [key(pointOf(site, s.place)), i]));
  const hops = new Map<string, number>();
  const speeds = new Map(BANDS.map((b) => [b, SPEED_LN * normal()]));
  const beliefs: Beliefs = {
    ...context.beliefs,
    correction: { id: `draw ${k}`, deltaDb, clutterDbPerM: of('clutter'), diffractionDb: of('edge') },
    sigmaDb: () => 0,
    shiftDb: (features) => {
      let sum = 0;
      const ends: string[] = [];
      for (const [name, by] of features) {
        const [kind, id] = name.split(':');
        if (kind !== 'unit' && kind !== 'device') continue;
        sum += by * of(name);
        if (kind === 'unit') ends.push(`${id} ${name.split(':')[2]}`);
      }
      if (ends.length < 2) return sum;
      // Two units hear each other: their way has a shadow of its own.
      const pair = ends.sort().join(' ');
      const band = ends[0]!.split(' ')[1] as Band;
      let own = hops.get(pair);
      if (own === undefined) hops.set(pair, (own = SHADOWING_DB[BAND_INDEX[band]] * normal()));
      return sum + own;
    },
    near: (from, band, p) => {
      const unit = option.units.find((u) => key(pointOf(site, u.place)) === key(from));
      const at = places.get(key(p));
      return unit && at !== undefined
        ? { meanDb: shadow(unit.id, band, at), known: 1 }
        : { meanDb: 0, known: 1 };
    },
    speed: (band) => ({ meanLn: speeds.get(band)!, sigmaLn: 0 }),
  };
  return { ...context, beliefs };
}

const key = (p: { x: number; y: number; z: number }) => [p.x, p.y, p.z].map((v) => v.toFixed(3)).join();

/**
 * The chance that every spot of a house nobody has read works, alone and at the busy hour, by plain simulation: each draw is a house,
 * worked out whole by the model that plans are predicted with. What the search says of its plans is held against it.
 */
export function plainChance(context: PlanContext, option: Option, draws: number, seed: number): number {
  const next = seeded(seed);
  const normal = () => normalQuantile(Math.min(1 - 1e-9, Math.max(1e-9, next())));
  const { spots } = context.site;
  const points = spots.map((s) => s.place);
  const index = spots.flatMap((_, i) => BANDS.map((band) => ({ i, band })));
  const factor = cholesky(
    index.map((a, r) =>
      Float64Array.from(index, (b, c) => {
        if (c > r) return 0;
        const [p, q] = [points[a.i]!, points[b.i]!];
        const offM =
          p.storeyId === q.storeyId
            ? Math.hypot(p.xM - q.xM, p.yM - q.yM)
            : Math.hypot(p.xM - q.xM, p.yM - q.yM, 3);
        const alike = (a.band === b.band ? 1 : BANDS_ALIKE) * Math.exp(-offM / ALIKE_M);
        const own = SHADOWING_DB[BAND_INDEX[a.band]] * SHADOWING_DB[BAND_INDEX[b.band]];
        return alike * own + (r === c ? 1e-6 : 0);
      }),
    ),
  );
  const shadows = () => {
    const fields = new Map(
      option.units.map((u) => {
        const z = index.map(() => normal());
        const values = factor.map((row, r) => z.slice(0, r + 1).reduce((sum, v, c) => sum + row[c]! * v, 0));
        return [u.id, values] as const;
      }),
    );
    return (unitId: string, band: Band, at: number) =>
      fields.get(unitId)![index.findIndex((x) => x.i === at && x.band === band)]!;
  };
  let whole = 0;
  for (let k = 0; k < draws; k++) {
    const own = drawnContext(context, option, k, normal, shadows);
    const locals = new Map<string, number>();
    const rough = new Map(option.units.map((u) => [u.id, hopOf(own, option, u)]));
    const factors = new Map<string, number>();
    const scattered = (part: Part, spotId: string): Part => {
      const scale = (name: string, sigma: number) => {
        let by = (sigma === LOCAL_LN ? locals : factors).get(name);
        if (by === undefined)
          (sigma === LOCAL_LN ? locals : factors).set(name, (by = Math.exp(sigma * normal())));
        return by;
      };
      if (part.why.kind === 'air') {
        const by = scale(part.kind === 'feed' ? `hop ${part.unitId}` : `spot ${spotId}`, LOCAL_LN);
        return { ...part, downMbps: part.downMbps * by, upMbps: part.upMbps * by };
      }
      const hop = part.kind === 'feed' && part.unitId ? rough.get(part.unitId) : null;
      if (!hop || hop.sigmaLn === 0) return part;
      const by = scale(part.unitId!, hop.sigmaLn);
      const most = (v: number) => Math.min(hop.mostMbps, v * by);
      return { ...part, downMbps: most(part.downMbps), upMbps: most(part.upMbps) };
    };
    const house = houseOf(own);
    const pipes: (readonly Part[] | null)[] = house.asked.map(() => null);
    let all = true;
    for (const p of predictOption(own, option)) {
      const pipe = p.pipe.map((part) => scattered(part, p.spotId));
      const chain = pipe.length > 0 ? chainOf(pipe) : { downMbps: 0, upMbps: 0, latencyMs: 0 };
      if (chain.downMbps > 0 && chain.upMbps > 0)
        pipes[house.asked.findIndex((a) => a.spotId === p.spotId)] = pipe;
      const latencyMs = chain.latencyMs * Math.exp(LATENCY_LN * normal());
      all &&= meets({ ...chain, latencyMs }, p.need);
    }
    if (!all) continue;
    const held = evenings(house, mediaOf(own, option), pipes).spots;
    if (held.every((e) => e !== null && holdsInTheEvening(e))) whole++;
  }
  return whole / draws;
}
