import type { LengthUnit } from '@/core/site/model/lengths';
import type { Place, Point, Site } from '@/core/site/model/schema';
import { onStep, snap, type Snap } from '@/core/site/geometry/snap';
import { openStoreys } from './hand';
import { TOOLS, type Tool } from './tools';

/** How near a pointer catches on something, px, and in metres at least and at most. */
const REACH_PX = 8;
const LEAST_REACH_M = 0.02;
const MOST_REACH_M = 0.4;

export const reachM = (k: number) => Math.max(LEAST_REACH_M, Math.min(MOST_REACH_M, REACH_PX / k));

/** Round steps a pointed length falls on, m, and how wide a step has to be on the screen, px. */
const STEPS_M: Record<LengthUnit, readonly number[]> = {
  metres: [0.05, 0.1, 0.25, 0.5, 1],
  feet: [0.0254, 0.0762, 0.1524, 0.3048, 0.6096],
};
const STEP_PX = 1.5;

/** The finest round step a hand can still hit at a scale. */
const stepAt = (unit: LengthUnit, k: number): number =>
  STEPS_M[unit].find((m) => m * k >= STEP_PX) ?? STEPS_M[unit][STEPS_M[unit].length - 1]!;

const CATCHING: ReadonlySet<Tool> = new Set(['wall', 'divide', 'room', 'stairs', 'duct', 'hedge', 'align']);

const plain = (p: Point, stepM: number): Snap => ({
  at: { xM: onStep(p.xM, stepM), yM: onStep(p.yM, stepM) },
  kind: 'free',
  wallId: null,
});

/** Where the pen falls when the pointer is at a place: on what it catches, as the tool in hand asks for. `k` is px per m. */
export function penAt(
  site: Site,
  storeyId: string | null,
  unit: LengthUnit,
  tool: Tool,
  from: Place | null,
  to: Point,
  k: number,
): Snap {
  if (!CATCHING.has(tool) || (tool === 'align' && !from)) return plain(to, 0.01);
  const open = openStoreys(site, storeyId);
  const chained = TOOLS[tool].shape === 'chain' || tool === 'hedge' || tool === 'divide';
  return snap({
    walls: site.walls.filter((w) => open.has(w.storeyId)),
    others: site.walls.filter((w) => !open.has(w.storeyId)),
    from: chained ? from : null,
    to,
    withinM: reachM(k),
    stepM: stepAt(unit, k),
  });
}

/** The end of a line of a typed length: towards the pointer, in a typed direction (clockwise from east), or eastwards. */
export function endOf(from: Point, towards: Point | null, lengthM: number, angleDeg: number | null): Point {
  const dx = (towards?.xM ?? from.xM) - from.xM;
  const dy = (towards?.yM ?? from.yM) - from.yM;
  const length = Math.hypot(dx, dy);
  const [ux, uy] =
    angleDeg !== null
      ? [Math.cos((angleDeg * Math.PI) / 180), Math.sin((angleDeg * Math.PI) / 180)]
      : length > 1e-6
        ? [dx / length, dy / length]
        : [1, 0];
  const round = (m: number) => Math.round(m * 1e4) / 1e4;
  return { xM: round(from.xM + ux * lengthM), yM: round(from.yM + uy * lengthM) };
}

/** The corner of a box of typed sizes: on the side the pointer is, else to the south-east. */
export function cornerOf(from: Point, towards: Point | null, widthM: number, depthM: number): Point {
  const sx = towards && towards.xM < from.xM ? -1 : 1;
  const sy = towards && towards.yM < from.yM ? -1 : 1;
  const round = (m: number) => Math.round(m * 1e4) / 1e4;
  return { xM: round(from.xM + sx * widthM), yM: round(from.yM + sy * depthM) };
}
