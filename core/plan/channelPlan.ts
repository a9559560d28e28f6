import { BANDS, BAND_INDEX, DEFAULT_WIDTH_MHZ } from '../radio/bands';
import { planChannels, type ChannelUser } from '../radio/channels';
import { hearEachOther } from './airtime';
import { kitOf, type PlanContext } from './context';
import type { Option, RadioSetting, Unit } from './schema';

/** Where a unit's radio takes its channel from: its parent where it meshes on that very radio, otherwise free. */
function meshParent(context: PlanContext, option: Option, unit: Unit): Unit | null {
  if (unit.feed.kind !== 'wireless') return null;
  const parent = option.units.find((u) => u.id === unit.feed.parentId);
  const own = kitOf(context, unit).radios.some((r) => r.role === 'backhaul');
  return parent && !own ? (meshParent(context, option, parent) ?? parent) : null;
}

/**
 * A channel and width per unit and band from the neighbours and from which units hear each other. Units that mesh over a
 * shared radio keep their parent's channel. Gives the option with the settings filled in.
 */
export function withChannels(context: PlanContext, option: Option): Option {
  const users: ChannelUser[] = [];
  const owners = new Map<string, Unit>();
  for (const unit of option.units) {
    const kit = kitOf(context, unit);
    const parent = meshParent(context, option, unit);
    for (const band of BANDS) {
      const radio = kit.radios.find((r) => r.role === 'access' && r.band === band);
      if (!radio) continue;
      const id = `${unit.id}|${band}`;
      owners.set(id, unit);
      const parentHas =
        parent && kitOf(context, parent).radios.some((r) => r.role === 'access' && r.band === band);
      users.push({
        id,
        band,
        widthMhz: Math.min(radio.maxWidthMhz, DEFAULT_WIDTH_MHZ[BAND_INDEX[band]]),
        outdoors: kit.outdoor,
        eirpDbm: radio.eirpDbm,
        sameAs: parentHas ? `${parent.id}|${band}` : null,
      });
    }
  }
  const hear = (a: string, b: string): boolean => {
    const [u, v] = [owners.get(a)!, owners.get(b)!];
    return hearEachOther(context, u, v, users.find((x) => x.id === a)!.band);
  };
  const { channels } = planChannels(context.brief, users, context.site.neighbours, hear);
  return {
    ...option,
    units: option.units.map((unit) => {
      const radios: Unit['radios'] = { ...unit.radios };
      for (const user of users) {
        if (owners.get(user.id) !== unit) continue;
        const channel = channels.get(user.id);
        if (channel !== undefined)
          radios[user.band] = { channel, widthMhz: user.widthMhz as RadioSetting['widthMhz'] };
      }
      return { ...unit, radios };
    }),
  };
}
