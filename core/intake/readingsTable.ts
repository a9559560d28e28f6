import Papa from 'papaparse';
import {
  LONGEST_CELL,
  readRow,
  spotFinder,
  type BadRow,
  type Columns,
  type CsvReading,
  type NamedSpots,
  type TimeReader,
} from './readingsCsv';

/** Most rows of a table that are looked at, and most characters. */
export const MOST_TABLE_ROWS = 200_000;
export const TABLE_LIMIT_CHARACTERS = 64_000_000;
const MOST_COLUMNS = 60;

/** A table of text: its headings, and its rows with the line each stands on. */
export interface TextTable {
  headings: string[];
  rows: string[][];
  /** Line of the first row in the file, counted from 1. */
  firstLine: number;
}
export type ReadTable = { ok: true; table: TextTable } | { ok: false; words: string };

function tableOfObjects(list: readonly unknown[]): ReadTable {
  const headings: string[] = [];
  const known = new Set<string>();
  for (const item of list.slice(0, 1000)) {
    if (item === null || typeof item !== 'object')
      return { ok: false, words: 'The list holds something that is no reading.' };
    for (const key of Object.keys(item)) {
      if (known.has(key) || headings.length >= MOST_COLUMNS) continue;
      known.add(key);
      headings.push(key);
    }
  }
  const text = (v: unknown) => (typeof v === 'string' || typeof v === 'number' ? String(v) : '');
  const rows = list
    .slice(0, MOST_TABLE_ROWS)
    .map((item) =>
      headings.map((h) =>
        Object.hasOwn(item as object, h) ? text((item as Record<string, unknown>)[h]) : '',
      ),
    );
  return { ok: true, table: { headings, rows, firstLine: 1 } };
}

/** Reads a table from text: a JSON list of objects, or lines with commas, semicolons or tabs and headings above them. */
export function readTable(text: string): ReadTable {
  if (text.length > TABLE_LIMIT_CHARACTERS)
    return { ok: false, words: `The file is larger than ${TABLE_LIMIT_CHARACTERS / 1e6} MB: split it.` };
  const trimmed = text.replace(/^\ufeff/, '').trimStart();
  if (trimmed.startsWith('[')) {
    try {
      const list: unknown = JSON.parse(trimmed);
      if (Array.isArray(list)) return tableOfObjects(list);
    } catch {
      return { ok: false, words: 'The list is not valid JSON.' };
    }
  }
  const parsed = Papa.parse<string[]>(trimmed, { skipEmptyLines: false, preview: MOST_TABLE_ROWS + 2 });
  const [first, ...rest] = parsed.data;
  if (!first || first.length < 2)
    return { ok: false, words: 'No table found: the first line names the columns, such as spot,down,up.' };
  if (rest.length > MOST_TABLE_ROWS)
    return { ok: false, words: `The table has more than ${MOST_TABLE_ROWS} rows: split it.` };
  return {
    ok: true,
    table: { headings: first.slice(0, MOST_COLUMNS).map((h) => h.trim()), rows: rest, firstLine: 2 },
  };
}

/** Names of places no spot bears that are asked about at most. */
const MOST_UNKNOWN = 60;

/** Readings of a table and the rows that cannot be taken. Empty lines are neither. */
export function readingsOf(
  table: TextTable,
  columns: Columns,
  spots: readonly { id: string; number: number; name: string }[],
  time: TimeReader,
  named: NamedSpots = new Map(),
): { readings: CsvReading[]; bad: BadRow[]; unknown: string[] } {
  const spotOf = spotFinder(spots, named);
  const at = columns.indexOf('spot');
  const unknown = new Set<string>();
  const readings: CsvReading[] = [];
  const bad: BadRow[] = [];
  table.rows.forEach((cells, i) => {
    if (cells.every((c) => c.trim() === '')) return;
    const row = readRow(cells, columns, spotOf, time);
    if (row.ok) readings.push(row.reading);
    else bad.push({ line: table.firstLine + i, words: row.words });
    const name = cells[at]?.trim() ?? '';
    if (name !== '' && unknown.size < MOST_UNKNOWN && spotOf(name) === null)
      unknown.add(name.slice(0, LONGEST_CELL));
  });
  return { readings, bad, unknown: [...unknown] };
}
