import { capital } from '../site/model/capital';
import { mean } from 'd3-array';
import { asked, betterFit, labelOf, takes, type Contradiction } from './contradictionWords';
import type { PlanContext } from '../plan/network/context';
import { asLoss, priorSigma } from '../radio/learning/beliefs';
import type { Calibration, Observation } from '../radio/learning/calibration';
import { radioPath } from '../radio/propagation/path';
import { barrierHit, slabCrossed } from '../radio/geometry/meet';
import { inside, storeysById } from '../site/model/levels';
import { roomsOn } from '../site/geometry/rooms';

/** A thing of a house strays from its drawing by so much where it does, dB (estimate). */
const STRAYS_DB = 8;
/**
 * Readings are at least seven times likelier with a thing otherwise than with it as drawn, as a natural logarithm. Held against old
 * houses badly surveyed: of those asked about, somewhat more than half are otherwise, or something is before them (docs/model.md).
 */
const LEAST_EVIDENCE = 2;
/** Less than this is within what a construction differs by from wall to wall, dB. */
const LEAST_DB = 5;
/** One place may have reasons of its own. */
const LEAST_PLACES = 2;
/** A construction that readings contradict by more than so many times its spread is named. */
const CONSTRUCTION_SIGMAS = 2;
/** Things asked about at once: one answer changes what is left of the others. */
const MOST_ASKED = 3;

/** A thing that may be otherwise than drawn: how the level of each reading leans on it. */
interface Suspect {
  kind: 'wall' | 'floor' | 'room';
  id: string;
  lean(level: Observation): number;
}

/** Whether what was read comes straight for the most part: what it meets on the way is then known. */
const isStraight = ({ scene, beliefs }: PlanContext, o: Observation): boolean =>
  radioPath(scene, o.from, o, o.band, beliefs.correction).ray === null;

function suspectsOf(context: PlanContext): Suspect[] {
  const { scene, site } = context;
  const straight = new Map<string, boolean>();
  const comesStraight = (o: Observation): boolean => {
    let is = straight.get(o.id);
    if (is === undefined) straight.set(o.id, (is = isStraight(context, o)));
    return is;
  };
  const walls = scene.barriers.map((w): Suspect => ({
    kind: 'wall',
    id: w.id,
    lean: (o) => {
      const hit = comesStraight(o) ? barrierHit(w, o.from, o) : null;
      return hit && hit.opening === null ? -hit.weight : 0;
    },
  }));
  const storeys = storeysById(site);
  const floors = scene.slabs
    .filter((s) => storeys.has(s.id))
    .map((s): Suspect => ({
      kind: 'floor',
      id: s.id,
      lean: (o) => (comesStraight(o) && slabCrossed(s, o.from, o) ? -1 : 0),
    }));
  const rooms = site.rooms.flatMap((r): Suspect[] => {
    const storey = storeys.get(r.storeyId)?.storey;
    const found = storey && roomsOn(site, r.storeyId).find((f) => f.named?.id === r.id);
    if (!storey || !found) return [];
    const isIn = (p: { x: number; y: number; z: number }) =>
      p.z >= storey.floorLevelM &&
      p.z < storey.floorLevelM + storey.heightM &&
      inside(found.outline, p.x, p.y);
    return [{ kind: 'room', id: r.id, lean: (o) => (isIn(o) && !isIn(o.from) ? -1 : 0) }];
  });
  return [...walls, ...floors, ...rooms];
}

/** Constructions that the readings contradict as a whole: more than twice what they stray by. */
function wrongKinds(context: PlanContext, { posterior }: Calibration): Contradiction[] {
  const { site, scene } = context;
  const byName = new Map<string, { shifts: number[]; sigmas: number[] }>();
  posterior.parameters.forEach((name, i) => {
    const loss = asLoss(name);
    if (!loss) return;
    const known = byName.get(loss.construction) ?? { shifts: [], sigmas: [] };
    known.shifts.push(posterior.mean[i]!);
    known.sigmas.push(priorSigma(name, scene));
    byName.set(loss.construction, known);
  });
  return [...byName].flatMap(([construction, { shifts, sigmas }]): Contradiction[] => {
    const moreDb = mean(shifts)!;
    if (Math.abs(moreDb) < CONSTRUCTION_SIGMAS * mean(sigmas)!) return [];
    const wallIds = site.walls.filter((w) => w.construction === construction).map((w) => w.id);
    const to = wallIds.length > 0 ? betterFit(site, construction, moreDb) : null;
    return [
      {
        kind: 'construction',
        id: construction,
        storeyId: null,
        at: null,
        moreDb,
        words: `${capital(labelOf(site, construction))} ${takes(moreDb, 'its kind')} wherever it stands, more than twice what that strays by: ${to ? `is it ${labelOf(site, to)}?` : 'is it drawn as what it is?'}`,
        drawAs: to === null ? null : { construction: to, wallIds, storeyId: null },
      },
    ];
  });
}

/** A suspect with what speaks for it once those taken before it are known of, and how it leans on each of them. */
interface Held {
  suspect: Suspect;
  precision: number;
  pull: number;
  places: number;
  shared: number[];
}

/** How much it would take, dB, and how much likelier the readings are with it than without, as a natural logarithm. */
function weighed({ precision, pull }: Pick<Held, 'precision' | 'pull'>) {
  const moreDb = pull / (precision + STRAYS_DB ** -2);
  return { moreDb, evidence: (moreDb * pull) / 2 - Math.log(1 + STRAYS_DB ** 2 * precision) / 2 };
}

/** Takes a suspect as known: of what speaks for another what the two share goes (Cholesky, a column at a time). */
function given(taken: Held, other: Held, lean: Calibration['further']): Held {
  const both = lean((o) => taken.suspect.lean(o) + other.suspect.lean(o)).precision;
  const alone = (h: Held) => h.precision + h.shared.reduce((sum, s) => sum + s * s, 0);
  const common = (both - alone(taken) - alone(other)) / 2;
  const before = other.shared.reduce((sum, s, k) => sum + s * taken.shared[k]!, 0);
  const d = Math.sqrt(taken.precision + STRAYS_DB ** -2);
  const by = (common - before) / d;
  return {
    ...other,
    precision: Math.max(0, other.precision - by * by),
    pull: other.pull - (by * taken.pull) / d,
    shared: [...other.shared, by],
  };
}

/**
 * Where what the readings left over has a place: a wall, a floor or a room that all of them would explain if it took more or less
 * than drawn. Each is held as one parameter more against the fit (Bayes factor with a prior of 8 dB), so what a construction, a device
 * or one odd reading explains is not asked of a wall; what one thing explains is not asked of the next. At most three, the
 * likeliest first.
 */
export function contradictions(context: PlanContext, calibration: Calibration): Contradiction[] {
  const out = wrongKinds(context, calibration);
  let held = suspectsOf(context).flatMap((suspect): Held[] => {
    const places = new Set<string>();
    const { precision, pull } = calibration.further((o) => {
      const by = suspect.lean(o);
      if (by !== 0) places.add(`${o.x},${o.y},${o.z}`);
      return by;
    });
    return places.size < LEAST_PLACES ? [] : [{ suspect, precision, pull, places: places.size, shared: [] }];
  });
  while (out.length < MOST_ASKED) {
    const [best] = held
      .map((h) => ({ h, ...weighed(h) }))
      .filter(({ moreDb, evidence }) => evidence >= LEAST_EVIDENCE && Math.abs(moreDb) >= LEAST_DB)
      .sort((a, b) => b.evidence - a.evidence);
    if (!best) break;
    const { suspect, places } = best.h;
    const thing = asked(context.site, suspect, best.moreDb, places);
    if (thing) out.push(thing);
    held = held.filter((h) => h !== best.h).map((h) => given(best.h, h, calibration.further));
  }
  return out;
}
