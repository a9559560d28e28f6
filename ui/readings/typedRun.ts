import type { Reading } from '@/core/evidence/rows';
import { barsTyped } from '@/core/site/model/bars';
import { quickRun } from '@/core/readings/quickRun';
import type { ClientTypeId, Spot } from '@/core/site/model/schema';
import type { ReadingValues } from '@/ui/job/useRecord';
import { FIELD, problemOf, type Wrong } from './RunBox';

/** A run as it stands in the form: text, until it is recorded. */
export const NOTHING_TYPED = { down: '', up: '', loaded: '', idle: '', level: '', note: '' };
export type TypedRun = typeof NOTHING_TYPED;

/** How a run was taken, chosen in lists. */
export interface RunTaken {
  device: ClientTypeId;
  band: Reading['band'];
  target: Reading['target'];
}

const toNumber = (text: string): number | null | undefined => {
  if (text.trim() === '') return null;
  const n = Number(text.replace(',', '.').replace('−', '-'));
  return Number.isFinite(n) ? n : undefined;
};

/** All of a run may stand in the first field, as level, down/up and round trip: it is put where it belongs. */
function spread(typed: TypedRun): { typed: TypedRun; connected: boolean } | Wrong {
  if (!/[\s/]/.test(typed.down.trim()) && !barsTyped(typed.down)) return { typed, connected: true };
  const quick = quickRun(typed.down);
  if (!quick.ok) return { field: 'downMbps', words: quick.words };
  const { run } = quick;
  if (!run.connected) return { typed, connected: false };
  const text = (v: number | null, otherwise: string) => (v === null ? otherwise : String(v));
  return {
    typed: {
      ...typed,
      down: text(run.downMbps, ''),
      up: text(run.upMbps, typed.up),
      level: run.bars ? `${run.bars.shown}of${run.bars.of}` : text(run.rssiDbm, typed.level),
      loaded: text(run.loadedMs, typed.loaded),
      idle: text(run.idleMs, typed.idle),
    },
    connected: true,
  };
}

/**
 * The values of a run from what was typed, at a spot or by cable at the gateway (`spot` null), with the typed run as it is to
 * stand in the form; or what is wrong, and in which field.
 */
export function runTyped(
  given: TypedRun,
  { device, band, target }: RunTaken,
  spot: Pick<Spot, 'id' | 'deviceName'> | null,
  connected: boolean,
): { values: ReadingValues; typed: TypedRun } | { wrong: Wrong; typed: TypedRun } {
  const all = connected ? spread(given) : { typed: given, connected };
  if ('words' in all) return { wrong: all, typed: given };
  const { typed } = all;
  const bars = barsTyped(typed.level);
  const numbers = {
    downMbps: toNumber(typed.down),
    upMbps: toNumber(typed.up),
    loadedMs: toNumber(typed.loaded),
    idleMs: toNumber(typed.idle),
    rssiDbm: bars ? null : toNumber(typed.level),
  };
  const bad = (Object.keys(numbers) as (keyof typeof numbers)[]).find((k) => numbers[k] === undefined);
  if (bad)
    return { typed, wrong: { field: bad, words: `${FIELD[bad]}: not a number. Type digits such as 24.5.` } };
  const known = numbers as { [K in keyof typeof numbers]: number | null };
  if (!spot && all.connected && (known.downMbps === null || known.upMbps === null)) {
    const field = known.downMbps === null ? 'downMbps' : 'upMbps';
    return { typed, wrong: { field, words: `The wired test needs down and up: type ${FIELD[field]}.` } };
  }
  const nothing = { downMbps: null, upMbps: null, loadedMs: null, idleMs: null, rssiDbm: known.rssiDbm };
  const values: ReadingValues = {
    ...(all.connected ? known : nothing),
    ...(bars ? { bars } : {}),
    subject: spot ? { kind: 'spot', spotId: spot.id } : { kind: 'line' },
    target: spot ? target : 'internet',
    device: spot ? device : 'wired',
    deviceName: spot ? spot.deviceName : 'wired laptop',
    band: spot ? band : 'free',
    bandSeen: null,
    connected: all.connected,
    source: 'typed',
    replacesId: null,
    note: typed.note.trim(),
  };
  const wrong = problemOf(values);
  return wrong ? { typed, wrong } : { typed, values };
}
