import type { Box } from '../../site/model/levels';
import type { ActivityId } from '../../site/model/needs';
import type { PlanContext } from '../network/context';
import { atOnce } from '../../stats/atOnce';
import type { Option } from '../option/schema';
import { shadeOutlines, type ShadeOutline } from './outlines';
import { servingUnits, shadeGrid, type ShadeGrid } from './shade';
import { shadeNeeds, shadeRadios } from './shadeTable';
import { SheetFields } from './sheetFields';

export interface ShadeQuestion {
  option: Option;
  storeyIds: readonly string[];
  box: Box;
  cellM: number;
  activity: ActivityId | null;
  /** True waits for exact fields; false answers at once with coarser diffractions where a unit is new or has moved. */
  settle: boolean;
}

export interface ShadeAnswer {
  grid: ShadeGrid;
  outlines: ShadeOutline[];
  /** Whether every field in it is exact; if not, ask again to settle. */
  settled: boolean;
}

/**
 * Answers questions for light and shade about one job, computing only what changed: one sheet's grid and its casts stay,
 * fields of units that did not move stay. Make a new engine when site, brief or readings change.
 */
export class ShadeEngine {
  private sheet: { key: string; fields: SheetFields } | null = null;

  constructor(private readonly context: PlanContext) {}

  private sheetFor({ storeyIds, box, cellM }: ShadeQuestion): SheetFields {
    const key = JSON.stringify([storeyIds, box, cellM]);
    if (this.sheet?.key !== key)
      this.sheet = { key, fields: new SheetFields(this.context, { storeyIds, box, cellM, yard: true }) };
    return this.sheet.fields;
  }

  /** The answer; where exact fields are waited for they are made step by step, with others let in between. */
  *shading(question: ShadeQuestion): Generator<void, ShadeAnswer> {
    const { context } = this;
    const sheet = this.sheetFor(question);
    const radios = shadeRadios(context, question.option, shadeNeeds(context, question.activity));
    if (question.settle) yield* sheet.settling(servingUnits(radios));
    const { fields, settled } = sheet.of(servingUnits(radios));
    const grid = shadeGrid(context, radios, sheet.base.grid, sheet.base.layers, fields);
    return { grid, outlines: shadeOutlines(grid), settled };
  }

  /** The same at once. */
  shade(question: ShadeQuestion): ShadeAnswer {
    return atOnce(this.shading(question));
  }
}
