import { kitById } from '../../kit/catalogue/catalogue';
import { evaluate, type Evaluation } from '../../plan/evaluate/evaluate';
import { hopOf } from '../../plan/links/hop';
import { pointOf, type PlanContext } from '../../plan/network/context';
import { gatewayOf } from '../../plan/option/graph';
import { nextLetter } from '../../plan/option/placing';
import type { Option, Unit } from '../../plan/option/schema';
import { predictOption } from '../../plan/predict/predict';
import { crossingsBetween } from '../../radio/geometry/crossings';
import { apartM } from '../../site/geometry/apart';
import type { Place, Spot } from '../../site/model/schema';
import { servedOf, VERDICT_RANK } from '../../site/model/verdict';
import { proposed, type Proposal } from '../choices/added';
import { goodOf, unitOn } from '../choices/addedUnit';
import { beginning, feedsFor } from '../choices/beginning';
import { fits, isTaken, placesFor, type Candidate } from '../choices/places';
import { PLANNED_DBM } from '../../radio/link/levels';
import type { RuleOfThumb } from '../choices/policies';
import type { Prediction } from '../../plan/predict/prediction';

/** What a rule of thumb came to. */
export interface RulePlan extends Proposal {
  ruleId: string;
  evaluation: Evaluation;
}

/** Units beside the gateway a rule adds at most. */
const MOST_MORE = 5;
/** How little more is not worth a unit, in spots. */
const WORTH = 0.05;
/** What a storey between a place and a spot counts for, m. */
const STOREY_M = 4;

/** Walls between two places in a straight line. */
const wallsBetween = (context: PlanContext, a: Place, b: Place): number =>
  crossingsBetween(context.scene, pointOf(context.site, a), pointOf(context.site, b)).walls.length;

/** Places a rule names for a weak spot, the first it names first. */
function placesNamed(
  context: PlanContext,
  rule: RuleOfThumb,
  option: Option,
  spot: Spot,
  all: readonly Candidate[],
): Candidate[] {
  const gateway = gatewayOf(option)!;
  const free = all.filter((c) => !isTaken(option, c.place));
  const by = (offM: (c: Candidate) => number) => [...free].sort((a, b) => offM(a) - offM(b));
  const near = by(
    (c) => apartM(c.place, spot.place) + (c.place.storeyId === spot.place.storeyId ? 0 : STOREY_M),
  );
  const walls = (c: Candidate) =>
    Math.min(...option.units.map((u) => wallsBetween(context, u.place, c.place)));
  switch (rule.placing) {
    case 'halfway': {
      const xM = (gateway.place.xM + spot.place.xM) / 2;
      const yM = (gateway.place.yM + spot.place.yM) / 2;
      return by((c) => apartM(c.place, { xM, yM }));
    }
    case 'twoRooms':
      return near.filter((c) => walls(c) === 2);
    case 'twoWalls':
      return near.filter((c) => walls(c) <= 2);
    case 'plugIn':
      return near.filter((c) => wallsBetween(context, c.place, spot.place) <= 2);
    case 'asNear':
      return near;
  }
}

/** The unit a rule puts at a place: its first kit that can be fixed there, on the parent it hears best; null where it hears none. */
function unitNamed(context: PlanContext, rule: RuleOfThumb, option: Option, at: Candidate): Unit | null {
  const kit = rule.kits.map((id) => kitById(id, context.ownKit)!).find((k) => fits(k, at));
  if (!kit) return null;
  const plain = unitOn(context, option, kit, at, `rule-${nextLetter(option).toLowerCase()}`);
  let best: { unit: Unit; levelDbm: number } | null = null;
  for (const feed of feedsFor(context, rule, option, plain, kit)) {
    const unit = { ...plain, feed };
    const levelDbm =
      hopOf(context, { ...option, units: [...option.units, unit] }, unit)?.levelDbm ?? -Infinity;
    if (!best || levelDbm > best.levelDbm) best = { unit, levelDbm };
  }
  if (!best || (rule.placing === 'asNear' && best.levelDbm < PLANNED_DBM)) return null;
  return best.unit;
}

/** How much a network does: spots that work, and what the others get of their need. */
const scoreOf = (p: readonly Prediction[]): number => servedOf(p).length + goodOf(p);

/** The spot that is served worst of those nobody has given up. */
function worstOf(context: PlanContext, predictions: readonly Prediction[], givenUp: ReadonlySet<string>) {
  const left = predictions
    .filter((p) => p.verdict !== 'works' && !givenUp.has(p.spotId))
    .sort((a, b) => VERDICT_RANK[a.verdict] - VERDICT_RANK[b.verdict] || a.number - b.number)[0];
  return context.site.spots.find((s) => s.id === left?.spotId);
}

/**
 * The plan somebody would make by a rule of thumb: unit by unit for the spot that is worst, each at the place the rule names
 * first, until every spot works, five units stand or nothing more helps. Nothing is searched: it is what the search is held
 * against. Null where nothing can stand on the line.
 */
export function planByRule(
  context: PlanContext,
  today: Option,
  rule: RuleOfThumb,
  locked: readonly Unit[],
): RulePlan | null {
  const begun = beginning(context, rule, rule.router === 'behind' ? 'behind' : 'replace', today, locked);
  if (!begun) return null;
  const kits = rule.kits.map((id) => kitById(id, context.ownKit)!);
  const places = placesFor(context, kits);
  let option = begun;
  let predictions = predictOption(context, option);
  const givenUp = new Set<string>();
  while (option.units.length < begun.units.length + MOST_MORE) {
    const spot = worstOf(context, predictions, givenUp);
    if (!spot) break;
    let unit: Unit | null = null;
    for (const at of placesNamed(context, rule, option, spot, places))
      if ((unit = unitNamed(context, rule, option, at))) break;
    const next = unit && { ...option, units: [...option.units, unit] };
    const then = next && predictOption(context, next);
    // What brings nothing is taken back to the van.
    if (next && then && scoreOf(then) > scoreOf(predictions) + WORTH) [option, predictions] = [next, then];
    else givenUp.add(spot.id);
  }
  return {
    ...proposed(option, [today, { units: locked as Unit[] }]),
    ruleId: rule.id,
    evaluation: evaluate(context, option, today),
  };
}
