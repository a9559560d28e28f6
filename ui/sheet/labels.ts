import RBush from 'rbush';

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

/** Width of a text at a size, px. */
export type WidthOf = (text: string, fontPx: number) => number;

/** Width of text in the figure face where nothing can measure it, px: its mean advance, a little generous. */
function textWidth(text: string, fontPx: number): number {
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
const RINGS = [0, 6, 12, 20, 34, 52, 74];
/** From this far off a label gets a leader line, px. */
const LEADER_FROM = 20;

/** A wall as a line in px that text should rather not cross. */
export interface SoftLine {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

const asBox = (b: BlockedBox) => ({ minX: b.x0, minY: b.y0, maxX: b.x1, maxY: b.y1 });

class Boxes<T extends BlockedBox> extends RBush<T> {
  override toBBox(b: T) {
    return asBox(b);
  }
  override compareMinX(a: T, b: T) {
    return a.x0 - b.x0;
  }
  override compareMinY(a: T, b: T) {
    return a.y0 - b.y0;
  }
}

class Lines extends RBush<SoftLine> {
  override toBBox(l: SoftLine) {
    return {
      minX: Math.min(l.x0, l.x1),
      minY: Math.min(l.y0, l.y1),
      maxX: Math.max(l.x0, l.x1),
      maxY: Math.max(l.y0, l.y1),
    };
  }
  override compareMinX(a: SoftLine, b: SoftLine) {
    return Math.min(a.x0, a.x1) - Math.min(b.x0, b.x1);
  }
  override compareMinY(a: SoftLine, b: SoftLine) {
    return Math.min(a.y0, a.y1) - Math.min(b.y0, b.y1);
  }
}

/** Whether a line passes through a box (clipped parameter by parameter). */
function crosses(l: SoftLine, b: BlockedBox): boolean {
  let from = 0;
  let to = 1;
  for (const [start, delta, low, high] of [
    [l.x0, l.x1 - l.x0, b.x0, b.x1],
    [l.y0, l.y1 - l.y0, b.y0, b.y1],
  ] as const) {
    if (delta === 0) {
      if (start < low || start > high) return false;
      continue;
    }
    const t0 = (low - start) / delta;
    const t1 = (high - start) / delta;
    from = Math.max(from, Math.min(t0, t1));
    to = Math.min(to, Math.max(t0, t1));
    if (from > to) return false;
  }
  return true;
}

function candidates(wish: LabelWish, widthOf: WidthOf): { box: BlockedBox; ring: number }[] {
  const width = widthOf(wish.text, wish.fontPx);
  const height = wish.fontPx * 1.15;
  const around = (cx: number, cy: number) => ({
    x0: cx - width / 2,
    y0: cy - height / 2,
    x1: cx + width / 2,
    y1: cy + height / 2,
  });
  if (wish.reach === 0)
    return RINGS.slice(0, 4).flatMap((ring) =>
      [[0, 0], ...DIRECTIONS].map(([dx, dy]) => ({
        ring,
        box: around(wish.x + dx! * ring, wish.y + dy! * ring),
      })),
    );
  return RINGS.flatMap((ring) =>
    DIRECTIONS.map(([dx, dy]) => ({
      ring,
      box: around(
        wish.x + dx * (wish.reach + ring + width / 2),
        wish.y + dy * (wish.reach + ring + height / 2),
      ),
    })),
  );
}

/**
 * Gives each label the nearest free place around its anchor: first come, first served, over no mark and no other label,
 * and over no wall where there is a place near by without. One that finds none is left out rather than printed over
 * something; its mark still carries its name for readers. A wish of reach 0 may stand on its anchor.
 */
export function placeLabels(
  wishes: readonly LabelWish[],
  marks: readonly BlockedBox[],
  walls: readonly SoftLine[] = [],
  widthOf: WidthOf = textWidth,
): PlacedLabel[] {
  const taken = new Boxes<BlockedBox>().load([...marks]);
  const lines = new Lines().load([...walls]);
  const out: PlacedLabel[] = [];
  for (const wish of wishes) {
    let chosen: { box: BlockedBox; ring: number } | null = null;
    for (const candidate of candidates(wish, widthOf)) {
      // Beyond the leader's distance a wall under the text no longer matters: the first free place is taken.
      if (candidate.ring >= LEADER_FROM && chosen) break;
      if (taken.collides(asBox(candidate.box))) continue;
      chosen ??= candidate;
      const clear = !lines.search(asBox(candidate.box)).some((l) => crosses(l, candidate.box));
      if (clear || candidate.ring >= LEADER_FROM) {
        chosen = candidate;
        break;
      }
    }
    if (!chosen) continue;
    const { box, ring } = chosen;
    taken.insert(box);
    out.push({
      ...wish,
      cx: (box.x0 + box.x1) / 2,
      cy: (box.y0 + box.y1) / 2,
      width: box.x1 - box.x0,
      height: box.y1 - box.y0,
      leader: ring >= LEADER_FROM,
    });
  }
  return out;
}
