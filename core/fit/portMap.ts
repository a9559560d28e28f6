import { kitById } from '../kit/catalogue/catalogue';
import type { KitItem } from '../kit/model/schema';
import { parentIdOf } from '../plan/option/feeds';
import type { Option, Unit } from '../plan/option/schema';
import type { Spot } from '../site/model/schema';

/** What hangs on the ports of one unit, in the order they are filled. */
export interface PortRow {
  unit: Unit;
  /** Ports in all, and what is in them, in words. */
  ports: number;
  uses: string[];
}

const UPLINK: Partial<Record<Unit['feed']['kind'], string>> = {
  line: 'WAN: the line',
  coax: 'uplink: coax adapter',
  powerline: 'uplink: powerline adapter',
  fibre: 'uplink: media converter',
  bridge: 'uplink: bridge',
};

/** Which port of which unit holds what: uplinks, what is fed from it over a wire, and devices on a lead. */
export function portMap(option: Option, ownKit: readonly KitItem[], spots: readonly Spot[]): PortRow[] {
  const byId = new Map(option.units.map((u) => [u.id, u]));
  return [...option.units]
    .sort((a, b) => a.letter.localeCompare(b.letter))
    .map((unit) => {
      const parent = byId.get(parentIdOf(unit.feed) ?? '');
      const uplink =
        unit.feed.kind === 'ethernet' && parent ? `uplink: ${parent.letter}` : UPLINK[unit.feed.kind];
      const fed = option.units
        .filter((u) => parentIdOf(u.feed) === unit.id && u.feed.kind !== 'wireless')
        .map((u) => `${u.letter}${u.feed.kind === 'ethernet' ? '' : `, over ${u.feed.kind}`}`);
      const wired = option.wiredSpots
        .filter((w) => w.unitId === unit.id)
        .flatMap((w) => {
          const spot = spots.find((s) => s.id === w.spotId);
          return spot ? [`${spot.number} ${spot.name}`] : [];
        });
      return {
        unit,
        ports: kitById(unit.kitId, ownKit)?.ports ?? 0,
        uses: [...(uplink ? [uplink] : []), ...fed, ...wired],
      };
    });
}
