import { chainOf } from '../../feed/chain';
import { CEILING_SHARE } from '../../radio/link/clients';
import { decide, predictedVerdict } from '../links/judge';
import type { Part } from '../links/part';
import type { SpotRead } from '../network/read';
import type { Prediction } from './prediction';
import { SAME_LEVEL_DB, touchOf } from './touch';

/**
 * A pipe that gives what was read: the last way to the device takes what is missing, no length is narrower than the whole, and round
 * trips add up to what was read of them.
 */
function pipeThatGives(
  pipe: readonly Part[],
  { downMbps, upMbps, latencyMs }: Pick<SpotRead, 'downMbps' | 'upMbps' | 'latencyMs'>,
): Part[] {
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
  const gives = { downMbps: left(downMbps, (p) => p.downMbps), upMbps: left(upMbps, (p) => p.upMbps) };
  // What was read says no more of the air than that it carries so much where something else was at its limit.
  const carriesBy = (key: 'downMbps' | 'upMbps', read: number) => {
    const others = Math.min(...pipe.flatMap((part, i) => (i === at ? [] : [part[key]])));
    return read >= CEILING_SHARE * others ? Math.max(gives[key], pipe[at]![key]) : gives[key];
  };
  const carries = { downMbps: carriesBy('downMbps', downMbps), upMbps: carriesBy('upMbps', upMbps) };
  const air = { ...wide[at]!, ...gives, carries, measured: true };
  const othersMs = wide.reduce((sum, part, i) => (i === at ? sum : sum + part.latencyMs), 0);
  // Where less was read than the others are taken to add, each of them adds less.
  const share = latencyMs === null || othersMs <= latencyMs ? 1 : latencyMs / othersMs;
  const ownMs = latencyMs === null ? air.latencyMs : Math.max(0, latencyMs - othersMs);
  return wide.map((part, i) =>
    i === at ? { ...air, latencyMs: ownMs } : { ...part, latencyMs: part.latencyMs * share },
  );
}

/** The part that adds the most to the round trip. */
const slowestOf = (pipe: readonly Part[]): number =>
  pipe.reduce((worst, part, i) => (part.latencyMs > pipe[worst]!.latencyMs ? i : worst), 0);

/**
 * The prediction at a spot whose very way was read is what was read: its runs' middle and spread. No connection is silent. What was
 * not read, as a loaded round trip, stays predicted.
 */
export function asRead(p: Prediction, read: SpotRead): Prediction {
  const { downMbps, upMbps, downRangeMbps, upRangeMbps } = read;
  const latencyMs = read.latencyMs ?? p.latencyMs;
  const middle = { downMbps, upMbps, latencyMs };
  const low = { downMbps: downRangeMbps[0], upMbps: upRangeMbps[0], latencyMs };
  const pipe = pipeThatGives(p.pipe, read);
  const decidedBy = decide(middle, p.need);
  const chain = pipe.length > 0 ? chainOf(pipe) : null;
  const narrowest =
    decidedBy === 'latency'
      ? slowestOf(pipe)
      : decidedBy === 'up'
        ? chain?.narrowestUp
        : chain?.narrowestDown;
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

const airOf = (p: Prediction): Part | undefined => p.pipe.find((part) => part.kind === 'air');

/** Whether a device goes by the same air in two networks: the same unit and band, at the same level. */
function isSameAir(then: Prediction, now: Prediction): boolean {
  const [a, b] = [airOf(then), airOf(now)];
  if (!a || !b || a.unitId !== b.unitId || a.why.kind !== 'air' || b.why.kind !== 'air') return false;
  return a.why.band === b.why.band && Math.abs(a.why.levelDbm - b.why.levelDbm) < SAME_LEVEL_DB;
}

/**
 * The prediction at a spot whose air was read while something else on its way has changed since: the air is the one that was read,
 * the change is applied to that. Where something before the air held it back then, the air gave as much at least.
 */
function overReadAir(p: Prediction, then: Prediction, read: SpotRead): Prediction {
  const at = p.pipe.findIndex((part) => part.kind === 'air');
  const was = airOf(then)!;
  const gave = pipeThatGives(then.pipe, read).find((part) => part.kind === 'air')!;
  const heldByAir = then.pipe[then.narrowest]?.kind === 'air';
  const rate = (key: 'downMbps' | 'upMbps') =>
    heldByAir || was[key] < gave[key] || read[key] < 0.95 * then[key] ? gave[key] : was[key];
  const scaled = (by: { downMbps: number; upMbps: number }): Part[] =>
    p.pipe.map((part, i) => (i === at ? { ...part, ...by, measured: true } : part));
  const middle = { downMbps: rate('downMbps'), upMbps: rate('upMbps') };
  const pipe = scaled(middle);
  const chain = chainOf(pipe);
  const share = (range: readonly number[], k: 0 | 1, whole: number) => (whole > 0 ? range[k]! / whole : 1);
  const end = (k: 0 | 1) =>
    chainOf(
      scaled({
        downMbps: middle.downMbps * share(read.downRangeMbps, k, read.downMbps),
        upMbps: middle.upMbps * share(read.upRangeMbps, k, read.upMbps),
      }),
    );
  const [low, high] = [end(0), end(1)];
  const decidedBy = decide(chain, p.need);
  const alone = predictedVerdict(chain, { ...low, latencyMs: chain.latencyMs }, p.need);
  return {
    ...p,
    downMbps: chain.downMbps,
    upMbps: chain.upMbps,
    downRangeMbps: [low.downMbps, high.downMbps],
    upRangeMbps: [low.upMbps, high.upMbps],
    decidedBy,
    alone,
    verdict: alone,
    pipe,
    narrowest:
      decidedBy === 'latency' ? p.narrowest : decidedBy === 'up' ? chain.narrowestUp : chain.narrowestDown,
    wouldGiveMbps: decidedBy === 'up' ? chain.nextUpMbps : chain.nextDownMbps,
    second: decidedBy === 'up' ? chain.secondUp : chain.secondDown,
  };
}

/**
 * What was read rules: where the way that was read is the way that is planned the figure is what was read, in every option; where
 * only the air of it is the same, the air is the one that was read. `then` is what the network that was read is reckoned to give.
 */
export function ruledByRead(p: Prediction, then: Prediction, read: SpotRead): Prediction | null {
  if (touchOf(then, p) === null) return asRead(p, read);
  if (read.downMbps <= 0 || read.upMbps <= 0 || !isSameAir(then, p)) return null;
  return overReadAir(p, then, read);
}
