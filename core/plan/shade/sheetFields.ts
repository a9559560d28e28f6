import type { CastLoss } from '../../radio/coverage/cast';
import { gridOver, layersOf, type Grid, type Layer } from '../../radio/coverage/layers';
import { draggedField } from '../../radio/coverage/dragPreview';
import { fieldBase, settling, type FieldBase } from '../../radio/coverage/unitField';
import type { Spot3 } from '../../radio/geometry/crossings';
import type { Box } from '../../site/model/levels';
import { pointOf, type PlanContext } from '../network/context';
import type { Unit } from '../option/schema';

/** Fields of units that are kept for one sheet; a drag leaves many behind. */
const MOST_FIELDS = 24;

const placeKey = (p: Spot3) => `${p.x},${p.y},${p.z}`;

/** Which storeys a sheet shows, over which part of the plot, and whether the yard is part of it. */
export interface SheetExtent {
  storeyIds: readonly string[];
  box: Box;
  cellM: number;
  yard: boolean;
}

/** Path losses of units over one sheet, each computed once for a place. */
export class SheetFields {
  readonly base: FieldBase;
  /** Settled fields by place of the unit, the most recently used last. */
  private readonly fields = new Map<string, CastLoss>();
  /** The settled field each unit had last: until the hand has found what is far, that stands. */
  private readonly before = new Map<string, CastLoss>();

  constructor(
    private readonly context: PlanContext,
    private readonly extent: SheetExtent,
  ) {
    const grid = gridOver(extent.box, extent.cellM);
    this.base = fieldBase(context.scene, context.beliefs.correction, grid, this.layersOver(grid));
  }

  private readonly layersOver = (grid: Grid): Layer[] =>
    layersOf(this.context.site, this.extent.storeyIds, grid, this.extent.yard);

  private readonly places = (list: readonly Unit[]) =>
    list.map((unit) => ({ id: unit.id, at: pointOf(this.context.site, unit.place) }));

  /** Makes the exact fields of units that have none yet, step by step; after that `of` gives them at once. */
  *settling(list: readonly Unit[]): Generator<void> {
    const isNew = this.places(list).filter((u) => !this.fields.has(placeKey(u.at)));
    if (isNew.length === 0) return;
    const made = yield* settling(
      this.base,
      isNew.map((u) => u.at),
    );
    isNew.forEach((u, i) => this.fields.set(placeKey(u.at), made[i]!));
  }

  /**
   * The field of each unit by its id. Units that are new or have moved since fields were settled get coarser diffractions, and
   * `settled` is false.
   */
  of(list: readonly Unit[]): { fields: ReadonlyMap<string, CastLoss>; settled: boolean } {
    const fields = new Map<string, CastLoss>();
    let settled = true;
    for (const { id, at } of this.places(list)) {
      const key = placeKey(at);
      const kept = this.fields.get(key);
      fields.set(id, kept ?? draggedField(this.base, at, this.layersOver, this.before.get(id)));
      settled &&= kept !== undefined;
      if (!kept) continue;
      this.before.set(id, kept);
      this.fields.delete(key);
      this.fields.set(key, kept);
    }
    for (const id of this.before.keys()) if (!fields.has(id)) this.before.delete(id);
    while (this.fields.size > Math.max(MOST_FIELDS, list.length))
      this.fields.delete(this.fields.keys().next().value!);
    return { fields, settled };
  }
}
