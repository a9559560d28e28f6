import { apartM } from '../../site/geometry/apart';
import { ownBuilding } from '../../site/geometry/ownBuilding';
import { levelOf } from '../../site/model/levels';
import type { Place, Point } from '../../site/model/schema';
import { parentIdOf } from '../option/feeds';
import type { Option, Unit } from '../option/schema';
import { cableRun, type CableRun } from './cableRun';
import type { PlanContext } from './context';

/** A bridge end hangs this far off the wall it is fixed to, m. */
const OFF_WALL_M = 0.1;

/** The point of a line nearest to another point. */
function nearestOn(a: Point, b: Point, p: Point): Point {
  const [dx, dy] = [b.xM - a.xM, b.yM - a.yM];
  const t = ((p.xM - a.xM) * dx + (p.yM - a.yM) * dy) / (dx * dx + dy * dy);
  const held = Math.max(0, Math.min(1, t));
  return { xM: a.xM + held * dx, yM: a.yM + held * dy };
}

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
    .map((a, i) => nearestOn(a, outline[(i + 1) % outline.length]!, to))
    .sort((p, q) => apartM(p, to) - apartM(q, to));
  const gapM = apartM(wall!, to);
  const off = gapM > OFF_WALL_M ? OFF_WALL_M / gapM : 0;
  const end: Place = {
    storeyId: null,
    xM: wall!.xM + off * (to.xM - wall!.xM),
    yM: wall!.yM + off * (to.yM - wall!.yM),
    heightM: Math.max(-3, Math.min(30, levelOf(site, parent.place))),
  };
  return { ...cableRun(context, parent.place, end), toPlug: true };
}
