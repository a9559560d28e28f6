import type { Point, Underlay } from '../model/schema';

const ANGLE = Math.PI / 180;
type Pixel = { x: number; y: number };

/** Where a pixel of a picture lies on the plot. */
export function pixelToPlot(u: Underlay, p: Pixel): Point {
  const [sin, cos] = [Math.sin(u.turnDeg * ANGLE), Math.cos(u.turnDeg * ANGLE)];
  const [x, y] = [p.x * u.mPerPx, p.y * u.mPerPx];
  return { xM: u.xM + cos * x - sin * y, yM: u.yM + sin * x + cos * y };
}

/** Which pixel of a picture lies at a point of the plot. */
export function plotToPixel(u: Underlay, p: Point): Pixel {
  const [sin, cos] = [Math.sin(u.turnDeg * ANGLE), Math.cos(u.turnDeg * ANGLE)];
  const [x, y] = [p.xM - u.xM, p.yM - u.yM];
  return { x: (cos * x + sin * y) / u.mPerPx, y: (-sin * x + cos * y) / u.mPerPx };
}

/** Moves a picture so that one of its pixels comes to lie on a point. */
function pinned(u: Underlay, pixel: Pixel, to: Point): Underlay {
  const now = pixelToPlot(u, pixel);
  return { ...u, xM: u.xM + to.xM - now.xM, yM: u.yM + to.yM - now.yM };
}

/** Shortest stretch on a picture that can give it a scale, px: nearer points are a slip of the hand. */
const SHORTEST_PX = 8;

export type Scaled = { ok: true; underlay: Underlay } | { ok: false; message: string };

/**
 * Scales a picture by two points on the plot (as it lies now) that are a known length apart. The first point stays where
 * it is. Points that lie together, or a scale no drawing has, are refused.
 */
export function scaleByTwoPoints(u: Underlay, a: Point, b: Point, lengthM: number): Scaled {
  const [pa, pb] = [plotToPixel(u, a), plotToPixel(u, b)];
  const px = Math.hypot(pb.x - pa.x, pb.y - pa.y);
  if (px < SHORTEST_PX) return { ok: false, message: 'The two points lie together: set them farther apart.' };
  const mPerPx = lengthM / px;
  if (!(mPerPx > 1e-5 && mPerPx < 10))
    return { ok: false, message: 'That would make the picture larger than any plot: check the length.' };
  return { ok: true, underlay: pinned({ ...u, mPerPx }, pa, a) };
}

/** Turns a picture so that the line from a to b lies level or upright, whichever is nearer. The first point stays. */
export function straightenBy(u: Underlay, a: Point, b: Point): Underlay {
  const angle = Math.atan2(b.yM - a.yM, b.xM - a.xM) / ANGLE;
  const pixel = plotToPixel(u, a);
  return pinned({ ...u, turnDeg: normal(u.turnDeg + Math.round(angle / 90) * 90 - angle) }, pixel, a);
}

const normal = (deg: number) => ((((deg + 180) % 360) + 360) % 360) - 180;

/** Turns a picture about its middle. */
export function turnPicture(u: Underlay, turnDeg: number): Underlay {
  const pixel = { x: u.widthPx / 2, y: u.heightPx / 2 };
  return pinned({ ...u, turnDeg: normal(turnDeg) }, pixel, pixelToPlot(u, pixel));
}

/** Moves a picture so that a point seen on it comes to lie on a known point, such as a corner shared with another storey. */
export function alignBy(u: Underlay, seen: Point, known: Point): Underlay {
  return { ...u, xM: u.xM + known.xM - seen.xM, yM: u.yM + known.yM - seen.yM };
}
