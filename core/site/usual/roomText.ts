import { parseLength, type LengthUnit } from '../model/lengths';

/** A room as it is typed: its name, and how wide it is inside; null takes what is left of its row. */
export interface TypedRoom {
  name: string;
  widthM: number | null;
}

/** Rooms beside each other from west to east, and how deep they are inside; null takes what is left of the storey. */
export interface TypedRow {
  depthM: number | null;
  rooms: TypedRoom[];
}

export type ReadRooms = { ok: true; rows: TypedRow[] } | { ok: false; message: string };

/** Most rows and rooms a storey is typed with. */
const MOST_ROWS = 12;
const MOST_ROOMS = 20;

/** Rooms that are told apart by a number: "bedroom 2" is a name, "kitchen 3" is a kitchen of 3 m. */
const NUMBERED = /(^|\s)(bed ?rooms?|bed|rooms?|bath(room)?s?|offices?|flats?|studies|study|stor(e|age)s?)$/i;

/** Whether the last words of a room are its size. */
function sizeIn(words: readonly string[], from: number, unit: LengthUnit): number | null {
  const text = words.slice(from).join(' ');
  const isBareWhole = /^\d+$/.test(text);
  if (isBareWhole && NUMBERED.test(words.slice(0, from).join(' '))) return null;
  const read = /^[\d.,]/.test(text) ? parseLength(text, unit) : null;
  return read?.ok ? read.lengthM : null;
}

function readRoom(text: string, unit: LengthUnit): TypedRoom {
  const words = text.split(/\s+/);
  // The longest ending that is a length, so that 10' 6" is one.
  for (let from = Math.max(1, words.length - 3); from < words.length; from++) {
    const widthM = sizeIn(words, from, unit);
    if (widthM !== null) return { name: words.slice(0, from).join(' ').slice(0, 80), widthM };
  }
  return { name: text.slice(0, 80), widthM: null };
}

/**
 * Rooms of a storey as they are typed: a line for each row from north to south, its rooms from west to east with their width
 * inside, and before a colon how deep the row is: "4.2: hall 1.2, front room" over "kitchen 3.4, bath". A bare number is in the
 * job's unit. In each row one room, and of the rows one, may go without: it takes what is left.
 */
export function readRooms(text: string, unit: LengthUnit): ReadRooms {
  const lines = text
    .split(/[\n;]/)
    .map((line) => line.trim())
    .filter((line) => line !== '');
  if (lines.length === 0) return { ok: false, message: 'Type a room, as: hall 1.8, kitchen 3.4' };
  if (lines.length > MOST_ROWS)
    return { ok: false, message: `A storey has at most ${MOST_ROWS} rows of rooms.` };
  const rows: TypedRow[] = [];
  for (const [i, line] of lines.entries()) {
    const [, before, after] = /^([^:]*):(.*)$/.exec(line) ?? [null, null, line];
    const depth = before === null || before === undefined ? null : parseLength(before, unit);
    if (depth && !depth.ok)
      return { ok: false, message: `Row ${i + 1}, before the colon: ${depth.message}.` };
    // A comma before a digit is of a number, as in 3,4.
    const rooms = (after ?? '')
      .split(/,(?!\d)/)
      .map((part) => part.trim())
      .filter((part) => part !== '')
      .map((part) => readRoom(part, unit));
    if (rooms.length === 0) return { ok: false, message: `Row ${i + 1} has no room.` };
    if (rooms.length > MOST_ROOMS)
      return { ok: false, message: `Row ${i + 1} has more than ${MOST_ROOMS} rooms.` };
    const open = rooms.filter((r) => r.widthM === null);
    if (open.length > 1)
      return {
        ok: false,
        message: `Row ${i + 1}: ${open.map((r) => r.name).join(' and ')} have no width. One of a row may go without.`,
      };
    rows.push({ depthM: depth?.lengthM ?? null, rooms });
  }
  const deep = rows.flatMap((r, i) => (r.depthM === null ? [i + 1] : []));
  if (deep.length > 1)
    return {
      ok: false,
      message: `Rows ${deep.join(' and ')} have no depth. One of them may go without: type it before a colon, as 4.2: hall 1.8, kitchen 3.4`,
    };
  return { ok: true, rows };
}
