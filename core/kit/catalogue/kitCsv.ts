import Papa from 'papaparse';
import type { z } from 'zod';
import { materialItem, type MaterialItem } from '../model/materialItems';
import { kitItem, type KitItem } from '../model/schema';

/** Units and materials as a table for a spreadsheet: one row an item, lists in a cell parted by `;`, their parts by blanks. */
export const KIT_COLUMNS = [
  'sort',
  'id',
  'kind',
  'label',
  'about',
  'costMinor',
  'radios',
  'antenna',
  'feeds',
  'portMbps',
  'ports',
  'family',
  'mostInMesh',
  'poe',
  'poeSource',
  'poweredPorts',
  'allocates',
  'drawW',
  'outdoor',
  'stands',
  'mount',
  'socketsTaken',
  'supplyLeadM',
  'powerlineBoxMbps',
  'moca',
  'roles',
  'roams',
  'packs',
  'joining',
  'lights',
  'asksFor',
  'handsMin',
  'waitMin',
  'lengthM',
  'per',
] as const;
type Column = (typeof KIT_COLUMNS)[number];
type Cells = Partial<Record<Column, string>>;

const list = (parts: readonly string[]) => parts.join('; ');
const optional = (v: string | number | null) => (v === null ? '' : String(v));

function unitCells(k: KitItem): Cells {
  const { joining: j } = k;
  return {
    sort: 'unit',
    id: k.id,
    kind: k.kind,
    label: k.label,
    about: k.about,
    costMinor: String(k.costMinor),
    radios: list(
      k.radios.map((r) => [r.band, r.standard, r.streams, r.maxWidthMhz, r.eirpDbm, r.role].join(' ')),
    ),
    antenna: k.antenna,
    feeds: list(k.feeds),
    portMbps: String(k.portMbps),
    ports: String(k.ports),
    family: optional(k.family),
    mostInMesh: optional(k.mostInMesh),
    poe: optional(k.poe),
    poeSource: k.poeSource ? `${k.poeSource.type} ${k.poeSource.budgetW}` : '',
    poweredPorts: String(k.poweredPorts),
    allocates: k.allocates,
    drawW: String(k.drawW),
    outdoor: String(k.outdoor),
    stands: list(k.stands),
    mount: k.mount,
    socketsTaken: String(k.socketsTaken),
    supplyLeadM: String(k.supplyLeadM),
    powerlineBoxMbps: optional(k.powerlineBoxMbps),
    moca: optional(k.moca),
    roles: list(k.roles),
    roams: String(k.roams),
    packs: list(k.packs.map((p) => `${p.pieces} ${p.costMinor}`)),
    joining: [j.method, j.first, j.pressS, j.windowS, j.distanceM, j.cableIn, j.batch, j.joinMin].join(' '),
    lights: list(k.lights.map((l) => `${l.when} ${l.means} ${l.shows}`)),
    asksFor: list(k.asksFor),
    handsMin: String(k.handsMin),
    waitMin: String(k.waitMin),
  };
}

const materialCells = (m: MaterialItem): Cells => ({
  sort: 'material',
  id: m.id,
  kind: m.kind,
  label: m.label,
  costMinor: String(m.costMinor),
  lengthM: optional(m.lengthM),
  per: m.per,
});

/** A catalogue as CSV, with a heading row. */
export function writeKitCsv(kit: readonly KitItem[], materials: readonly MaterialItem[]): string {
  const rows = [...kit.map(unitCells), ...materials.map(materialCells)].map((cells) =>
    KIT_COLUMNS.map((c) => cells[c] ?? ''),
  );
  return `${Papa.unparse([[...KIT_COLUMNS], ...rows], { newline: '\n', escapeFormulae: true })}\n`;
}

/** A cell as it was before a spreadsheet was kept from taking it for a formula. */
const plainCell = (cell: string): string => cell.replace(/^'(?=[=+\-@\t\r])/, '');

const many = (text: string): string[] =>
  text
    .split(';')
    .map((t) => t.trim())
    .filter((t) => t !== '');
/** A number as written; what is none is left as text, so that the schema says what is wrong with it. */
const num = (text: string): unknown =>
  text.trim() !== '' && Number.isFinite(Number(text)) ? Number(text) : text;
const numOrNull = (text: string): unknown => (text.trim() === '' ? null : num(text));
const textOrNull = (text: string): string | null => (text.trim() === '' ? null : text.trim());
const flag = (text: string): unknown => (text === 'true' ? true : text === 'false' ? false : text);

function radioOf(text: string): unknown {
  const [band, standard, streams, width, eirp, role] = text.split(/\s+/);
  return {
    band,
    standard,
    streams: num(streams ?? ''),
    maxWidthMhz: num(width ?? ''),
    eirpDbm: num(eirp ?? ''),
    role: role ?? 'access',
  };
}

function joiningOf(text: string): unknown {
  const [method, first, pressS, windowS, distanceM, cableIn, batch, joinMin] = text.split(/\s+/);
  return {
    method,
    first,
    pressS: num(pressS ?? ''),
    windowS: num(windowS ?? ''),
    distanceM: num(distanceM ?? ''),
    cableIn: flag(cableIn ?? ''),
    batch: flag(batch ?? ''),
    joinMin: num(joinMin ?? ''),
  };
}

/** A unit as its cells say; an empty cell of a detail leaves its default. */
function unitOf(c: Cells): unknown {
  const of = (column: Column) => (c[column] ?? '').trim();
  const given = <T>(column: Column, read: (text: string) => T) =>
    of(column) === '' ? {} : { [column]: read(of(column)) };
  const [sourceType, budget] = of('poeSource').split(/\s+/);
  return {
    id: of('id'),
    kind: of('kind'),
    label: of('label'),
    about: of('about'),
    radios: many(of('radios')).map(radioOf),
    antenna: of('antenna') || 'inner',
    feeds: many(of('feeds')),
    portMbps: num(of('portMbps')),
    family: textOrNull(of('family')),
    poe: textOrNull(of('poe')),
    poeSource: sourceType ? { type: sourceType, budgetW: num(budget ?? '') } : null,
    outdoor: of('outdoor') === '' ? false : flag(of('outdoor')),
    powerlineBoxMbps: numOrNull(of('powerlineBoxMbps')),
    moca: textOrNull(of('moca')),
    costMinor: num(of('costMinor')),
    handsMin: num(of('handsMin')),
    waitMin: num(of('waitMin')),
    ...given('roles', many),
    ...given('roams', flag),
    ...given('ports', num),
    ...given('drawW', num),
    ...given('poweredPorts', num),
    ...given('allocates', (t) => t),
    ...given('stands', many),
    ...given('mount', (t) => t),
    ...given('socketsTaken', num),
    ...given('supplyLeadM', num),
    ...given('mostInMesh', num),
    ...given('packs', (t) =>
      many(t).map((p) => {
        const [pieces, costMinor] = p.split(/\s+/);
        return { pieces: num(pieces ?? ''), costMinor: num(costMinor ?? '') };
      }),
    ),
    ...given('joining', joiningOf),
    ...given('lights', (t) =>
      many(t).map((l) => {
        const [when, means, ...shows] = l.split(/\s+/);
        return { when, means, shows: shows.join(' ') };
      }),
    ),
    ...given('asksFor', many),
  };
}

const materialOf = (c: Cells): unknown => ({
  id: (c.id ?? '').trim(),
  kind: (c.kind ?? '').trim(),
  label: c.label ?? '',
  lengthM: numOrNull(c.lengthM ?? ''),
  per: (c.per ?? '').trim() || 'piece',
  costMinor: num(c.costMinor ?? ''),
});

/** What is wrong with a line of a table of kit. */
export interface KitProblem {
  line: number;
  message: string;
}
export type ReadKit =
  { ok: true; kit: KitItem[]; materials: MaterialItem[] } | { ok: false; problems: KitProblem[] };

/** Most rows of a table of kit. */
const MOST_ROWS = 300;
/** Columns no table of kit can do without. */
const WANTED: readonly Column[] = ['sort', 'id', 'kind', 'label', 'costMinor'];

/** Reads a table of kit: all of it is sound, or every line that is not is named and nothing is taken. */
export function readKitCsv(text: string): ReadKit {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [head, ...rows] = parsed.data;
  if (!head) return { ok: false, problems: [{ line: 1, message: 'the table is empty' }] };
  const columns = head.map((h) => h.trim());
  const missing = WANTED.filter((w) => !columns.includes(w));
  const unknown = columns.filter((c) => !(KIT_COLUMNS as readonly string[]).includes(c));
  if (missing.length > 0 || unknown.length > 0)
    return {
      ok: false,
      problems: [
        {
          line: 1,
          message: [
            ...(missing.length > 0 ? [`columns missing: ${missing.join(', ')}`] : []),
            ...(unknown.length > 0 ? [`columns nobody knows: ${unknown.join(', ')}`] : []),
            'export the catalogue and compare',
          ].join('; '),
        },
      ],
    };
  if (rows.length > MOST_ROWS)
    return {
      ok: false,
      problems: [{ line: 1, message: `${rows.length} items; at most ${MOST_ROWS} are read` }],
    };
  const problems: KitProblem[] = [];
  const kit: KitItem[] = [];
  const materials: MaterialItem[] = [];
  const seen = new Set<string>();
  const say = (line: number, error: z.ZodError) => {
    for (const issue of error.issues)
      problems.push({ line, message: `${issue.path.join('.') || 'the line'}: ${issue.message}` });
  };
  rows.forEach((row, i) => {
    const line = i + 2;
    const cells: Cells = Object.fromEntries(columns.map((c, k) => [c, plainCell(row[k] ?? '')]));
    const sort = (cells.sort ?? '').trim();
    const key = `${sort} ${(cells.id ?? '').trim()}`;
    if (seen.has(key)) problems.push({ line, message: `id: "${cells.id}" stands twice` });
    seen.add(key);
    if (sort === 'unit') {
      const read = kitItem.safeParse(unitOf(cells));
      if (read.success) kit.push(read.data);
      else say(line, read.error);
    } else if (sort === 'material') {
      const read = materialItem.safeParse(materialOf(cells));
      if (read.success) materials.push(read.data);
      else say(line, read.error);
    } else problems.push({ line, message: `sort: "${sort}" is neither unit nor material` });
  });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, kit, materials };
}
