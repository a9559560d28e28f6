import { chainOf } from '../../feed/chain';
import { decide, predictedVerdict } from '../links/judge';
import type { Part } from '../links/part';
import type { SpotRead } from '../network/read';
import type { Prediction } from './prediction';

/** A pipe that gives what was read: the last way to the device takes what is missing, and no length is narrower than the whole. */
function pipeThatGives(pipe: readonly Part[], downMbps: number, upMbps: number): Part[] {
  const wide = pipe.map((part) =>
    part.measured || (part.downMbps >= downMbps && part.upMbps >= upMbps)
      ? part
      : { ...part, downMbps: Math.max(part.downMbps, downMbps), upMbps: Math.max(part.upMbps, upMbps) },
  );
  const at = wide.findIndex((part) => part.kind === 'air' || part.kind === 'lead');
  if (at < 0) return wide;
  const { mediumId } = wide[at]!;
  // Parts on one medium share its time: 1/R = Σ 1/R_i.
  const left = (whole: number, of: (part: Part) => number): number => {
    const others = wide.filter((part, i) => i !== at && mediumId !== null && part.mediumId === mediumId);
    const rest = 1 / Math.max(1e-9, whole) - others.reduce((sum, part) => sum + 1 / of(part), 0);
    return rest > 0 ? 1 / rest : whole;
  };
  const air = {
    ...wide[at]!,
    downMbps: left(downMbps, (p) => p.downMbps),
    upMbps: left(upMbps, (p) => p.upMbps),
    measured: true,
  };
  return wide.map((part, i) => (i === at ? air : part));
}

/**
 * The prediction of a network at a spot where that very network was read is what was read: its runs' middle and spread. No
 * connection is silent. What was not read, as a loaded round trip, stays predicted.
 */
export function asRead(p: Prediction, read: SpotRead | undefined): Prediction {
  if (!read) return p;
  const { downMbps, upMbps, downRangeMbps, upRangeMbps } = read;
  const latencyMs = read.latencyMs ?? p.latencyMs;
  const middle = { downMbps, upMbps, latencyMs };
  const low = { downMbps: downRangeMbps[0], upMbps: upRangeMbps[0], latencyMs };
  const pipe = pipeThatGives(p.pipe, downMbps, upMbps);
  const decidedBy = decide(middle, p.need);
  const chain = pipe.length > 0 ? chainOf(pipe) : null;
  const narrowest =
    decidedBy === 'latency' ? p.narrowest : decidedBy === 'up' ? chain?.narrowestUp : chain?.narrowestDown;
  const alone = predictedVerdict(middle, low, p.need);
  return {
    ...p,
    ...middle,
    band: read.bandSeen ?? p.band,
    rssiDbm: read.rssiDbm ?? p.rssiDbm,
    downRangeMbps,
    upRangeMbps,
    decidedBy,
    alone,
    verdict: alone,
    pipe,
    narrowest: narrowest ?? 0,
    wouldGiveMbps: chain ? (decidedBy === 'up' ? chain.nextUpMbps : chain.nextDownMbps) : 0,
    second: chain ? (decidedBy === 'up' ? chain.secondUp : chain.secondDown) : 0,
    runs: read.runs,
    problem: downMbps === 0 && upMbps === 0 ? { kind: 'readSilent' } : null,
    // A device that did not connect holds on to nothing.
    stuck: downMbps === 0 ? null : p.stuck,
  };
}
