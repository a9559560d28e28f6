import type { LineState } from '../plan/evaluate/context';
import { lineOfBrief } from '../plan/evaluate/context';
import type { Brief } from '../brief/brief';
import { validReadings, type Evidence, type NetworkState } from '../evidence/schema';
import { median } from '../stats/median';

/** The line as the wired tests at the gateway found it in one phase. */
export interface LineTest {
  runs: number;
  downMbps: number | null;
  upMbps: number | null;
  idleMs: number | null;
  /** Loaded less idle round trip, ms; null where it was not measured. */
  riseMs: number | null;
}

/** Medians of the wired internet tests of some states. */
export function lineTest(e: Evidence, stateIds: ReadonlySet<string>): LineTest {
  const runs = validReadings(e).filter(
    (r) => r.spotId === null && r.device === 'wired' && r.target === 'internet' && stateIds.has(r.stateId),
  );
  const of = (pick: (r: (typeof runs)[number]) => number | null) =>
    median(runs.map((r) => (r.connected ? pick(r) : 0)).filter((v) => v !== null));
  const both = runs.filter((r) => r.connected && r.loadedMs !== null && r.idleMs !== null);
  return {
    runs: runs.length,
    downMbps: of((r) => r.downMbps),
    upMbps: of((r) => r.upMbps),
    idleMs: median(runs.map((r) => r.idleMs).filter((v) => v !== null)),
    riseMs: median(both.map((r) => Math.max(0, r.loadedMs! - r.idleMs!))),
  };
}

export type Phase = 'before' | 'after';

/** States a phase counts: before is today's network; after is the newest one built. */
export function phaseStates(e: Evidence, phase: Phase): NetworkState[] {
  if (phase === 'before') return e.states.filter((s) => s.kind === 'today');
  const built = e.states.filter((s) => s.kind === 'asBuilt');
  const newest = Math.max(...built.map((s) => s.round));
  return built.filter((s) => s.round === newest);
}

export const idsOf = (states: readonly NetworkState[]): Set<string> => new Set(states.map((s) => s.id));

/** The line for predictions: what the newest wired test found, else the contract with typical latency. */
export function knownLine(brief: Brief, e: Evidence): LineState {
  const paid = lineOfBrief(brief);
  for (const phase of ['after', 'before'] as const) {
    const test = lineTest(e, idsOf(phaseStates(e, phase)));
    if (test.runs === 0 || test.downMbps === null || test.upMbps === null) continue;
    return {
      downMbps: test.downMbps,
      upMbps: test.upMbps,
      idleMs: test.idleMs ?? paid.idleMs,
      riseMs: test.riseMs ?? paid.riseMs,
      measured: true,
    };
  }
  return paid;
}
