import { onto } from '../../site/geometry/apart';
import { ownBuilding } from '../../site/geometry/ownBuilding';
import { levelOf } from '../../site/model/levels';
import type { Place } from '../../site/model/schema';
import { parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';
import { cableRun, type CableRun } from './cableRun';
import type { PlanContext } from './context';

/** A bridge end hangs this far off the wall it is fixed to, m. */
const OFF_WALL_M = 0.1;

/**
 * The cable from what feeds a bridge to its near end, on the outer wall of that building which is nearest to the far end. Null where
 * the bridge begins outdoors already, or the unit is on none.
 */
export function nearEndRunOf(context: PlanContext, option: Option, unit: Unit): CableRun | null {
  if (unit.feed.kind !== 'bridge') return null;
  const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
  if (!parent || parent.place.storeyId === null) return null;
  const { site } = context;
  const building = ownBuilding(site, parent.place);
  const outline = building?.storeys.find((s) => s.id === parent.place.storeyId)?.outline;
  if (!outline) return null;
  const to = unit.place;
  const [wall] = outline
    .map((a, i) => onto(a, outline[(i + 1) % outline.length]!, to))
    .sort((p, q) => p.offM - q.offM);
  const { at, offM } = wall!;
  const off = offM > OFF_WALL_M ? OFF_WALL_M / offM : 0;
  const end: Place = {
    storeyId: null,
    xM: at.xM + off * (to.xM - at.xM),
    yM: at.yM + off * (to.yM - at.yM),
    heightM: Math.max(-3, Math.min(30, levelOf(site, parent.place))),
  };
  return { ...cableRun(context, parent.place, end), toPlug: true };
}
