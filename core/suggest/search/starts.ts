import { atPace } from '../../brief/paces';
import { kitById } from '../../kit/catalogue/catalogue';
import { priceFactor } from '../../kit/catalogue/priceFactor';
import { cheapestPacking } from '../../kit/model/materialItems';
import { optionPriceMinor } from '../../plan/cost/optionPrice';
import type { PlanContext } from '../../plan/network/context';
import { houseOf } from '../../plan/links/house';
import { gatewayOf } from '../../plan/option/graph';
import type { Option } from '../../plan/option/schema';
import { beginning, meshOf, ROOT_ID } from '../choices/beginning';
import { gatewaysOf } from '../choices/gateways';
import { fits, placesFor } from '../choices/places';
import type { Policy } from '../choices/policies';
import type { LinkTable } from './columns';
import type { Search, SearchAsk } from './judged';
import { PENALTY_MINOR } from './penalty';

/** With more places than this for its kits a way of working is begun with the narrower ones it contains. */
const MANY_UNITS = 40;
export const isManyUnits = (context: PlanContext, { kits }: Policy): boolean => {
  const items = kits.map((id) => kitById(id, context.ownKit)!);
  return (
    placesFor(context, items).reduce((n, c) => n + items.filter((k) => fits(k, c)).length, 0) > MANY_UNITS
  );
};

/** So many ways from a place to a spot are told within the first seconds. */
const FIRST_WAYS = 1500;
/** Places that are looked at for a first answer where a plot has too many to wait for: so many, evenly taken; null where it has not. */
export const firstPlaces = (context: PlanContext, { kits }: Policy): number | null => {
  const items = kits.map((id) => kitById(id, context.ownKit)!);
  const most = Math.max(1, Math.floor(FIRST_WAYS / Math.max(1, context.site.spots.length)));
  return placesFor(context, items).length > most ? most : null;
};

/** The networks a search begins with: what is locked, and the ways with the router a policy allows, each kit of a gateway apart. */
export function beginnings(context: PlanContext, ask: SearchAsk, today: Option): Option[] {
  const { policy, locked } = ask;
  const ways = policy.router === 'any' ? (['replace', 'behind'] as const) : [policy.router];
  const mesh = meshOf(context, policy.kits);
  return ways.flatMap((way) => {
    const base = beginning(context, policy, way, today, locked);
    if (!base) return [];
    if (way === 'behind') {
      // With plug-in units alone the box serves as it is; a mesh hangs on it by a lead.
      const plug = { ...policy, kits: policy.kits.filter((k) => !mesh.includes(k)) };
      const bare = plug.kits.length > 0 ? beginning(context, plug, way, today, locked) : null;
      const roots = mesh.map((kitId) => ({
        ...base,
        units: base.units.map((u) => (u.id === ROOT_ID ? { ...u, kitId } : u)),
      }));
      return bare && mesh.length > 0 ? [bare, ...roots] : [base];
    }
    const gateway = gatewayOf(base)!;
    if (locked.some((u) => u.id === gateway.id)) return [base];
    const kits = mesh.length > 0 ? mesh : [gateway.kitId];
    return kits
      .filter((id) => kitById(id, context.ownKit))
      .map((kitId) => ({
        ...base,
        units: base.units.map((u) => (u.id === gateway.id ? { ...u, kitId } : u)),
      }));
  });
}

/** The same with the gateway moved, where it is not locked: the cheapest way of the line to it first. */
function movedStarts(
  context: PlanContext,
  { policy, locked }: SearchAsk,
  today: Option,
  starts: readonly Option[],
): { base: Option; minor: number }[] {
  return starts
    .filter((base) => !locked.some((l) => l.id === gatewayOf(base)!.id))
    .flatMap((base) => gatewaysOf(context, policy, base))
    .map((base) => ({ base, minor: optionPriceMinor(context, base, today) }))
    .sort((a, b) => a.minor - b.minor);
}

/** The least units of a way of working add to a network, minor units: the item as its boxes come cheapest, and the minutes of joining it. */
function leastAddedMinor(
  context: PlanContext,
  { policy: { kits }, most }: SearchAsk,
  base: Option,
  today: Option,
): number {
  const { labourMinorPerHour, catalogueRate, allowed, paces } = context.brief;
  const has = (o: Option, kitId: string) => o.units.filter((u) => u.kitId === kitId).length;
  const least = kits.map((id) => {
    const kit = kitById(id, context.ownKit)!;
    const wanted = has(base, id) - (allowed.reuseOldGear ? has(today, id) : 0);
    const packed = (n: number) => cheapestPacking(Math.max(0, n), kit.costMinor, kit.packs).costMinor;
    const more = Array.from({ length: most }, (_, k) => packed(wanted + k + 1) - packed(wanted));
    const joinMin = atPace(paces, 'join', kit.handsMin);
    return Math.min(...more) * priceFactor(kit, catalogueRate) + (joinMin / 60) * labourMinorPerHour;
  });
  return Math.min(Infinity, ...least);
}

/** What spots weigh that the line does not hold in the evening: tight at best, wherever anything stands, minor units. */
export const unheldMinor = (context: PlanContext): number =>
  houseOf(context).lineShort.evening.length * PENALTY_MINOR.tight;

/** Tables with the gateway moved hold no more columns than this together: what lies beyond stays open. */
const MOST_MOVED_COLUMNS = 3000;

/** Makes the link table of a way of working that begins with a network. */
type TableOf = (policy: Policy, base: Option) => Promise<LinkTable>;

/** Looks through the networks that begin with the gateway elsewhere, the cheapest first, while one can be worth less. */
export async function moveGateway(
  context: PlanContext,
  today: Option,
  ask: SearchAsk,
  { search, tableOf, starts }: { search: Search; tableOf: TableOf; starts: readonly Option[] },
): Promise<void> {
  const floorMinor = unheldMinor(context);
  let columns = 0;
  for (const { base, minor } of movedStarts(context, ask, today, starts)) {
    const leastMinor = minor + floorMinor;
    const isBeyond = (minor: number) => search.held !== null && minor >= search.held.valueMinor;
    // Whatever is added costs more still.
    if (isBeyond(leastMinor)) continue;
    // Where choices are not listed the gateway moves as everything else does: change by change.
    if (!search.isListed || columns > MOST_MOVED_COLUMNS) {
      search.leaveOpen(leastMinor);
      return;
    }
    await ask.pause();
    search.alone(base);
    if (isBeyond(leastMinor + leastAddedMinor(context, ask, base, today))) continue;
    const table = await tableOf(ask.policy, base);
    columns += table.columns.length;
    await search.through(table);
  }
}
