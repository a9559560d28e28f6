import { dxfThings, pointsOf, valueOf, type DxfThing } from './dxfGroups';
import { UNIT_M, type DrawnLine } from './dxfWalls';

/** Largest drawing that is read, characters, and most straight stretches it may hold. */
export const DXF_LIMIT_CHARACTERS = 40_000_000;
export const DXF_LIMIT_LINES = 200_000;
/** Longest name of a layer that is kept, characters. */
const LONGEST_LAYER = 255;

export type ReadDrawing =
  | {
      ok: true;
      lines: DrawnLine[];
      /** Metres in one unit as the file states; null where it states none. */
      unitM: number | null;
      /** Things in it that are neither lines nor polylines. */
      passedOver: number;
    }
  | { ok: false; message: string };

const refused = (message: string): ReadDrawing => ({ ok: false, message });

/** Characters at the head of a drawing in which its first section must begin. */
const HEAD_CHARACTERS = 4000;

/** Whether a text begins as a DXF in text form does: a group code 0 with SECTION, perhaps after remarks. */
function beginsWithSection(text: string): boolean {
  const lines = text
    .slice(0, HEAD_CHARACTERS)
    .split(/[\r\n]+/)
    .map((l) => l.trim())
    .filter((l) => l !== '');
  return lines.some((l, i) => l === 'SECTION' && lines[i - 1] === '0');
}

/** The things of a section up to its end; null where the drawing has no such section. */
function section(things: readonly DxfThing[], name: string): readonly DxfThing[] | null {
  const start = things.findIndex((t) => t.type === 'SECTION' && valueOf(t.groups, 2) === name);
  if (start < 0) return null;
  const end = things.findIndex((t, i) => i > start && (t.type === 'ENDSEC' || t.type === 'EOF'));
  return things.slice(start + 1, end < 0 ? undefined : end);
}

/** Metres in one unit as the header states, null where it states none. */
function statedUnitM(things: readonly DxfThing[]): number | null {
  const header = things.find((t) => t.type === 'SECTION' && valueOf(t.groups, 2) === 'HEADER');
  const at = header?.groups.findIndex((g) => g.code === 9 && g.value === '$INSUNITS') ?? -1;
  const stated = header?.groups[at + 1];
  if (at < 0 || stated?.code !== 70) return null;
  return UNIT_M[Number(stated.value)] ?? null;
}

/** Straight stretches between corners, closed where the thing's flag (group 70, first bit) says so. */
function stretches(thing: DxfThing, corners: readonly { x: number; y: number }[]): DrawnLine[] {
  const closed = (Number(valueOf(thing.groups, 70) ?? 0) & 1) === 1 && corners.length > 2;
  const ends = closed ? [...corners, corners[0]!] : corners;
  const layer = (valueOf(thing.groups, 8) ?? '0').slice(0, LONGEST_LAYER);
  return ends.slice(1).map((b, i) => ({ layer, x1: ends[i]!.x, y1: ends[i]!.y, x2: b.x, y2: b.y }));
}

/** Straight stretches of a DXF drawing by layer: its lines and polylines; arcs, text and blocks are passed over and counted. */
export function readDxf(text: string): ReadDrawing {
  if (text.length > DXF_LIMIT_CHARACTERS)
    return refused(
      `The drawing has more than ${DXF_LIMIT_CHARACTERS / 1e6} MB. Export only the storey you need.`,
    );
  if (!beginsWithSection(text))
    return refused('This is not a DXF drawing in text form. Export it as ASCII DXF.');
  const read = dxfThings(text);
  if ('brokenLine' in read)
    return refused(
      `The drawing is broken or was cut off at line ${read.brokenLine}. Export it again as ASCII DXF.`,
    );
  const entities = section(read.things, 'ENTITIES');
  if (!entities)
    return refused(
      'The drawing has no part with lines in it (ENTITIES). Export it again, model space as ASCII DXF.',
    );
  const lines: DrawnLine[] = [];
  let passedOver = 0;
  for (let i = 0; i < entities.length; i++) {
    const thing = entities[i]!;
    if (thing.type === 'LINE')
      lines.push(
        ...stretches(thing, [...pointsOf(thing.groups, 10), ...pointsOf(thing.groups, 11)].slice(0, 2)),
      );
    else if (thing.type === 'LWPOLYLINE')
      for (const s of stretches(thing, pointsOf(thing.groups, 10))) lines.push(s);
    else if (thing.type === 'POLYLINE') {
      const corners: { x: number; y: number }[] = [];
      while (entities[i + 1]?.type === 'VERTEX') corners.push(...pointsOf(entities[++i]!.groups, 10));
      if (entities[i + 1]?.type === 'SEQEND') i++;
      for (const s of stretches(thing, corners)) lines.push(s);
    } else passedOver++;
    if (lines.length > DXF_LIMIT_LINES)
      return refused(
        `The drawing holds more than ${DXF_LIMIT_LINES} lines. Export only the walls of one storey.`,
      );
  }
  if (lines.length === 0)
    return refused('The drawing holds no lines or polylines. Explode its blocks and export it again.');
  return { ok: true, lines, unitM: statedUnitM(read.things), passedOver };
}
