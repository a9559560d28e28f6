import { apartM } from '../../site/geometry/apart';
import type { PlanContext } from '../network/context';
import type { Option } from '../option/schema';
import type { RuleNotice } from './ruleNotice';
import type { Outlet } from '../../site/model/schema';
import { type SocketUse, socketUses } from '../links/sockets';

/** Another outlet of the same storey with room for so many, nearest first. */
function otherOutlet(
  context: PlanContext,
  uses: readonly SocketUse[],
  from: Outlet,
  sockets: number,
): Outlet | null {
  const taken = (o: Outlet) =>
    uses.find((u) => u.outlet.id === o.id)?.plugs.reduce((sum, p) => sum + p.sockets, 0) ?? 0;
  return (
    context.site.outlets
      .filter((o) => o.id !== from.id && o.place.storeyId === from.place.storeyId && !o.strip)
      .filter((o) => o.freeSockets - taken(o) >= sockets)
      .sort((a, b) => apartM(a.place, from.place) - apartM(b.place, from.place))[0] ?? null
  );
}

/** Outlets that have no room for what is to go in, with what helps; what hangs on a strip; what leans on an outlet nobody has looked at. */
export function socketNotices(context: PlanContext, option: Option, today: Option | null): RuleNotice[] {
  const uses = socketUses(context, option, today);
  return uses.flatMap((use): RuleNotice[] => {
    const { outlet, plugs } = use;
    const sockets = plugs.reduce((sum, p) => sum + p.sockets, 0);
    const out: RuleNotice[] = [];
    const names = plugs.map((p) => p.what).join(', ');
    const unitId = plugs[0]!.unitId;
    if (outlet.strip && plugs.some((p) => p.covers))
      out.push({
        unitId,
        severity: 'check',
        words: `A strip hangs on ${outlet.name}: ${names} straight into the wall, the strip elsewhere.`,
      });
    if (context.site.guessed.includes(outlet.id))
      out.push({
        unitId,
        severity: 'check',
        words: `${names} ${plugs.length === 1 ? 'goes' : 'go'} into ${outlet.name}, which is guessed: look whether it is there.`,
      });
    if (sockets <= outlet.freeSockets) return out;
    const cover = plugs.filter((p) => p.covers);
    // A plug that is moved off the others by a short lead takes one socket.
    const withLeads = plugs.length;
    const other = otherOutlet(context, uses, outlet, plugs[plugs.length - 1]!.sockets);
    const help = [
      ...(cover.length > 0 && withLeads <= outlet.freeSockets
        ? [`a short plain lead for ${cover.map((p) => p.what).join(', ')} frees what it covers`]
        : []),
      ...(other ? [`${other.name} has room`] : []),
    ];
    out.push({
      unitId,
      severity: 'check',
      words: `${outlet.name} has ${outlet.freeSockets} free, and ${names} ${plugs.length === 1 ? 'wants' : 'want'} ${sockets}${cover.length > 0 ? ' with what is covered' : ''}: ${help.length > 0 ? help.join('; ') : 'free a socket or choose another outlet'}.`,
    });
    return out;
  });
}
