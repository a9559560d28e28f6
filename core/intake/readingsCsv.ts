import { z } from 'zod';
import { barsTyped, type Bars } from '../site/model/bars';
import { clientType, type ClientTypeId } from '../site/model/schema';
import { writtenTime, type DateOrder } from './writtenTime';

type ReadDevice = ClientTypeId | 'wired';

/** What a column of a table of readings can hold. */
export const COLUMNS = {
  spot: 'Spot (number or name)',
  down: 'Down, Mb/s',
  up: 'Up, Mb/s',
  loaded: 'Under load, ms',
  idle: 'Idle, ms',
  level: 'Signal, dBm',
  bars: 'Bars, 3 of 4',
  band: 'Band, GHz',
  at: 'Date, or date and time',
  clock: 'Time of day',
  device: 'Device',
  note: 'Note',
  by: 'Who',
} as const;
export type ColumnId = keyof typeof COLUMNS;
/** Which column holds what, by its position; null is passed over. */
export type Columns = readonly (ColumnId | null)[];

/** Headings by which a column is known without asking, in small letters. */
const HEADINGS: Record<ColumnId, RegExp> = {
  spot: /^(spot|room|place|where|location|point)/,
  down: /^(down|download|rx)/,
  up: /^(up|upload|tx)/,
  loaded: /(load)/,
  idle: /^(idle|ping|latency|round)/,
  level: /^(signal|level|rssi|dbm)/,
  bars: /^(bars?|lights?)\b/,
  band: /^(band|ghz|freq)/,
  at: /^(date|day|at|when|time ?stamp)/,
  clock: /^(time|clock|hour)/,
  device: /^(device|client|with)/,
  note: /^(note|remark|comment)/,
  by: /^(who|by|person|name)/,
};

/** Longest cell that is looked at, characters. */
export const LONGEST_CELL = 300;

/** What columns most likely hold, by their headings; each thing at most once. */
export function guessColumns(headings: readonly string[]): (ColumnId | null)[] {
  const left = new Set(Object.keys(COLUMNS) as ColumnId[]);
  return headings.map((text) => {
    const small = text.slice(0, LONGEST_CELL).trim().toLowerCase();
    const found = ([...left] as ColumnId[]).find((id) => HEADINGS[id].test(small));
    if (found) left.delete(found);
    return found ?? null;
  });
}

/** A row of a table as the values of a reading, without what the job adds. */
export interface CsvReading {
  spotId: string;
  /** What it was read with; null where the table does not say. */
  device: ReadDevice | null;
  at: string;
  by: string;
  connected: boolean;
  rssiDbm: number | null;
  /** What the device showed in place of a level. */
  bars?: Bars;
  bandSeen: '2.4' | '5' | '6' | null;
  downMbps: number | null;
  upMbps: number | null;
  loadedMs: number | null;
  idleMs: number | null;
  note: string;
}

/** A row that cannot be taken: its line in the file, and why. */
export interface BadRow {
  line: number;
  words: string;
}

export type CsvRow = { ok: true; reading: CsvReading } | { ok: false; words: string };

const between = (low: number, high: number) => z.number().min(low).max(high);
const LIMITS = {
  down: between(0, 100_000),
  up: between(0, 100_000),
  loaded: between(0, 60_000),
  idle: between(0, 60_000),
  level: between(-120, 0),
} as const;

/** A number as people and programs write it: 24.5, 24,5, −71, with its unit or without; undefined is none. */
export function numberIn(cell: string): number | null | undefined {
  const text = cell.trim().replace('−', '-');
  if (text === '' || /^(-|–|n\/?a|null|none)$/i.test(text)) return null;
  const m = /^([-+]?\d{1,9}(?:[.,]\d{1,6})?)\s*(?:mb\/?s|mbit\/?s|mbps|ms|dbm)?$/i.exec(text);
  return m ? Number(m[1]!.replace(',', '.')) : undefined;
}

/** How times of a table are read: text without a zone counts as the zone given by `toIso`; null is none. */
export interface TimeReader {
  now: string;
  order: DateOrder;
  toIso: (text: string) => string | null;
}

/** A time as ISO; undefined is none. */
function timeIn(cell: string, { now, order, toIso }: TimeReader): string | undefined {
  const text = cell.trim().slice(0, 40);
  return toIso(writtenTime(text, order, now) ?? text) ?? undefined;
}

/** What something was read with, by its kind as it is called here: phone, new laptop, wired. */
function deviceIn(cell: string): ReadDevice | null | undefined {
  const text = cell
    .trim()
    .toLowerCase()
    .replace(/[\s_-]/g, '');
  if (text === '') return null;
  if (/^(wired|cable|ethernet)$/.test(text)) return 'wired';
  return clientType.options.find((c) => c.toLowerCase() === text);
}

/** Spots by what a table calls them, as somebody said by hand; written small. */
export type NamedSpots = ReadonlyMap<string, string>;

/** How the spots of a job are found by what a cell says: as somebody said by hand, by number, by name. */
export function spotFinder(
  spots: readonly { id: string; number: number; name: string }[],
  named: NamedSpots = new Map(),
) {
  const byNumber = new Map(spots.map((s) => [String(s.number), s.id]));
  const byName = new Map(spots.map((s) => [s.name.trim().toLowerCase(), s.id]));
  return (cell: string): string | null => {
    const text = cell.trim().toLowerCase();
    const byHand = named.get(text);
    if (byHand !== undefined && spots.some((s) => s.id === byHand)) return byHand;
    return byNumber.get(text) ?? byName.get(text) ?? byName.get(text.replace(/^\d+\s+/, '')) ?? null;
  };
}

/**
 * Reads one row of a table by the columns chosen. Times are as `time` reads them; `now` is taken where there
 * is none. Speeds of 0 both ways are no connection.
 */
export function readRow(
  cells: readonly string[],
  columns: Columns,
  spotOf: (cell: string) => string | null,
  time: TimeReader,
): CsvRow {
  const cell = (id: ColumnId) => (cells[columns.indexOf(id)] ?? '').slice(0, LONGEST_CELL);
  const spotId = spotOf(cell('spot'));
  if (spotId === null) return { ok: false, words: `there is no spot “${cell('spot').slice(0, 40)}”` };
  const values: Record<keyof typeof LIMITS, number | null> = {
    down: null,
    up: null,
    loaded: null,
    idle: null,
    level: null,
  };
  for (const id of Object.keys(LIMITS) as (keyof typeof LIMITS)[]) {
    if (!columns.includes(id)) continue;
    const value = numberIn(cell(id));
    if (value === undefined)
      return { ok: false, words: `${COLUMNS[id]}: “${cell(id).slice(0, 30)}” is no number` };
    if (value !== null && !LIMITS[id].safeParse(value).success)
      return { ok: false, words: `${COLUMNS[id]}: ${value} is out of range` };
    values[id] = value;
  }
  const bandText = cell('band').trim();
  const band = /^(2\.?4|2,4)/.test(bandText)
    ? '2.4'
    : bandText.startsWith('5')
      ? '5'
      : bandText.startsWith('6')
        ? '6'
        : null;
  if (bandText !== '' && band === null)
    return { ok: false, words: `${COLUMNS.band}: “${bandText.slice(0, 20)}” is none of 2.4, 5, 6` };
  const barsSaid = cell('bars').trim();
  const bars = barsTyped(barsSaid.replace('/', 'of'));
  if (barsSaid !== '' && !bars)
    return {
      ok: false,
      words: `${COLUMNS.bars}: “${barsSaid.slice(0, 20)}” does not say how many of how many, as 3 of 4`,
    };
  const said = [cell('at').trim(), cell('clock').trim()].filter((t) => t !== '').join(' ');
  const at = said === '' ? time.now : timeIn(said, time);
  const device = deviceIn(cell('device'));
  if (device === undefined)
    return { ok: false, words: `${COLUMNS.device}: “${cell('device').slice(0, 30)}” is no kind of device` };
  if (at === undefined)
    return { ok: false, words: `${COLUMNS.at}: “${said.slice(0, 40)}” is no time as it is written here` };
  const connected = !(values.down === 0 && (values.up === 0 || values.up === null));
  const empty = [values.down, values.up, values.level, bars, values.loaded].every((v) => v === null);
  if (empty) return { ok: false, words: 'holds no speed, level, bars or round trip' };
  return {
    ok: true,
    reading: {
      spotId,
      device,
      at,
      by: cell('by').trim().slice(0, 80),
      connected,
      rssiDbm: values.level,
      ...(bars && values.level === null ? { bars } : {}),
      bandSeen: band,
      downMbps: connected ? values.down : null,
      upMbps: connected ? values.up : null,
      loadedMs: connected ? values.loaded : null,
      idleMs: connected ? values.idle : null,
      note: cell('note').trim(),
    },
  };
}
