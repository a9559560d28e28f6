import { expose } from 'comlink';
import {
  type BadRow,
  type Columns,
  type CsvReading,
  type NamedSpots,
  type TimeReader,
} from '../core/intake/readingsCsv';
import { readTable, readingsOf, type ReadTable, type TextTable } from '../core/intake/readingsTable';

let table: TextTable | null = null;
let taken: CsvReading[] = [];

/** A time as a person of this place writes it; null where it is none. */
function toIso(text: string): string | null {
  const ms = /^\d{10}(\d{3})?$/.test(text) ? Number(text.padEnd(13, '0')) : Date.parse(text);
  return Number.isFinite(ms) && ms > 0 ? new Date(ms).toISOString() : null;
}

const api = {
  /** Reads a table and answers how it begins. */
  open(text: string): ReadTable & { rows?: number } {
    const read = readTable(text);
    table = read.ok ? read.table : null;
    if (!read.ok) return read;
    const filled = read.table.rows.filter((r) => r.some((c) => c.trim() !== ''));
    return { ok: true, table: { ...read.table, rows: filled.slice(0, 6) }, rows: filled.length };
  },
  /** Reads all rows by the columns chosen; the readings stay here until they are asked for. */
  read(
    columns: Columns,
    spots: readonly { id: string; number: number; name: string }[],
    time: Pick<TimeReader, 'now' | 'order'>,
    named: NamedSpots,
  ): { good: number; bad: BadRow[]; unknown: string[] } {
    if (!table) throw new Error('no table is open');
    const { readings, bad, unknown } = readingsOf(table, columns, spots, { ...time, toIso }, named);
    taken = readings;
    return { good: readings.length, bad, unknown };
  },
  part(from: number, count: number): CsvReading[] {
    return taken.slice(from, from + count);
  },
};
export type ReadingsWorker = typeof api;
expose(api);
