import type { Brief } from '../../brief/brief';
import type { KitRole } from '../../kit/model/details';
import { kitById } from '../../kit/catalogue/catalogue';
import type { PlanContext } from './context';
import { fromParent, parentIdOf, plainFeed } from '../option/feeds';
import { gatewayOf } from '../option/graph';
import type { Option, Unit } from '../option/schema';

/** Lines that come over a pair or coax end in a modem; those over fibre or air in a box of the provider's own. */
const BY_MODEM: readonly Brief['line']['kind'][] = ['dsl', 'cable'];

/** Whether a plan takes away the box that is the modem of the line today, so that another has to be bought. */
export function wantsModem(
  { brief, ownKit }: Pick<PlanContext, 'brief' | 'ownKit'>,
  option: Option,
  today: Option | null,
): boolean {
  const box = today && gatewayOf(today);
  if (!box || !BY_MODEM.includes(brief.line.kind) || !gatewayOf(option)) return false;
  const isModem = (u: Unit) => kitById(u.kitId, ownKit)?.roles.includes('modem') ?? false;
  return isModem(box) && !option.units.some((u) => u.feed.kind === 'line' && isModem(u));
}

/** Minutes to log in to a box and set it to bridge or access-point mode (estimate). */
export const ROLE_MIN = 8;

/** The unit names, keys and joins belong on: the first of a mesh counted from the line, which need not be the box on it. */
export function meshRootOf(context: Pick<PlanContext, 'ownKit'>, option: Option): Unit | null {
  const gateway = gatewayOf(option);
  if (!gateway) return null;
  const mesh = (u: Unit) => kitById(u.kitId, context.ownKit)?.family ?? null;
  if (mesh(gateway)) return gateway;
  // Level by level from the line; what is only passed through (a switch, adapters) is looked behind.
  let level = [gateway];
  const seen = new Set(level);
  while (level.length > 0) {
    const next = option.units.filter((u) => !seen.has(u) && level.some((p) => parentIdOf(u.feed) === p.id));
    const root = next.find((u) => mesh(u) !== null);
    if (root) return root;
    for (const u of next) seen.add(u);
    level = next;
  }
  return gateway;
}

/** What a box is in an option: as set, else what it is by itself where it stands. */
export function roleOf(context: Pick<PlanContext, 'ownKit'>, option: Option, unit: Unit): KitRole | null {
  if (unit.role) return unit.role;
  const roles = kitById(unit.kitId, context.ownKit)?.roles ?? [];
  const gateway = gatewayOf(option);
  const root = meshRootOf(context, option);
  if (unit.id === gateway?.id || unit.id === root?.id)
    return roles.includes('router') ? 'router' : roles.includes('accessPoint') ? 'accessPoint' : null;
  return roles.includes('accessPoint') ? 'accessPoint' : null;
}

/** Units that route in an option, the one on the line first. */
export const routersOf = (context: Pick<PlanContext, 'ownKit'>, option: Option): Unit[] =>
  option.units
    .filter((u) => roleOf(context, option, u) === 'router')
    .sort((a, b) => Number(b.feed.kind === 'line') - Number(a.feed.kind === 'line'));

/** What hangs on the router of today, in words. */
export function hangingWords({ brief }: PlanContext): string[] {
  const { telephone, alarm, forwardedPort } = brief.oldRouter;
  return [
    ...(telephone ? ['the telephone'] : []),
    ...(alarm ? ['an alarm'] : []),
    ...(forwardedPort ? ['a port that is forwarded from outside'] : []),
  ];
}

/** A way out of two boxes that would both route. */
export interface RoutingChoice {
  kind: 'bridge' | 'behind' | 'replace';
  label: string;
  option: Option;
  steps: readonly string[];
}

/** The ways a box that is on the line and a mesh behind it can live together; empty where there is but one box. */
export function routingChoices(context: PlanContext, option: Option): RoutingChoice[] {
  const gateway = gatewayOf(option);
  const root = meshRootOf(context, option);
  if (!gateway || !root || root === gateway) return [];
  const roles = (u: Unit) => kitById(u.kitId, context.ownKit)?.roles ?? [];
  const set = (changes: Record<string, Partial<Unit>>): Option => ({
    ...option,
    units: option.units.map((u) => ({ ...u, ...changes[u.id] })),
  });
  const [g, r] = [gateway.letter, root.letter];
  const out: RoutingChoice[] = [];
  if (roles(gateway).includes('bridge') && roles(root).includes('router'))
    out.push({
      kind: 'bridge',
      label: `Bridge ${g}, ${r} routes`,
      option: set({ [gateway.id]: { role: 'bridge' }, [root.id]: { role: 'router' } }),
      steps: [
        `Write down the log-in of the line before ${g} is changed.`,
        `On the page of ${g}: bridge mode, its radio goes off with it.`,
        `Cable from ${g} into the WAN port of ${r}; ${g} off and on, it locks to the first device it sees.`,
        ...(hangingWords(context).length > 0
          ? [`Test ${hangingWords(context).join(' and ')} afterwards.`]
          : []),
      ],
    });
  if (roles(root).includes('accessPoint'))
    out.push({
      kind: 'behind',
      label: `${r} as access point behind ${g}`,
      option: set({ [gateway.id]: { role: 'router' }, [root.id]: { role: 'accessPoint' } }),
      steps: [
        `On ${r}: access-point mode, so that it hands out no addresses.`,
        `Cable from a LAN port of ${g}.`,
        `Switch the radio of ${g} off, or give it the same name and key.`,
      ],
    });
  if (roles(root).includes('router') && kitById(root.kitId, context.ownKit)?.feeds.includes('line'))
    out.push({
      kind: 'replace',
      label: `${r} in place of ${g}`,
      option: {
        ...option,
        units: option.units
          .filter((u) => u.id !== gateway.id)
          .map((u) =>
            u.id === root.id
              ? {
                  ...u,
                  feed: plainFeed('line', null),
                  place: gateway.place,
                  name: gateway.name,
                  role: undefined,
                }
              : parentIdOf(u.feed) === gateway.id
                ? { ...u, feed: fromParent(u.feed, root.id) }
                : u,
          ),
        wiredSpots: option.wiredSpots.map((w) => (w.unitId === gateway.id ? { ...w, unitId: root.id } : w)),
      },
      steps: [
        `Ask what hangs on ${g}${hangingWords(context).length > 0 ? `: the brief says ${hangingWords(context).join(' and ')}` : ''}.`,
        `${g} out, ${r} on the line; log-in of the line at hand. It needs a modem where ${g} was one.`,
      ],
    });
  return out;
}

/** Boxes whose role has to be set by hand in the fitting: a bridge, or a mesh that must not route. */
export function rolesToSet(context: PlanContext, option: Option): { unit: Unit; role: KitRole }[] {
  const gateway = gatewayOf(option);
  return option.units.flatMap((unit): { unit: Unit; role: KitRole }[] => {
    if (unit.role === 'bridge') return [{ unit, role: 'bridge' }];
    const isRoot = meshRootOf(context, option)?.id === unit.id && unit.id !== gateway?.id;
    return isRoot && roleOf(context, option, unit) === 'accessPoint' ? [{ unit, role: 'accessPoint' }] : [];
  });
}
