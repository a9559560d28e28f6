import { crossingsBetween } from '../radio/crossings';
import { elevationDb } from '../radio/link';
import { straightLossDb } from '../radio/pathLoss';
import { inside, type Box } from '../site/levels';
import type { ActivityId } from '../site/needs';
import { kitOf, pointOf, type PlanContext } from './context';
import { BAND_CHANGE_DBM } from './predict';
import { shadeAt, shadeNeeds, shadeRadios } from './shadeTable';
import type { Option } from './schema';

/** Height above floor or ground at which the sheet is shaded, m. */
export const SHADE_HEIGHT_M = 1;

export interface ShadeGrid {
  originXM: number;
  originYM: number;
  cellM: number;
  columns: number;
  rows: number;
  /** Verdict number of each cell, row by row: 0 serves, 1 tight, 2 short, 3 silent. */
  verdicts: Uint8Array;
}

/**
 * Light and shade over a rectangle of the plot: on the given storeys inside their outlines, in the yard elsewhere.
 * Each cell takes the unit and band a phone would choose there. `activity` null shades against the defaults.
 */
export function shadeGrid(
  context: PlanContext,
  option: Option,
  storeyIds: readonly string[],
  box: Box,
  cellM: number,
  activity: ActivityId | null,
): ShadeGrid {
  const { site, scene, beliefs } = context;
  const columns = Math.max(2, Math.ceil((box.maxXM - box.minXM) / cellM));
  const rows = Math.max(2, Math.ceil((box.maxYM - box.minYM) / cellM));
  const verdicts = new Uint8Array(columns * rows).fill(3);
  const storeys = site.buildings.flatMap((b) => b.storeys.filter((s) => storeyIds.includes(s.id)));
  const radios = shadeRadios(context, option, shadeNeeds(context, activity));
  const units = [...new Set(radios.map((r) => r.unit))].map((unit) => ({
    at: pointOf(site, unit.place),
    antenna: kitOf(context, unit).antenna,
    radios: radios.filter((r) => r.unit === unit),
  }));
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const x = box.minXM + (column + 0.5) * cellM;
      const y = box.minYM + (row + 0.5) * cellM;
      const storey = storeys.find((s) => inside(s.outline, x, y));
      const p = { x, y, z: (storey?.floorLevelM ?? 0) + SHADE_HEIGHT_M };
      let bestDbm = -Infinity;
      let verdict = 3;
      for (const { at, antenna, radios: own } of units) {
        const crossings = crossingsBetween(scene, at, p);
        const tilt = elevationDb(antenna, p.z - at.z, Math.hypot(p.x - at.x, p.y - at.y));
        let chosenDbm = -Infinity;
        let chosen = 3;
        let isFirst = true;
        for (const r of own) {
          if (!storey && !r.mayOutdoors) continue;
          const level =
            r.levelAtZeroDbm - straightLossDb(scene, crossings, r.band, beliefs.correction) + tilt;
          if (isFirst || level >= BAND_CHANGE_DBM) {
            chosenDbm = level;
            chosen = shadeAt(storey ? r.indoors : r.outdoors, level);
          }
          isFirst = false;
        }
        if (chosenDbm > bestDbm) {
          bestDbm = chosenDbm;
          verdict = chosen;
        }
      }
      verdicts[row * columns + column] = verdict;
    }
  }
  return { originXM: box.minXM, originYM: box.minYM, cellM, columns, rows, verdicts };
}
