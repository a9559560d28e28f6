import { evidenceOf } from '../evidence/fold';
import type { EvidenceRows, Phase } from '../evidence/rows';
import type { LineState } from '../plan/network/context';
import type { CausePart } from './causeParts';
import type { LineTest } from './line';

/** What is known of the line for the hour some runs were taken at. */
export interface LineKnown {
  part: CausePart;
  /** How it is known: a test by cable about that hour, one at another, or the contract. */
  by: 'test' | 'otherHour' | 'contract';
  /** Whether it was tested in this phase at all. */
  tested: boolean;
}

/** Two readings are of one hour when they are no further apart in the day than this, hours. */
const ONE_HOUR_H = 3;
/** Spread of a line by cable, by the contract and by a test of another hour, as natural logarithms (estimates). */
const SIGMA_LN = { test: 0.06, otherHour: 0.1, contract: 0.15 } as const;
/** Chance that the line gives far less than that (estimates): tested now it is known; in the evening many do. */
const FAULT = { test: 0, otherHour: 0.25, contract: 0.12 } as const;
const DAY_MS = 86_400_000;

/** How far apart two times of day are, hours, whatever the day. */
export function hoursApart(a: string, b: string): number {
  const off = Math.abs(Date.parse(a) - Date.parse(b)) % DAY_MS;
  return Math.min(off, DAY_MS - off) / 3_600_000;
}

/**
 * The line for runs taken at some time: by the tests of its phase where one is of about the same hour of the day, else by what is
 * known of it, which leaves room for a slow evening. The fastest run of any spot at that hour shows that it gave that much.
 */
export function lineFor(
  rows: EvidenceRows,
  phase: Phase,
  at: string,
  test: LineTest,
  line: LineState,
): LineKnown {
  const e = evidenceOf(rows);
  const own = e.valid.filter(
    (r) =>
      r.target === 'internet' &&
      e.states.get(r.stateId)?.phase === phase &&
      hoursApart(r.at, at) <= ONE_HOUR_H,
  );
  const tested = test.downMbps !== null && test.upMbps !== null;
  const by = !tested
    ? 'contract'
    : own.some((r) => r.subject.kind === 'line' && r.device === 'wired')
      ? 'test'
      : 'otherHour';
  const fastest = Math.max(0, ...own.flatMap((r) => (r.subject.kind === 'spot' ? [r.downMbps ?? 0] : [])));
  return {
    by,
    tested,
    part: {
      kind: 'line',
      unitId: null,
      downMbps: test.downMbps ?? line.downMbps,
      upMbps: test.upMbps ?? line.upMbps,
      sigmaLn: SIGMA_LN[by],
      faultChance: FAULT[by],
      leastMbps: fastest,
      latencyMs: (test.idleMs ?? line.idleMs) + (test.riseMs ?? line.riseMs),
      mediumId: null,
    },
  };
}
