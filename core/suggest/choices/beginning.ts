import { kitById } from '../../kit/catalogue/catalogue';
import type { KitItem } from '../../kit/model/schema';
import { areApart } from '../../site/geometry/ownBuilding';
import type { PlanContext } from '../../plan/network/context';
import { mayDrill } from '../../plan/rules/buildRules';
import { runsBetween } from '../../plan/network/surroundings';
import { feedTo, freePlace } from '../../plan/option/placing';
import { gatewayOf } from '../../plan/option/graph';
import type { Feed, Option, Unit } from '../../plan/option/schema';
import type { Policy } from './policies';
import { unitAt } from './addedUnit';

/** Feeds a policy allows a unit at a place. */
export function feedsFor(
  context: PlanContext,
  policy: Policy,
  option: Option,
  unit: Unit,
  kit: KitItem,
): Feed[] {
  const { site, brief } = context;
  const gateway = gatewayOf(option)!;
  const out: Feed[] = [];
  const takes = (k: Feed['kind']) => kit.feeds.includes(k);
  const drill = mayDrill(brief) && policy.feeds !== 'noDrilling' && policy.feeds !== 'air';
  if (policy.feeds !== 'wire' && takes('wireless'))
    for (const parent of option.units)
      if (mayHang(kit, kitById(parent.kitId, context.ownKit)!))
        out.push(feedTo(site, 'wireless', parent, unit.place));
  if (policy.feeds === 'air') return out;
  for (const parent of new Set([gateway, ...option.units.slice(-1)])) {
    if (takes('ethernet'))
      for (const run of runsBetween(site, parent.place, unit.place)) {
        const feed = feedTo(site, 'ethernet', parent, unit.place);
        if (feed.kind === 'ethernet') out.push({ ...feed, dataRunId: run.id });
      }
    const coax =
      takes('coax') && !site.coax.satelliteOnCable ? feedTo(site, 'coax', parent, unit.place) : null;
    if (coax?.kind === 'coax' && coax.nearCoaxId && coax.farCoaxId) out.push(coax);
    if (policy.feeds !== 'wire' && takes('powerline') && site.outlets.length > 1)
      out.push(feedTo(site, 'powerline', parent, unit.place));
    if (!drill) continue;
    const kind = areApart(site, parent.place, unit.place) ? 'fibre' : 'ethernet';
    if (takes(kind)) out.push(feedTo(site, kind, parent, unit.place));
  }
  return out;
}

/** Whether a kit joins another by air: a mesh its own family alone, an extender any but an extender. */
export const mayHang = (kit: KitItem, parent: KitItem): boolean =>
  parent.radios.length > 0 &&
  (kit.family === null || kit.family === parent.family) &&
  !(kit.kind === 'extender' && parent.kind === 'extender');

/** Kits of a policy that can be the first of a mesh: on the line, routing, with others by air on them. */
export const meshOf = (context: Pick<PlanContext, 'ownKit'>, kits: readonly string[]): string[] =>
  kits.filter((id) => {
    const kit = kitById(id, context.ownKit);
    return (
      kit !== undefined &&
      kit.roles.includes('router') &&
      kit.feeds.includes('line') &&
      kit.feeds.includes('wireless')
    );
  });

/** Id of the first of a mesh behind a box that stays. */
export const ROOT_ID = 'policy-root';

/** The network a policy begins with: what is locked, the gateway by its way with the router. Null where there is no place for one. */
export function beginning(
  context: PlanContext,
  policy: Pick<Policy, 'kits'>,
  router: 'replace' | 'behind',
  today: Option,
  locked: readonly Unit[],
): Option | null {
  const { site } = context;
  const box = gatewayOf(today);
  const kept = locked.find((u) => u.feed.kind === 'line');
  const place =
    kept?.place ?? box?.place ?? (site.lineEntry.storeyId ? { ...site.lineEntry, heightM: 1.2 } : null);
  if (!place) return null;
  const empty: Option = { id: 'found', name: '', units: [], wiredSpots: [] };
  const plug = meshOf(context, policy.kits).length === 0;
  const own = locked.filter((u) => u !== kept);
  if (router === 'behind' && box) {
    const start = { ...empty, units: [kept ?? box] };
    if (plug) return { ...start, units: [...start.units, ...own] };
    // The mesh hangs on the box by a lead and routes nothing.
    const kit = kitById('mesh-own-radio', context.ownKit)!;
    const beside = freePlace(site, start, place);
    const root: Unit = {
      ...unitAt(context, start, kit, beside, ROOT_ID),
      feed: {
        kind: 'ethernet',
        parentId: start.units[0]!.id,
        measuredDownMbps: null,
        measuredUpMbps: null,
        lengthM: 1,
        dataRunId: null,
        category: 'cat6',
      },
      role: 'accessPoint',
    };
    return { ...start, units: [...start.units, root, ...own] };
  }
  const kit = kitById(plug ? 'mesh-dual' : 'mesh-own-radio', context.ownKit)!;
  const first: Unit = kept ?? {
    ...unitAt(context, empty, kit, place, 'policy-a'),
    name: box?.name ?? 'At the line',
    feed: { kind: 'line' },
  };
  return { ...empty, units: [first, ...own] };
}
