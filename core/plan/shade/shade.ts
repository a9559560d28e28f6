import type { Grid, Layer } from '../../radio/coverage/layers';
import type { CastLoss } from '../../radio/coverage/cast';
import { BAND_INDEX } from '../../radio/link/bands';
import { elevationDb, type Antenna, type Turn } from '../../radio/link/link';
import { pointOf, kitOf, type PlanContext } from '../network/context';
import { choiceDbm } from '../links/choice';
import type { Unit } from '../option/schema';
import type { Beliefs } from '../../radio/learning/beliefs';
import type { EveningFloor } from './eveningFloor';
import { residualField } from './residualField';
import { shadeAt, type ShadeRadio } from './shadeTable';

export interface ShadeGrid {
  originXM: number;
  originYM: number;
  cellM: number;
  columns: number;
  rows: number;
  /** Verdict number of each cell, row by row: 0 serves, 1 tight, 2 short, 3 silent. */
  verdicts: Uint8Array;
}

/** Units that serve devices, each with its access radios, in the order of the option. */
export function servingUnits(radios: readonly ShadeRadio[]): Unit[] {
  return [...new Set(radios.map((r) => r.unit))];
}

/** Writes what a device would choose of one unit into the best so far, with its verdict, over the cells of a layer. */
function shadeUnit(
  {
    own,
    beliefs,
    grid,
    floor,
  }: {
    own: readonly ShadeRadio[];
    beliefs: Pick<Beliefs, 'left'>;
    grid: Grid;
    floor: EveningFloor | null;
  },
  { antenna, turned }: { antenna: Antenna; turned: Turn | undefined },
  at: { x: number; y: number; z: number },
  field: CastLoss,
  layer: Layer,
  best: Float32Array,
  verdicts: Uint8Array,
): void {
  const radios = own.filter((r) => !layer.outdoors || r.mayOutdoors);
  if (radios.length === 0) return;
  const losses = radios.map((r) => field[BAND_INDEX[r.band]]);
  const learnt = radios.map((r) => residualField(beliefs, at, r.band, grid, layer));
  const tables = radios.map((r) => (layer.outdoors ? r.outdoors : r.indoors));
  const dz = layer.levelM - at.z;
  const { cells, xs, ys } = layer;
  for (let i = 0; i < cells.length; i++) {
    const cell = cells[i]!;
    const dx = xs[i]! - at.x;
    const dy = ys[i]! - at.y;
    const tilt = elevationDb(antenna, dz, Math.sqrt(dx * dx + dy * dy), turned);
    for (let r = 0; r < radios.length; r++) {
      const level = radios[r]!.levelAtZeroDbm - losses[r]![cell]! + tilt + (learnt[r]?.[cell] ?? 0);
      const choice = choiceDbm(radios[r]!.band, level);
      if (choice <= best[cell]!) continue;
      best[cell] = choice;
      const alone = shadeAt(tables[r]!, level);
      const isShort =
        alone === 0 && floor && level < floor.dbm(radios[r]!, layer.outdoors, floor.seats[cell]!);
      verdicts[cell] = isShort ? 1 : alone;
    }
  }
}

/**
 * Light and shade over the layers of a grid: each cell takes the unit and band a phone would choose there, by the path
 * loss `fields` of each serving unit. What works alone and not at the busy hour is tight, by `floor`. Antenna gain is taken along the straight line, also for ways round a corner.
 */
export function shadeGrid(
  context: PlanContext,
  radios: readonly ShadeRadio[],
  grid: Grid,
  layers: readonly Layer[],
  fields: ReadonlyMap<string, CastLoss>,
  floor: EveningFloor | null,
): ShadeGrid {
  const verdicts = new Uint8Array(grid.columns * grid.rows).fill(3);
  const best = new Float32Array(grid.columns * grid.rows).fill(-Infinity);
  for (const unit of servingUnits(radios)) {
    const own = radios.filter((r) => r.unit === unit);
    const at = pointOf(context.site, unit.place);
    const { antenna } = kitOf(context, unit);
    const of = { own, beliefs: context.beliefs, grid, floor };
    for (const layer of layers)
      shadeUnit(of, { antenna, turned: unit.turned }, at, fields.get(unit.id)!, layer, best, verdicts);
  }
  return {
    originXM: grid.minXM,
    originYM: grid.minYM,
    cellM: grid.cellM,
    columns: grid.columns,
    rows: grid.rows,
    verdicts,
  };
}
