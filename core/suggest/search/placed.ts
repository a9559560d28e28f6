import type { Option, Unit } from '../../plan/option/schema';
import { numberOf } from '../../stats/lru';
import type { Verdict } from '../../site/model/verdict';
import { standKey, type Column } from './columns';

/** Kits at places, each known by one name and one unit in all tables of a search, so that what is worked out about it once holds in all. */
export class Placed {
  private readonly ids = new Map<string, string>();
  private readonly units = new Map<string, Unit>();
  private readonly columns = new Map<string, Column>();
  private readonly best = new Map<string, readonly Verdict[]>();

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

  /**
   * What a unit is worth beside a network that is there from the start: the same in every table that begins with it and counts on spots
   * as far away. `over` is the unit it hangs on, where that is one of the table's own.
   */
  columnOf(
    base: Option,
    { unit, over, reachM }: { unit: Unit; over: Unit | null; reachM: number },
    make: () => Column,
  ): Column {
    const key = `${numberOf(base)} ${reachM} ${unit.id} ${JSON.stringify([unit.feed, over?.feed])}`;
    let column = this.columns.get(key);
    if (!column) this.columns.set(key, (column = make()));
    return column;
  }

  /** By spot, the best a unit brings it to beside a box on the line, over a backhaul without limit. */
  atBest(
    gatewayKitId: string,
    unit: Unit,
    reachM: number,
    make: () => readonly Verdict[],
  ): readonly Verdict[] {
    const key = `${gatewayKitId} ${reachM} ${unit.id}`;
    let verdicts = this.best.get(key);
    if (!verdicts) this.best.set(key, (verdicts = make()));
    return verdicts;
  }
}
