import { capital } from '../model/capital';
import { addSharedWall } from '../edit/walls';
import { halfAlong } from '../geometry/innerArea';
import { roomsOn } from '../geometry/rooms';
import { wallThicknessM } from '../model/constructions';
import { lengthText, type LengthUnit } from '../model/lengths';
import type { Point, Site, Storey } from '../model/schema';
import type { TypedRow } from './roomText';

/** A room that was laid: its name and corners on the plot, between the middle lines of its walls. */
export interface LaidRoom {
  name: string;
  corners: [Point, Point, Point, Point];
}

export type LaidRooms = { ok: true; site: Site; rooms: LaidRoom[] } | { ok: false; message: string };

/** What typed sizes may be off in all before it is asked, m: the last takes it. */
const SLACK_M = 0.1;
/** Smallest room that is laid, m across. */
const SMALLEST_M = 0.5;

/** What sizes are laid across: from one outer middle line to the other, half the walls there, and those between, m. */
interface Across {
  lengthM: number;
  halves: [number, number];
  wallM: number;
}

/** Middle lines of the walls between parts of clear width, from one outer middle line to the other, m. */
function linesOf(
  sizes: readonly (number | null)[],
  over: Across,
  what: { where: string; size: string; unit: LengthUnit },
): { ok: true; at: number[] } | { ok: false; message: string } {
  const { lengthM, halves, wallM } = over;
  const clearM = lengthM - halves[0] - halves[1] - (sizes.length - 1) * wallM;
  const known = sizes.reduce<number>((sum, s) => sum + (s ?? 0), 0);
  const text = (m: number) => lengthText(m, what.unit);
  const rest = clearM - known;
  const open = sizes.indexOf(null);
  if (open >= 0 ? rest < SMALLEST_M : rest < -SLACK_M)
    return {
      ok: false,
      message: `${what.where} needs ${text(known + (open >= 0 ? SMALLEST_M : 0))} of ${what.size}, and there are ${text(clearM)} between the walls.`,
    };
  if (open < 0 && rest > SLACK_M)
    return {
      ok: false,
      message: `${what.where} comes to ${text(known)} of ${text(clearM)} ${what.size}: leave one size out to take the rest.`,
    };
  const at = [0];
  let m = halves[0];
  sizes.forEach((size, i) => {
    m += size ?? rest;
    at.push(i === sizes.length - 1 ? lengthM : m + wallM / 2);
    m += wallM;
  });
  return { ok: true, at };
}

/**
 * Lays typed rooms into a rectangular storey with nothing inside: walls of one construction between them, each named. Widths and
 * depths are clear, between the faces of the walls, m; rows run as the building's own north, wherever it is turned to.
 */
export function layRooms(
  site: Site,
  storey: Storey,
  rows: readonly TypedRow[],
  construction: string,
  unit: LengthUnit,
  newId: (prefix: string) => string,
): LaidRooms {
  const [o, east, , south] = storey.outline;
  if (storey.outline.length !== 4 || !o || !east || !south)
    return { ok: false, message: 'Rooms are typed into a storey with four corners: draw these with R.' };
  if (roomsOn(site, storey.id).length > 1)
    return { ok: false, message: 'This storey has walls inside already: typed rooms are for one without.' };
  const walls = site.walls.filter((w) => w.storeyId === storey.id);
  const half = (a: Point, b: Point) => halfAlong(a, b, walls, site.customConstructions);
  const corner = storey.outline as [Point, Point, Point, Point];
  const widthM = Math.hypot(east.xM - o.xM, east.yM - o.yM);
  const depthM = Math.hypot(south.xM - o.xM, south.yM - o.yM);
  const wallM = wallThicknessM({ construction }, site.customConstructions);
  const across: Across = {
    lengthM: depthM,
    halves: [half(corner[0], corner[1]), half(corner[2], corner[3])],
    wallM,
  };
  const down = linesOf(
    rows.map((r) => r.depthM),
    across,
    { where: 'The storey', size: 'depth', unit },
  );
  if (!down.ok) return down;
  const at = (x: number, y: number): Point => ({
    xM: o.xM + ((east.xM - o.xM) * x) / widthM + ((south.xM - o.xM) * y) / depthM,
    yM: o.yM + ((east.yM - o.yM) * x) / widthM + ((south.yM - o.yM) * y) / depthM,
  });
  const laid: LaidRoom[] = [];
  let next = site;
  const wall = (a: Point, b: Point) => {
    next = addSharedWall(next, { storeyId: storey.id, a, b, construction, heightM: null }, newId);
  };
  for (const [i, row] of rows.entries()) {
    const [top, bottom] = [down.at[i]!, down.at[i + 1]!];
    const right = linesOf(
      row.rooms.map((r) => r.widthM),
      { lengthM: widthM, halves: [half(corner[3], corner[0]), half(corner[1], corner[2])], wallM },
      { where: `Row ${i + 1}`, size: 'width', unit },
    );
    if (!right.ok) return right;
    if (i > 0) wall(at(0, top), at(widthM, top));
    row.rooms.forEach((room, k) => {
      const [west, to] = [right.at[k]!, right.at[k + 1]!];
      if (k > 0) wall(at(west, top), at(west, bottom));
      laid.push({
        name: capital(room.name),
        corners: [at(west, top), at(to, top), at(to, bottom), at(west, bottom)],
      });
    });
  }
  const rooms = laid.map(({ name, corners: [a, , c] }) => ({
    id: newId('room'),
    storeyId: storey.id,
    name,
    at: { xM: (a.xM + c.xM) / 2, yM: (a.yM + c.yM) / 2 },
    activities: null,
  }));
  // A name that stood for the whole storey stands for none of its rooms.
  const others = next.rooms.filter((r) => r.storeyId !== storey.id);
  return { ok: true, site: { ...next, rooms: [...others, ...rooms] }, rooms: laid };
}
