import type { Box } from '@/core/site/model/levels';
import type { BlockedBox } from './labels';

/** Room round the plot where it fits, px. */
export const INSET_PX = 26;
/** Room at the foot of the sheet for its key and buttons. */
export const FOOT_PX = 56;
/** Names keep this far off the edge of the sheet, px. */
const EDGE_PX = 3;

export interface Size {
  w: number;
  h: number;
}

/**
 * What is seen of the plot when it is in the middle of the sheet at a scale, in px of the plot; where it is larger than the sheet, all
 * of it. `k` is px per m.
 */
export function frameOf({ minXM, minYM, maxXM, maxYM }: Box, k: number, { w, h }: Size): BlockedBox {
  const [halfX, halfY] = [((maxXM - minXM) * k) / 2, ((maxYM - minYM) * k) / 2];
  const [cx, cy] = [((minXM + maxXM) * k) / 2, ((minYM + maxYM) * k) / 2];
  const half = { x: Math.max(w / 2 - EDGE_PX, halfX), up: (h - FOOT_PX + INSET_PX) / 2 - EDGE_PX };
  const down = Math.max((h - FOOT_PX - INSET_PX) / 2, halfY);
  return { x0: cx - half.x, x1: cx + half.x, y0: cy - Math.max(half.up, halfY), y1: cy + down };
}
