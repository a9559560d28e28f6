import type { Unit } from '../../plan/option/schema';
import { standKey } from './columns';

/** Kits at places, each known by one name and one unit in all tables of a search, so that what is worked out about it once holds in all. */
export class Placed {
  private readonly ids = new Map<string, string>();
  private readonly units = new Map<string, Unit>();

  /** The id of a unit of a kit at a place. */
  idOf(placeId: string, kitId: string): string {
    const key = standKey(placeId, kitId);
    let id = this.ids.get(key);
    if (!id) this.ids.set(key, (id = `d${this.ids.size}-${kitId}`.slice(0, 64)));
    return id;
  }

  /** The one unit of a kit at a place whose ways to the spots are known: the first that is asked about. */
  radioOf(placeId: string, unit: Unit): Unit {
    const key = standKey(placeId, unit.kitId);
    const radio = this.units.get(key) ?? unit;
    this.units.set(key, radio);
    return radio;
  }
}
