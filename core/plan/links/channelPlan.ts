import { BAND_INDEX, DEFAULT_WIDTH_MHZ } from '../../radio/link/bands';
import { allowedChannels, planChannels, type ChannelUser } from '../../radio/link/channels';
import type { KitRadio } from '../../kit/model/schema';
import { hearEachOther } from './airtime';
import { kitOf, type PlanContext } from '../network/context';
import { meshRadios, partnerOf, powerOfRadio, settingKey } from '../network/radios';
import type { Option, RadioSetting, Unit } from '../option/schema';
import { parentIdOf } from '../option/feeds';

interface UnitRadio {
  unit: Unit;
  radio: KitRadio;
}

const userId = ({ unit, radio }: UnitRadio): string => `${unit.id}|${settingKey(radio)}`;

/** The radio a unit's radio takes its channel from: that of its parent, and so on up, where it meshes on it; else itself. */
function leaderOf(context: PlanContext, option: Option, own: UnitRadio, passed: readonly Unit[]): UnitRadio {
  const { unit, radio } = own;
  if (unit.feed.kind !== 'wireless' || passed.includes(unit)) return own;
  if (!meshRadios(kitOf(context, unit)).includes(radio)) return own;
  const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
  const partner = parent && partnerOf(kitOf(context, parent), radio);
  return partner ? leaderOf(context, option, { unit: parent, radio: partner }, [...passed, unit]) : own;
}

/** Whether an own backhaul radio carries anything: its unit is fed by air, or feeds another that meets it there. */
function isUsed(context: PlanContext, option: Option, { unit, radio }: UnitRadio): boolean {
  if (radio.role === 'access' || unit.feed.kind === 'wireless' || unit.feed.kind === 'bridge') return true;
  return option.units.some(
    (child) =>
      child.feed.kind === 'wireless' &&
      parentIdOf(child.feed) === unit.id &&
      meshRadios(kitOf(context, child)).some((r) => partnerOf(kitOf(context, unit), r) === radio),
  );
}

/** Channels somebody may set a radio of a unit to, by the rules of the job's region. */
export function channelChoices(
  context: Pick<PlanContext, 'brief' | 'ownKit'>,
  unit: Unit,
  radio: KitRadio,
): number[] {
  const { outdoor } = kitOf(context, unit);
  const widthMhz = Math.min(radio.maxWidthMhz, DEFAULT_WIDTH_MHZ[BAND_INDEX[radio.band]]);
  return allowedChannels(context.brief, {
    id: '',
    band: radio.band,
    widthMhz,
    outdoors: outdoor,
    eirpDbm: radio.eirpDbm,
    sameAs: null,
  });
}

/**
 * A channel and width for every radio in use, from the neighbours and from which units hear each other. Radios that mesh
 * keep the channel of the radio they meet; what was set by hand stays. A bridge carries its own pair. Gives the option with the settings filled in.
 */
export function withChannels(context: PlanContext, option: Option): Option {
  const radios = option.units
    .flatMap((unit) => kitOf(context, unit).radios.map((radio) => ({ unit, radio })))
    .filter((r) => isUsed(context, option, r));
  const owners = new Map(radios.map((r) => [userId(r), r]));
  const users = radios.map((own): ChannelUser => {
    const { unit, radio } = own;
    const leader = leaderOf(context, option, own, []);
    const widthMhz = Math.min(radio.maxWidthMhz, DEFAULT_WIDTH_MHZ[BAND_INDEX[radio.band]]);
    return {
      id: userId(own),
      band: radio.band,
      widthMhz,
      outdoors: kitOf(context, unit).outdoor,
      eirpDbm: powerOfRadio(unit, radio),
      sameAs: leader.unit.id === unit.id ? null : userId(leader),
      fixed: unit.byHand?.includes(settingKey(radio)) ? unit.radios[settingKey(radio)]?.channel : undefined,
    };
  });
  const hear = (a: string, b: string): boolean => {
    const [p, q] = [owners.get(a)!, owners.get(b)!];
    return p.unit === q.unit || hearEachOther(context, p.unit, q.unit, p.radio.band);
  };
  const { channels } = planChannels(context.brief, users, context.site.neighbours, hear);
  const chosen = new Map<Unit, Unit['radios']>();
  for (const user of users) {
    const channel = channels.get(user.id);
    if (channel === undefined) continue;
    const { unit, radio } = owners.get(user.id)!;
    if (user.fixed !== undefined) continue;
    const setting: RadioSetting = {
      // How strong it sends is no matter of its channel, and stays.
      ...unit.radios[settingKey(radio)],
      channel,
      widthMhz: user.widthMhz as RadioSetting['widthMhz'],
    };
    chosen.set(unit, { ...(chosen.get(unit) ?? unit.radios), [settingKey(radio)]: setting });
  }
  return { ...option, units: option.units.map((u) => ({ ...u, radios: chosen.get(u) ?? u.radios })) };
}
