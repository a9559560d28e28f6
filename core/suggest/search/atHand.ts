import { kitById } from '../../kit/catalogue/catalogue';
import type { PlanContext } from '../../plan/network/context';
import { mayDrill } from '../../plan/rules/buildRules';
import { isCable } from '../../plan/option/feeds';
import { gatewayOf } from '../../plan/option/graph';
import { withMoved } from '../../plan/network/movedUnit';
import { nextLetter, withoutUnit } from '../../plan/option/placing';
import { hangsByLead } from '../../plan/network/cableRun';
import type { Option, Unit } from '../../plan/option/schema';
import { apartM } from '../../site/geometry/apart';
import type { Place } from '../../site/model/schema';
import { gatewaysOf } from '../choices/gateways';
import { fits, isTaken, placesFor, type Candidate } from '../choices/places';
import type { Policy } from '../choices/policies';
import { feedsFor } from '../choices/beginning';
import { VERDICT_RANK, type Verdict } from '../../site/model/verdict';
import { unitOn } from '../choices/addedUnit';

/** Places tried for a unit that moves, and for one more. */
const MOST_MOVES = 4;
const MOST_MORE = 5;
/** Places tried for the gateway, the nearest first. */
const MOST_GATEWAYS = 8;
/** What a storey between two places counts for, m. */
const STOREY_M = 3;

/** Whether a plan is one a policy allows: its way with the router, kits and feeds, but for what is locked. */
export function isOf(context: PlanContext, policy: Policy, option: Option, locked: readonly Unit[]): boolean {
  const gateway = gatewayOf(option);
  if (!gateway) return false;
  const isLocked = (unit: Unit) => locked.some((l) => l.id === unit.id);
  const way = kitById(gateway.kitId, context.ownKit)?.kind === 'router' ? 'behind' : 'replace';
  if (policy.router !== 'any' && policy.router !== way && !isLocked(gateway)) return false;
  return option.units.every((unit) => {
    // A switch at a side, or the first of a mesh beside a box, hangs there whatever the policy feeds by.
    if (isLocked(unit) || hangsByLead(context, option, unit)) return true;
    if (unit.feed.kind === 'line') return way === 'behind' || policy.kits.includes(unit.kitId);
    return isUnitOf(context, policy, unit);
  });
}

/** Whether a policy allows the kit and the backhaul of a unit. */
function isUnitOf(context: PlanContext, policy: Policy, { feed, kitId }: Unit): boolean {
  const isNewCable = isCable(feed) && feed.dataRunId === null;
  const isAir = feed.kind === 'wireless' || feed.kind === 'bridge';
  if (policy.feeds === 'air' && !isAir) return false;
  if (policy.feeds === 'wire' && isAir) return false;
  if (isNewCable && (policy.feeds === 'noDrilling' || !mayDrill(context.brief))) return false;
  return policy.kits.includes(kitId);
}

/** How far apart two places are for a change, m. */
const offM = (a: Place, b: Place): number => apartM(a, b) + (a.storeyId === b.storeyId ? 0 : STOREY_M);

function nearest(places: readonly Candidate[], to: Place, most: number): Candidate[] {
  return [...places].sort((a, b) => offM(a.place, to) - offM(b.place, to)).slice(0, most);
}

/**
 * Plans one change away from the one at hand, by a policy: without a unit, a unit fed otherwise, of another kit or at a place
 * near by, a unit more for the worst spot. Locked units stay. An order that never depends on the clock.
 */
export function* changesOf(
  context: PlanContext,
  policy: Policy,
  option: Option,
  locked: readonly Unit[],
  verdicts: ReadonlyMap<string, Verdict>,
): Generator<Option> {
  const kits = policy.kits.map((id) => kitById(id, context.ownKit)!);
  const places = placesFor(context, kits).filter((c) => !isTaken(option, c.place));
  const free = option.units.filter((u) => u.feed.kind !== 'line' && !locked.some((l) => l.id === u.id));
  const having = (unit: Unit): Option => ({
    ...option,
    units: option.units.map((u) => (u.id === unit.id ? unit : u)),
  });
  for (const unit of free) yield withoutUnit(option, unit.id);
  const gateway = gatewayOf(option)!;
  if (!locked.some((l) => l.id === gateway.id))
    yield* gatewaysOf(context, policy, option)
      .sort((a, b) => offM(gatewayOf(a)!.place, gateway.place) - offM(gatewayOf(b)!.place, gateway.place))
      .slice(0, MOST_GATEWAYS);
  const worst = [...context.site.spots].sort(
    (a, b) =>
      VERDICT_RANK[verdicts.get(a.id) ?? 'noSignal'] - VERDICT_RANK[verdicts.get(b.id) ?? 'noSignal'] ||
      a.number - b.number,
  )[0];
  if (worst && verdicts.get(worst.id) !== 'works')
    for (const place of nearest(places, worst.place, MOST_MORE))
      for (const kit of kits.filter((k) => fits(k, place))) {
        const plain = unitOn(context, option, kit, place, `more-${nextLetter(option).toLowerCase()}`);
        for (const feed of feedsFor(context, policy, option, plain, kit))
          yield { ...option, units: [...option.units, { ...plain, feed }] };
      }
  for (const unit of free) {
    const kit = kitById(unit.kitId, context.ownKit)!;
    const bare = withoutUnit(option, unit.id);
    for (const feed of feedsFor(context, policy, bare, unit, kit)) yield having({ ...unit, feed });
    for (const other of kits)
      if (other.id !== unit.kitId && other.mount === kit.mount && other.feeds.includes(unit.feed.kind))
        yield having({ ...unit, kitId: other.id, radios: {} });
    const near = nearest(
      places.filter((c) => fits(kit, c)),
      unit.place,
      MOST_MOVES,
    );
    for (const { place } of near) yield withMoved(context.site, option, unit.id, place);
  }
}
