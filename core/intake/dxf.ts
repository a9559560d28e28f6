import DxfParser from 'dxf-parser';
import { z } from 'zod';
import { UNIT_M, type DrawnLine } from './dxfWalls';

/** Largest drawing that is read, characters, and most straight stretches it may hold. */
export const DXF_LIMIT_CHARACTERS = 40_000_000;
export const DXF_LIMIT_LINES = 200_000;

const vertex = z.object({ x: z.number(), y: z.number() });
const entity = z.object({
  type: z.string(),
  layer: z.string().default('0'),
  vertices: z.array(vertex).optional(),
  shape: z.boolean().optional(),
});

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
    .split('\n')
    .map((l) => l.trim())
    .filter((l) => l !== '');
  return lines.some((l, i) => l === 'SECTION' && lines[i - 1] === '0');
}

/** Straight stretches of a DXF drawing by layer: its lines and polylines; arcs, text and blocks are passed over and counted. */
export function readDxf(text: string): ReadDrawing {
  if (text.length > DXF_LIMIT_CHARACTERS)
    return refused(
      `The drawing has more than ${DXF_LIMIT_CHARACTERS / 1e6} MB. Export only the storey you need.`,
    );
  if (!beginsWithSection(text))
    return refused('This is not a DXF drawing in text form. Export it as ASCII DXF.');
  let parsed: ReturnType<DxfParser['parseSync']>;
  try {
    parsed = new DxfParser().parseSync(text);
  } catch {
    return refused('The drawing is broken or was cut off on its way. Export it again as ASCII DXF.');
  }
  if (!parsed) return refused('The drawing is empty. Export it again as ASCII DXF.');
  const lines: DrawnLine[] = [];
  let passedOver = 0;
  const entities: unknown = parsed.entities;
  if (!Array.isArray(entities))
    return refused(
      'The drawing has no part with lines in it (ENTITIES). Export it again, model space as ASCII DXF.',
    );
  for (const raw of entities as unknown[]) {
    const e = entity.safeParse(raw);
    const vertices = e.success ? e.data.vertices : undefined;
    if (!e.success || !vertices || !['LINE', 'LWPOLYLINE', 'POLYLINE'].includes(e.data.type)) {
      passedOver++;
      continue;
    }
    const ends = e.data.shape && vertices.length > 2 ? [...vertices, vertices[0]!] : vertices;
    for (let i = 1; i < ends.length; i++) {
      const [a, b] = [ends[i - 1]!, ends[i]!];
      if ([a.x, a.y, b.x, b.y].every(Number.isFinite))
        lines.push({ layer: e.data.layer, x1: a.x, y1: a.y, x2: b.x, y2: b.y });
    }
    if (lines.length > DXF_LIMIT_LINES)
      return refused(
        `The drawing holds more than ${DXF_LIMIT_LINES} lines. Export only the walls of one storey.`,
      );
  }
  if (lines.length === 0)
    return refused('The drawing holds no lines or polylines. Explode its blocks and export it again.');
  const stated = Number((parsed.header as Record<string, unknown> | undefined)?.$INSUNITS ?? 0);
  return { ok: true, lines, unitM: UNIT_M[stated] ?? null, passedOver };
}
