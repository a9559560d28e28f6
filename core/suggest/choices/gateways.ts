import { kitById } from '../../kit/catalogue/catalogue';
import { entryLeads, type EntryLead } from '../../plan/network/cableRun';
import type { PlanContext } from '../../plan/network/context';
import { gatewayOf } from '../../plan/option/graph';
import { freePlace } from '../../plan/option/placing';
import type { Option } from '../../plan/option/schema';
import { mayDrill } from '../../plan/rules/buildRules';
import { ROOT_ID } from './beginning';
import { candidatePlaces, fits, isTaken, type Candidate } from './places';
import type { Policy } from './policies';

/** A network with its gateway at another place, and how the line comes there; no way named is beside the entry. */
export interface MovedGateway {
  candidate: Candidate;
  entry: EntryLead['by'] | undefined;
  option: Option;
}

/** Every place the gateway of a network could stand at instead, each with every way of the line to it; what hangs beside it moves along. */
export function movedGateways(context: PlanContext, option: Option): MovedGateway[] {
  const gateway = gatewayOf(option);
  const kit = gateway && kitById(gateway.kitId, context.ownKit);
  if (!gateway || !kit || gateway.feed.kind !== 'line') return [];
  return candidatePlaces(context)
    .filter((c) => fits(kit, c) && !isTaken(option, c.place))
    .flatMap((candidate) => {
      const leads = entryLeads(context, candidate.place);
      const ways = leads.length > 0 ? [...new Set(leads.map((l) => l.by))] : [undefined];
      return ways.map((entry): MovedGateway => {
        const feed = entry ? { kind: 'line' as const, entry } : { kind: 'line' as const };
        const moved = { ...gateway, place: candidate.place, name: candidate.name, feed };
        const at: Option = { ...option, units: [moved] };
        const units = option.units.map((u) => {
          if (u.id === gateway.id) return moved;
          return u.id === ROOT_ID ? { ...u, place: freePlace(context.site, at, candidate.place) } : u;
        });
        return { candidate, entry, option: { ...option, units } };
      });
    });
}

/** Those of a way of working: nothing is drilled where it allows no cable, and nobody moves what is not known to have a line. */
export function gatewaysOf(context: PlanContext, policy: Policy, option: Option): Option[] {
  if (context.site.lineEntry.storeyId === null) return [];
  const isCabled = mayDrill(context.brief) && (policy.feeds === 'any' || policy.feeds === 'wire');
  return movedGateways(context, option)
    .filter(({ entry }) => entry !== 'cable' || isCabled)
    .map((m) => m.option);
}
