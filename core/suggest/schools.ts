import { apartM } from '../site/geometry/apart';
import { kitById } from '../kit/catalogue/catalogue';
import { crossingsBetween } from '../radio/geometry/crossings';
import type { Place, Spot } from '../site/model/schema';
import { pointOf, type PlanContext } from '../plan/network/context';
import { evaluate, type Evaluation } from '../plan/evaluate/evaluate';
import { hopOf } from '../plan/links/hop';
import { predictOption, type Prediction } from '../plan/predict/predict';
import { nextLetter } from '../plan/option/placing';
import { gatewayOf } from '../plan/option/graph';
import type { Option, Unit } from '../plan/option/schema';
import { fits, isTaken, placesFor, type Candidate } from './candidates';
import { goodOf, unitOn } from './more';
import type { School } from './schoolList';
import { beginning, feedsFor } from './schoolNetwork';
import { servedOf, VERDICT_RANK } from '../site/model/verdict';

/** What a school came to, with how many networks were tried for it. */
export interface SchoolPlan {
  school: string;
  option: Option;
  evaluation: Evaluation;
  tried: number;
}

const servedIn = (p: SchoolPlan): number => servedOf(p.evaluation.predictions).length;

/** The best of some plans: the most spots served, then the least money. */
export function bestOf(plans: readonly SchoolPlan[]): SchoolPlan | null {
  return (
    [...plans].sort(
      (a, b) => servedIn(b) - servedIn(a) || a.evaluation.price.totalMinor - b.evaluation.price.totalMinor,
    )[0] ?? null
  );
}

/**
 * Plans with the free one being the best of all: it is bound by nothing, so whatever a school found is open to it too. `by` is
 * the school that found it.
 */
export function withFree(plans: readonly SchoolPlan[]): { plans: SchoolPlan[]; by: string | null } {
  const best = bestOf(plans);
  if (!best) return { plans: [...plans], by: null };
  return {
    plans: plans.map((p) => (p.school === 'free' ? { ...best, school: 'free', tried: p.tried } : p)),
    by: best.school,
  };
}

/** Level a parent is to be heard at, dBm, where units overlap (numbers: plan −67). */
const HEARD_DBM = -67;
/** Units beside the gateway a school adds at most, and places tried for each. */
const MOST_MORE = 5;
const MOST_PLACES = 14;
/** How little more is not worth a unit, in spots. */
const WORTH = 0.05;

/** Walls between two places in a straight line. */
const wallsBetween = (context: PlanContext, a: Place, b: Place): number =>
  crossingsBetween(context.scene, pointOf(context.site, a), pointOf(context.site, b)).walls.length;

/** Places a school would look at for a weak spot, given what is there already. */
function placesWanted(
  context: PlanContext,
  school: School,
  option: Option,
  spot: Spot,
  all: readonly Candidate[],
): Candidate[] {
  const gateway = gatewayOf(option)!;
  const free = all.filter((c) => !isTaken(option, c.place));
  const toSpot = (c: Candidate) =>
    apartM(c.place, spot.place) + (c.place.storeyId === spot.place.storeyId ? 0 : 4);
  const near = [...free].sort((a, b) => toSpot(a) - toSpot(b));
  const parents = option.units;
  const walls = (c: Candidate) => Math.min(...parents.map((u) => wallsBetween(context, u.place, c.place)));
  switch (school.placing) {
    case 'halfway': {
      const middle = {
        xM: (gateway.place.xM + spot.place.xM) / 2,
        yM: (gateway.place.yM + spot.place.yM) / 2,
      };
      const off = (c: Candidate) => apartM(c.place, middle);
      return [...free].sort((a, b) => off(a) - off(b)).slice(0, 2);
    }
    case 'twoRooms':
      return near.filter((c) => walls(c) === 2).slice(0, MOST_PLACES);
    case 'twoWalls':
      return near.filter((c) => walls(c) <= 2).slice(0, MOST_PLACES);
    case 'plugIn':
      return near.filter((c) => wallsBetween(context, c.place, spot.place) <= 2).slice(0, MOST_PLACES);
    case 'asNear':
      return near.slice(0, 2 * MOST_PLACES);
    default:
      return near.slice(0, MOST_PLACES);
  }
}

/**
 * The plan a school would make: unit by unit for the spot that is worst, each time the best of the places, kit and feeds it
 * allows, until every spot is served or nothing more helps. It is a search by trying, not a proof of the best. `pause` is
 * awaited between tries, so that whoever asks can do other things.
 */
export async function planBySchool(
  context: PlanContext,
  today: Option,
  school: School,
  locked: readonly Unit[],
  pause: () => Promise<void>,
): Promise<SchoolPlan | null> {
  const ways = school.router === 'any' ? (['replace', 'behind'] as const) : [school.router];
  let best = null as SchoolPlan | null;
  for (const router of ways) {
    const begun = beginning(context, school, router, today, locked);
    const plan = begun && (await extended(context, today, school, begun, pause));
    if (!plan) continue;
    const better = best ? bestOf([best, plan])! : plan;
    best = { ...better, tried: plan.tried + (best?.tried ?? 0) };
  }
  return best;
}

async function extended(
  context: PlanContext,
  today: Option,
  school: School,
  begun: Option,
  pause: () => Promise<void>,
): Promise<SchoolPlan> {
  const kits = school.kits.map((id) => kitById(id, context.ownKit)!);
  const candidates = placesFor(context, kits);
  let option = begun;
  let predictions = predictOption(context, option);
  const givenUp = new Set<string>();
  let tried = 0;
  while (option.units.length <= begun.units.length + MOST_MORE - 1) {
    const spot = worst(context, predictions, givenUp);
    if (!spot) break;
    const found: { option: Option; predictions: Prediction[]; score: number }[] = [];
    const now = scoreOf(predictions);
    for (const candidate of placesWanted(context, school, option, spot, candidates)) {
      await pause();
      for (const kit of kits) {
        if (!fits(kit, candidate)) continue;
        const unit = unitOn(context, option, kit, candidate, `school-${nextLetter(option).toLowerCase()}`);
        for (const feed of feedsFor(context, school, option, unit, kit)) {
          const next = { ...option, units: [...option.units, { ...unit, feed }] };
          if (school.placing === 'asNear') {
            const heard = hopOf(context, next, { ...unit, feed })?.levelDbm;
            if (heard === null || heard === undefined || heard < HEARD_DBM) continue;
          }
          tried++;
          const then = predictOption(context, next);
          if (scoreOf(then) > now + WORTH)
            found.push({ option: next, predictions: then, score: scoreOf(then) });
        }
      }
      // As near as it goes: the first that is heard is taken.
      if (school.placing === 'asNear' && found.length > 0) break;
    }
    found.sort((a, b) => b.score - a.score);
    // Among those that do about as much, the cheapest.
    const close = found.filter((f) => f.score > found[0]!.score - 0.3).slice(0, 12);
    const priced = close.map((f) => ({ ...f, price: evaluate(context, f.option, today).price.totalMinor }));
    priced.sort((a, b) => a.price - b.price);
    const taken = priced[0];
    if (!taken) {
      givenUp.add(spot.id);
      continue;
    }
    option = taken.option;
    predictions = taken.predictions;
  }
  return { school: school.id, option, evaluation: evaluate(context, option, today), tried };
}

const scoreOf = (p: readonly Prediction[]): number => servedOf(p).length + goodOf(p);

function worst(
  context: PlanContext,
  predictions: readonly Prediction[],
  skip: ReadonlySet<string>,
): Spot | null {
  const left = predictions
    .filter((p) => p.verdict !== 'serves' && !skip.has(p.spotId))
    .sort((a, b) => VERDICT_RANK[a.verdict] - VERDICT_RANK[b.verdict] || a.number - b.number)[0];
  return context.site.spots.find((s) => s.id === left?.spotId) ?? null;
}
