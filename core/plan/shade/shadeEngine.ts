import type { CastLoss } from '../../radio/field/cast';
import { gridOver, layersOf, type Grid } from '../../radio/field/layers';
import { draggedField, fieldBase, settledFields, type FieldBase } from '../../radio/field/unitField';
import type { Spot3 } from '../../radio/path/crossings';
import type { Box } from '../../site/model/levels';
import type { ActivityId } from '../../site/model/needs';
import { pointOf, type PlanContext } from '../evaluate/context';
import type { Option } from '../option/schema';
import { shadeOutlines, type ShadeOutline } from './outlines';
import { servingUnits, shadeGrid, type ShadeGrid } from './shade';
import { shadeNeeds, shadeRadios } from './shadeTable';

export interface ShadeQuestion {
  option: Option;
  storeyIds: readonly string[];
  box: Box;
  cellM: number;
  activity: ActivityId | null;
  /** True waits for exact fields; false answers at once with coarser detours where a unit is new or has moved. */
  settle: boolean;
}

export interface ShadeAnswer {
  grid: ShadeGrid;
  outlines: ShadeOutline[];
  /** Whether every field in it is exact; if not, ask again to settle. */
  settled: boolean;
}

interface Sheet {
  key: string;
  base: FieldBase;
  /** Settled fields by place of the unit, the most recently used last. */
  fields: Map<string, CastLoss>;
}

/** Fields of units that are kept for one sheet; a drag leaves many behind. */
const MOST_FIELDS = 24;

const placeKey = (p: Spot3) => `${p.x},${p.y},${p.z}`;

/**
 * Answers questions for light and shade about one job, computing only what changed: one sheet's grid and its casts stay,
 * fields of units that did not move stay. Make a new engine when site, brief or readings change.
 */
export class ShadeEngine {
  private sheet: Sheet | null = null;

  constructor(private readonly context: PlanContext) {}

  private sheetFor(question: ShadeQuestion): Sheet {
    const { storeyIds, box, cellM } = question;
    const key = JSON.stringify([storeyIds, box, cellM]);
    if (this.sheet?.key === key) return this.sheet;
    const grid = gridOver(box, cellM);
    const layers = this.layersOver(question)(grid);
    const base = fieldBase(this.context.scene, this.context.beliefs.correction, grid, layers);
    return (this.sheet = { key, base, fields: new Map() });
  }

  private layersOver(question: ShadeQuestion): (grid: Grid) => ReturnType<typeof layersOf> {
    return (grid) => layersOf(this.context.site, question.storeyIds, grid, true);
  }

  shade(question: ShadeQuestion): ShadeAnswer {
    const { context } = this;
    const sheet = this.sheetFor(question);
    const radios = shadeRadios(context, question.option, shadeNeeds(context, question.activity));
    const units = servingUnits(radios).map((unit) => ({
      id: unit.id,
      at: pointOf(context.site, unit.place),
    }));
    const isNew = units.filter((u) => !sheet.fields.has(placeKey(u.at)));
    const quick = new Map<string, CastLoss>();
    if (question.settle && isNew.length > 0) {
      const settled = settledFields(
        sheet.base,
        isNew.map((u) => u.at),
      );
      isNew.forEach((u, i) => sheet.fields.set(placeKey(u.at), settled[i]!));
    } else for (const u of isNew) quick.set(u.id, draggedField(sheet.base, u.at, this.layersOver(question)));
    const fields = new Map<string, CastLoss>();
    for (const u of units) {
      const key = placeKey(u.at);
      const kept = sheet.fields.get(key);
      fields.set(u.id, kept ?? quick.get(u.id)!);
      if (!kept) continue;
      sheet.fields.delete(key);
      sheet.fields.set(key, kept);
    }
    while (sheet.fields.size > Math.max(MOST_FIELDS, units.length))
      sheet.fields.delete(sheet.fields.keys().next().value!);
    const grid = shadeGrid(context, radios, sheet.base.grid, sheet.base.layers, fields);
    return {
      grid,
      outlines: shadeOutlines(grid),
      settled: quick.size === 0,
    };
  }
}
