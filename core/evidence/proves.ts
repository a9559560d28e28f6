import type { Reading, StateRow } from './rows';

/** Meter runs at one place that began less than this apart ran over each other, s: a run takes longer than that. */
const OVERLAP_S = 6;

/** What a reading says, without its own id and what the server made of it. */
const contentOf = ({ id: _, received: __, seen: ___, takenAt: ____, ...rest }: Reading): string =>
  JSON.stringify(rest);

/**
 * Readings that count, each once: of rows that are equal in all but their id the first, lines of an imported file included, and of runs
 * of the meter that ran over each other at one place the first.
 */
export function countedOnce(readings: readonly Reading[]): Reading[] {
  const seen = new Set<string>();
  const meter = new Map<string, number[]>();
  return readings.filter((r) => {
    const content = contentOf(r);
    if (seen.has(content)) return false;
    seen.add(content);
    if (r.source !== 'meter') return true;
    const s = Date.parse(r.at) / 1000;
    const key = (offset: number) => `${JSON.stringify(r.subject)} ${Math.floor(s / OVERLAP_S) + offset}`;
    if ([-1, 0, 1].some((o) => meter.get(key(o))?.some((t) => Math.abs(t - s) < OVERLAP_S))) return false;
    meter.set(key(0), [...(meter.get(key(0)) ?? []), s]);
    return true;
  });
}

/** Why a reading proves nothing, though it was read. */
export type ProvesNothing = 'takenAfterBuilt' | 'receivedAfterBuilt' | 'datedBeforeBuilt';

export const PROVES_NOTHING_WORDS: Record<ProvesNothing, string> = {
  takenAfterBuilt: 'taken as “before” when the network was built already',
  receivedAfterBuilt: 'came in as “before” when the network was built already',
  datedBeforeBuilt: 'dated before the network was built',
};

/** When networks were built, as the first reading of each that counts says: by its time, and by the number it came in as. */
function builtBy(states: ReadonlyMap<string, StateRow>, counted: readonly Reading[]) {
  const out = new Map<string, { ms: number; number: number }>();
  for (const r of counted) {
    if (states.get(r.stateId)?.phase !== 'after' || out.has(r.stateId)) continue;
    out.set(r.stateId, { ms: Date.parse(r.at), number: r.received?.number ?? Infinity });
  }
  return out;
}

/**
 * Readings that prove nothing, each with why: "before" is before the first network as built was read, by the time it was taken and by
 * when it came in, unless whoever took it had not heard of that yet; "after" is no earlier than the network it was read in.
 */
export function provesNothing(
  states: ReadonlyMap<string, StateRow>,
  counted: readonly Reading[],
): ReadonlyMap<string, ProvesNothing> {
  const out = new Map<string, ProvesNothing>();
  const built = builtBy(states, counted);
  const firstMs = Math.min(Infinity, ...[...built.values()].map((b) => b.ms));
  const firstNumber = Math.min(Infinity, ...[...built.values()].map((b) => b.number));
  for (const r of counted) {
    const phase = states.get(r.stateId)?.phase;
    const ms = Date.parse(r.at);
    if (phase === 'before') {
      const known = r.seen ?? (r.received?.number ?? 0) - 1;
      if (ms > firstMs) out.set(r.id, 'takenAfterBuilt');
      else if (known >= firstNumber) out.set(r.id, 'receivedAfterBuilt');
    } else if (phase === 'after' && ms < built.get(r.stateId)!.ms) out.set(r.id, 'datedBeforeBuilt');
  }
  return out;
}

/** Whether a job's readings are made up: what the practice meter read says so for ever, whatever else is changed. */
export const isPractised = (readings: readonly Pick<Reading, 'source'>[]): boolean =>
  readings.some((r) => r.source === 'practice');
