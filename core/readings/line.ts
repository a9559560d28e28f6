import { lineOfBrief, type LineState } from '../plan/network/context';
import type { Brief } from '../brief/brief';
import { evidenceOf } from '../evidence/fold';
import type { EvidenceRows, Phase, Reading } from '../evidence/rows';
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

/** Medians of some wired runs. */
function medians(runs: readonly Reading[]): LineTest {
  const of = (pick: (r: Reading) => number | null) =>
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

/**
 * The wired internet tests of a phase. Before, all of them count; after, those beside the network read last with any,
 * since the line may have been mended between two rounds.
 */
export function lineTest(rows: EvidenceRows, phase: Phase): LineTest {
  const e = evidenceOf(rows);
  const runs = e.valid.filter(
    (r) =>
      r.subject.kind === 'line' &&
      r.device === 'wired' &&
      r.target === 'internet' &&
      e.states.get(r.stateId)?.phase === phase,
  );
  if (phase === 'before') return medians(runs);
  const newest = runs[runs.length - 1]?.stateId;
  return medians(runs.filter((r) => r.stateId === newest));
}

/** The line for predictions: what the newest wired test found, else the contract with typical latency. */
export function knownLine(brief: Brief, rows: EvidenceRows): LineState {
  const paid = lineOfBrief(brief);
  for (const phase of ['after', 'before'] as const) {
    const test = lineTest(rows, phase);
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
