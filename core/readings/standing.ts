import { asBuilt } from '../evidence/built';
import { NOTHING_READ } from '../plan/network/read';
import { evidenceOf } from '../evidence/fold';
import { freeze, networkHash, thawed } from '../evidence/frozenNetwork';
import type { EvidenceRows, StateRow } from '../evidence/rows';
import type { PlanContext } from '../plan/network/context';
import { predictOption } from '../plan/predict/predict';
import { touchedSpots, type Touch } from '../plan/predict/touch';
import type { Plan } from '../plan/option/schema';

/** For each network read as built that was compared with the one as built now: the spots whose proof there has ended. */
export type Standing = ReadonlyMap<string, ReadonlyMap<string, Touch>>;

/** Networks that are compared, newest first; a proof that is older has to be read again. */
export const MOST_COMPARED = 40;

const NONE: ReadonlyMap<string, Touch> = new Map();

/** Networks as built with readings that count, the newest last. */
export function builtStates(rows: EvidenceRows): StateRow[] {
  const e = evidenceOf(rows);
  const read = new Set(e.valid.map((r) => r.stateId));
  return [...e.states.values()].filter((s) => s.phase === 'after' && read.has(s.id));
}

/**
 * Which proofs hold for the network as built now. A network that is physically the same holds whole; of any other those
 * spots hold that the change does not touch in the evaluation. Where nothing is accepted the network read last holds.
 */
export function standingOf(known: PlanContext, plan: Plan, rows: EvidenceRows): Standing {
  // Networks are held against each other as they are reckoned: what was read of one is what is asked about.
  const context: PlanContext = { ...known, read: NOTHING_READ };
  const states = builtStates(rows).slice(-MOST_COMPARED);
  const out = new Map<string, ReadonlyMap<string, Touch>>();
  const built = asBuilt(context.site, plan, rows);
  if (!built) {
    const last = states[states.length - 1];
    if (last) out.set(last.id, NONE);
    return out;
  }
  const hash = networkHash(freeze(context.site, built.option, built.kit).network, context.site);
  const others = states.filter((s) => s.hash !== hash);
  for (const s of states) if (s.hash === hash) out.set(s.id, NONE);
  if (others.length === 0) return out;
  const now = predictOption({ ...context, ownKit: built.kit }, built.option);
  for (const s of others) {
    const then = thawed(context.site, s);
    out.set(s.id, touchedSpots(predictOption({ ...context, ownKit: then.kit }, then.option), now));
  }
  return out;
}
