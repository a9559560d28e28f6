/** Text that wants a place near an anchor, all in pixels. */
export interface LabelWish {
  key: string;
  text: string;
  x: number;
  y: number;
  /** Free space kept around the anchor: half the size of its mark. */
  reach: number;
  fontPx: number;
}

export interface PlacedLabel extends LabelWish {
  /** Centre of the text. */
  cx: number;
  cy: number;
  width: number;
  height: number;
  /** Whether it stands so far off that a leader line is needed. */
  leader: boolean;
}

export interface BlockedBox {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** Width of text in the figure face, px: its mean advance, a little generous. */
export function textWidth(text: string, fontPx: number): number {
  return text.length * fontPx * 0.5 + 4;
}

const DIRECTIONS: readonly [number, number][] = [
  [0, 1],
  [0, -1],
  [1, 0],
  [-1, 0],
  [0.8, 0.8],
  [-0.8, 0.8],
  [0.8, -0.8],
  [-0.8, -0.8],
];
const RINGS = [0, 9, 20, 34, 52, 74];

const hits = (a: BlockedBox, b: BlockedBox) => a.x0 < b.x1 && a.x1 > b.x0 && a.y0 < b.y1 && a.y1 > b.y0;

/**
 * Gives each label the nearest free place around its anchor: first come, first served, over no mark and no other label.
 * One that finds none is left out rather than printed over something; its mark still carries its name for readers.
 */
export function placeLabels(wishes: readonly LabelWish[], marks: readonly BlockedBox[]): PlacedLabel[] {
  const taken: BlockedBox[] = [...marks];
  const out: PlacedLabel[] = [];
  for (const wish of wishes) {
    const width = textWidth(wish.text, wish.fontPx);
    const height = wish.fontPx * 1.15;
    search: for (const ring of RINGS) {
      for (const [dx, dy] of DIRECTIONS) {
        const cx = wish.x + dx * (wish.reach + ring + width / 2);
        const cy = wish.y + dy * (wish.reach + ring + height / 2);
        const box = { x0: cx - width / 2, y0: cy - height / 2, x1: cx + width / 2, y1: cy + height / 2 };
        if (taken.some((t) => hits(t, box))) continue;
        taken.push(box);
        out.push({ ...wish, cx, cy, width, height, leader: ring >= 20 });
        break search;
      }
    }
  }
  return out;
}
