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
  /** Fewer words that stand there where the whole text has no clear place; only for names of rooms. */
  short?: string;
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
const RINGS = [0, 6, 12, 20, 27, 35, 44, 56, 74];
/** From this far off a label gets a leader line, px. */
const LEADER_FROM = 20;

/** A wall or outline as a line in px that text should rather not cross. */
export interface SoftLine {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  /** Half its thickness, px. */
  half?: number;
  /** Something low on the floor, such as stairs: text keeps off it only where that costs nothing. */
  faint?: boolean;
}

/** Boxes that only touch do not lie over each other; rounding must not tell, px. */
const TOUCH = 0.01;
const asBox = (b: BlockedBox) => ({ minX: b.x0, minY: b.y0, maxX: b.x1, maxY: b.y1 });
const within = (b: BlockedBox) => ({
  minX: b.x0 + TOUCH,
  minY: b.y0 + TOUCH,
  maxX: b.x1 - TOUCH,
  maxY: b.y1 - TOUCH,
});

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

interface Candidate {
  box: BlockedBox;
  ring: number;
}

function candidates(wish: LabelWish, text: string, widthOf: WidthOf): Candidate[] {
  const width = widthOf(text, wish.fontPx);
  const height = wish.fontPx * 1.15;
  const around = (cx: number, cy: number) => ({
    x0: cx - width / 2,
    y0: cy - height / 2,
    x1: cx + width / 2,
    y1: cy + height / 2,
  });
  if (wish.reach === 0)
    return RINGS.flatMap((ring) =>
      (ring === 0 ? [[0, 0]] : DIRECTIONS).map(([dx, dy]) => ({
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

/** What lies in the way of labels: lines by place, and how thick the thickest is. */
class LineMap {
  private readonly tree = new Lines();
  private readonly mostHalf: number;

  constructor(lines: readonly SoftLine[]) {
    this.tree.load([...lines]);
    this.mostHalf = lines.reduce((most, l) => Math.max(most, l.half ?? 0), 0);
  }

  /** Whether a box lies over no line; `onlyWalls` lets faint lines pass. */
  isClear(box: BlockedBox, onlyWalls = false): boolean {
    const grown = (by: number) => ({ x0: box.x0 - by, y0: box.y0 - by, x1: box.x1 + by, y1: box.y1 + by });
    return !this.tree
      .search(asBox(grown(this.mostHalf)))
      .some((l) => !(onlyWalls && l.faint) && crosses(l, grown(l.half ?? 0)));
  }

  /** Whether one can walk from a point to the middle of a box without crossing a line: both lie in one room. */
  isOpenBetween(x: number, y: number, box: BlockedBox): boolean {
    const [cx, cy] = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2];
    const way = { x0: Math.min(x, cx), y0: Math.min(y, cy), x1: Math.max(x, cx), y1: Math.max(y, cy) };
    const side = (l: SoftLine, px: number, py: number) =>
      (l.x1 - l.x0) * (py - l.y0) - (l.y1 - l.y0) * (px - l.x0) > 0;
    const walk: SoftLine = { x0: x, y0: y, x1: cx, y1: cy };
    return !this.tree
      .search(asBox(way))
      .some(
        (l) =>
          !l.faint && side(l, x, y) !== side(l, cx, cy) && side(walk, l.x0, l.y0) !== side(walk, l.x1, l.y1),
      );
  }
}

interface Choice extends Candidate {
  text: string;
}

/** A name that stands in a room: inside it and over no wall where it fits, the shorter one rather than over a wall. */
function chooseInRoom(
  wish: LabelWish,
  freeFor: (text: string) => Candidate[],
  lines: LineMap,
): Choice | null {
  const texts = [wish.text, ...(wish.short ? [wish.short] : [])].map((text) => {
    const free = freeFor(text);
    return { text, free, inRoom: free.filter((c) => lines.isOpenBetween(wish.x, wish.y, c.box)) };
  });
  const first = (pick: (t: (typeof texts)[number]) => Candidate | undefined): Choice | null => {
    for (const t of texts) {
      const found = pick(t);
      if (found) return { ...found, text: t.text };
    }
    return null;
  };
  const shortest = texts[texts.length - 1]!;
  const last = shortest.inRoom[0] ?? shortest.free.find((c) => c.ring < LEADER_FROM);
  return (
    first((t) => t.inRoom.find((c) => lines.isClear(c.box))) ??
    first((t) => t.inRoom.find((c) => lines.isClear(c.box, true))) ??
    (last ? { ...last, text: shortest.text } : null)
  );
}

/** A name beside its mark: over no wall where there is a place without, near by or farther off with a leader; else the nearest. */
function chooseBeside(free: readonly Candidate[], lines: LineMap): Candidate | null {
  const near = free.filter((c) => c.ring < LEADER_FROM);
  return (
    near.find((c) => lines.isClear(c.box)) ??
    near.find((c) => lines.isClear(c.box, true)) ??
    free.find((c) => lines.isClear(c.box, true)) ??
    near[0] ??
    free[0] ??
    null
  );
}

/** What names have to keep off, and the frame they stay in, px. */
export interface Surroundings {
  marks: readonly BlockedBox[];
  walls?: readonly SoftLine[];
  frame?: BlockedBox | null;
  widthOf?: WidthOf;
}

const isIn = (frame: BlockedBox, b: BlockedBox): boolean =>
  b.x0 >= frame.x0 && b.x1 <= frame.x1 && b.y0 >= frame.y0 && b.y1 <= frame.y1;

const hasLeader = (wish: LabelWish, c: Candidate): boolean => wish.reach > 0 && c.ring >= LEADER_FROM;

const middleOf = (b: BlockedBox): [number, number] => [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2];

/** Whether the line from a mark to its name passes over no other mark and no name. */
function isLeaderClear(taken: Boxes<BlockedBox>, { x, y }: LabelWish, box: BlockedBox): boolean {
  const [cx, cy] = middleOf(box);
  const line = { x0: x, y0: y, x1: cx, y1: cy };
  const isOwn = (b: BlockedBox) => x >= b.x0 && x <= b.x1 && y >= b.y0 && y <= b.y1;
  return !taken
    .search({ minX: Math.min(x, cx), minY: Math.min(y, cy), maxX: Math.max(x, cx), maxY: Math.max(y, cy) })
    .some((b) => !isOwn(b) && crosses(line, b));
}

/** How far apart the small boxes are that keep names off a leader line, px. */
const STITCH_PX = 6;

/** Small boxes along a leader line. */
function stitches({ x, y, reach }: LabelWish, box: BlockedBox): BlockedBox[] {
  const [cx, cy] = middleOf(box);
  const length = Math.hypot(cx - x, cy - y);
  const out: BlockedBox[] = [];
  for (let m = reach + STITCH_PX; m < length; m += STITCH_PX) {
    const [px, py] = [x + ((cx - x) * m) / length, y + ((cy - y) * m) / length];
    out.push({ x0: px - 1, y0: py - 1, x1: px + 1, y1: py + 1 });
  }
  return out;
}

/**
 * Gives each label the nearest free place around its anchor: first come, first served, over no mark and no other label,
 * and over no wall where there is a place without. One that finds none is left out rather than printed over
 * something; its mark still carries its name for readers. A leader line passes over no other mark or name, and nothing lies beyond
 * the frame. A wish of reach 0 is the name of a room and stands in it.
 */
export function placeLabels(wishes: readonly LabelWish[], around: Surroundings): PlacedLabel[] {
  const { marks, walls = [], frame, widthOf = textWidth } = around;
  const taken = new Boxes<BlockedBox>().load([...marks]);
  const lines = new LineMap(walls);
  const out: PlacedLabel[] = [];
  for (const wish of wishes) {
    const freeFor = (text: string) =>
      candidates(wish, text, widthOf).filter(
        (c) =>
          (!frame || isIn(frame, c.box)) &&
          !taken.collides(within(c.box)) &&
          (!hasLeader(wish, c) || isLeaderClear(taken, wish, c.box)),
      );
    const chosen: (Candidate & { text?: string }) | null =
      wish.reach === 0 ? chooseInRoom(wish, freeFor, lines) : chooseBeside(freeFor(wish.text), lines);
    if (!chosen) continue;
    const { box, text = wish.text } = chosen;
    taken.insert(box);
    const leader = hasLeader(wish, chosen);
    // No later name lies over the line that leads to this one.
    if (leader) stitches(wish, box).forEach((s) => taken.insert(s));
    out.push({
      ...wish,
      text,
      cx: (box.x0 + box.x1) / 2,
      cy: (box.y0 + box.y1) / 2,
      width: box.x1 - box.x0,
      height: box.y1 - box.y0,
      leader,
    });
  }
  return out;
}
