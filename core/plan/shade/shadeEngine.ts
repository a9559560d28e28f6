import type { Box } from '../../site/model/levels';
import type { ActivityId } from '../../site/model/needs';
import type { ClientTypeId } from '../../site/model/schema';
import type { PlanContext } from '../network/context';
import { atOnce } from '../../stats/atOnce';
import type { Option } from '../option/schema';
import type { Pipes } from '../links/busyHour';
import { eveningFloor, seatsOf, type Seats } from './eveningFloor';
import { markRead, type ReadPlace } from './readCells';
import { shadeOutlines, type ShadeOutline } from './outlines';
import { servingUnits, shadeGrid, type ShadeGrid } from './shade';
import { shadeNeeds, shadeRadios } from './shadeTable';
import { SheetFields } from './sheetFields';

/** What a screen asks of a sheet. */
export interface SheetQuestion {
  option: Option;
  storeyIds: readonly string[];
  box: Box;
  cellM: number;
  activity: ActivityId | null;
  /** The device it is shown for; absent a phone. */
  client?: ClientTypeId | undefined;
  /** True waits for exact fields; false answers at once with coarser diffractions where a unit is new or has moved. */
  settle: boolean;
}

/** What is shaded of a sheet, whatever the network. */
export type SheetView = Omit<SheetQuestion, 'option' | 'settle'>;

export interface ShadeQuestion extends SheetQuestion {
  /** What each spot goes over, for the busy hour; null shows each place with nobody else at home. */
  pipes: Pipes | null;
  /** Where the way that is planned was read. */
  read: readonly ReadPlace[];
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
  private sheet: { key: string; fields: SheetFields; seats: Seats } | null = null;

  constructor(private readonly context: PlanContext) {}

  private sheetFor({ storeyIds, box, cellM }: ShadeQuestion) {
    const key = JSON.stringify([storeyIds, box, cellM]);
    if (this.sheet?.key !== key) {
      const fields = new SheetFields(this.context, { storeyIds, box, cellM, yard: true });
      const { grid, layers } = fields.base;
      this.sheet = { key, fields, seats: seatsOf(this.context.site, storeyIds, grid, layers) };
    }
    return this.sheet;
  }

  /** The answer; where exact fields are waited for they are made step by step, with others let in between. */
  *shading(question: ShadeQuestion): Generator<void, ShadeAnswer> {
    const { context } = this;
    const { option, pipes, activity } = question;
    const { fields: sheet, seats } = this.sheetFor(question);
    const needs = shadeNeeds(context, activity);
    const radios = shadeRadios(context, option, needs, question.client);
    if (question.settle) yield* sheet.settling(servingUnits(radios));
    const { fields, settled } = sheet.of(servingUnits(radios));
    const floor = pipes && eveningFloor(context, option, pipes, needs, seats);
    const { grid: over, layers } = sheet.base;
    const grid = shadeGrid(context, radios, over, layers, fields, floor);
    markRead(grid.verdicts, question.read, { needs, seats, grid: over, layers });
    return { grid, outlines: shadeOutlines(grid), settled };
  }

  /** The same at once. */
  shade(question: ShadeQuestion): ShadeAnswer {
    return atOnce(this.shading(question));
  }
}
