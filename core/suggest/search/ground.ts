import { accessesOf, type Access } from '../../plan/links/access';
import { ownedBy } from '../../stats/lru';
import { pipeOf, type OptionLinks } from '../../plan/links/pipe';
import type { PlanContext } from '../../plan/network/context';
import type { Option, Unit } from '../../plan/option/schema';
import { pipeVerdict } from '../../plan/predict/predict';
import type { KitItem } from '../../kit/model/schema';
import { apartM } from '../../site/geometry/apart';
import { needOf } from '../../site/model/needs';
import type { Spot } from '../../site/model/schema';
import { VERDICT_RANK, type Verdict } from '../../site/model/verdict';
import type { Candidate } from '../choices/places';
import type { Policy } from '../choices/policies';
import type { SpotLink } from './columns';
import type { Placed } from './placed';
import type { LeastPrices } from './prices';

/** No way to a spot. */
export const NOTHING: SpotLink = { choiceDbm: -Infinity, lowDbm: -Infinity, verdict: 'noSignal' };

/** What a table is made of: a job with a network that is there from the start, and a policy. */
export interface Ground {
  /** The job with the air as free as it can be: what is told in it is never too little. */
  context: PlanContext;
  policy: Policy;
  /** The network with its radios as free as they can be, and as it is. */
  base: Option;
  plainBase: Option;
  spots: readonly Spot[];
  here: readonly SpotLink[];
  prices: LeastPrices;
  kits: readonly KitItem[];
  places: readonly Candidate[];
  placed: Placed;
  /** Share of the draws in which a spot may miss its need and still serve; absent a tenth. */
  share: number | undefined;
  /** Spots that no network brings further than tight: the line does not hold them in the evening. */
  short: ReadonlySet<string>;
  /** Spots at which a connection was read: what was read rules, so that the best is counted on whatever is reckoned. */
  read: ReadonlySet<string>;
  reachM: number;
}

/** The better of two verdicts. */
export const better = (a: Verdict, b: Verdict): Verdict => (VERDICT_RANK[a] >= VERDICT_RANK[b] ? a : b);

/** Ways by each band of a unit to a spot, worked out once for all its backhauls: the air from a place is the same however it is fed. */
const waysKnown = ownedBy((_: Unit) => new Map<string, Access[]>());

function waysOf(context: PlanContext, links: OptionLinks, radio: Unit, spot: Spot): readonly Access[] {
  const known = waysKnown(radio);
  let ways = known.get(spot.id);
  if (!ways) known.set(spot.id, (ways = accessesOf(context, links.air, radio, spot)));
  return ways;
}

/** How a spot's device hears a unit, whatever it would get of it. */
export function heardLink(
  { context, reachM }: Pick<Ground, 'context' | 'reachM'>,
  links: OptionLinks,
  unit: Unit,
  spot: Spot,
): SpotLink {
  if (apartM(unit.place, spot.place) > reachM) return NOTHING;
  const ways = waysOf(context, links, unit, spot);
  if (ways.length === 0) return NOTHING;
  const choiceDbm = Math.max(...ways.map((w) => w.choiceDbm));
  // In the open a channel for indoors may be planned that does not reach there.
  const lowDbm = spot.place.storeyId === null ? -Infinity : choiceDbm;
  return { choiceDbm, lowDbm, verdict: 'noSignal' };
}

/** What a spot would get at best through one unit of a network, were it to use that one. */
export function spotLink(
  { context, share, short, read, reachM }: Pick<Ground, 'context' | 'share' | 'short' | 'read' | 'reachM'>,
  links: OptionLinks,
  unit: Unit,
  radio: Unit,
  spot: Spot,
): SpotLink {
  if (!links.paths.has(unit.id)) return NOTHING;
  // The air from a place is the same however the unit there is fed: it is asked once for all its columns.
  const heard = heardLink({ context, reachM }, links, radio, spot);
  if (heard.choiceDbm === -Infinity) return NOTHING;
  const need = needOf(spot.activities, context.site.activityLimits);
  // Which band a device takes hangs on the channels that are planned: the better of them is counted on.
  let verdict: Verdict = read.has(spot.id) ? 'works' : 'noSignal';
  for (const way of waysOf(context, links, radio, spot)) {
    if (verdict === 'works') break;
    verdict = better(verdict, pipeVerdict(pipeOf(context, links, { ...way, unit }, spot), need, share));
  }
  if (verdict === 'works' && short.has(spot.id)) verdict = 'tight';
  return { ...heard, verdict };
}
