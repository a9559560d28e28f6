import type { KitItem } from '../../kit/model/schema';
import type { Site } from '../../site/model/schema';
import { parentIdOf } from './feeds';
import { gatewayOf } from './graph';
import { feedTo } from './placing';
import type { Option, Unit } from './schema';

/**
 * An option with the box of a unit changed where it stands: letter, name, place and parent stay, its backhaul where the new kit
 * takes it, its role where the new kit has it; channels are planned anew.
 */
export function withKit(site: Site, option: Option, unitId: string, kit: KitItem): Option {
  const changed = (unit: Unit): Unit => {
    const { role, turned, byHand: _, ...rest } = unit;
    const parent = option.units.find((u) => u.id === parentIdOf(unit.feed)) ?? gatewayOf(option);
    const kinds = kit.feeds.filter((k) => k !== 'line');
    const kind = kinds.find((k) => k === 'wireless') ?? kinds[0];
    const takesIt = kit.feeds.includes(unit.feed.kind) || !kind;
    return {
      ...rest,
      kitId: kit.id,
      radios: {},
      feed: takesIt ? unit.feed : feedTo(site, kind, parent?.id === unit.id ? null : parent, unit.place),
      ...(role && kit.roles.includes(role) ? { role } : {}),
      ...(turned && kit.mount === 'plugIn' ? { turned } : {}),
    };
  };
  return { ...option, units: option.units.map((u) => (u.id === unitId ? changed(u) : u)) };
}
