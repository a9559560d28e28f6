import { evidenceOf } from '../evidence/fold';
import type { EvidenceRows } from '../evidence/rows';
import { withChannels } from '../plan/links/channelPlan';
import type { PlanContext } from '../plan/network/context';
import { withRadiosOf } from '../plan/option/radioChanges';
import { radioKey, type Option, type Unit } from '../plan/option/schema';

/**
 * An option with a channel and width for every radio in use. What is built and read keeps its own unless `all` is asked for:
 * another one would end proofs that a new unit does not touch.
 */
export function channelsFor(context: PlanContext, rows: EvidenceRows, option: Option, all: boolean): Option {
  const { accepted, states } = evidenceOf(rows);
  const built = new Set(
    all || accepted?.optionId !== option.id
      ? []
      : [...states.values()].flatMap((s) => (s.phase === 'after' ? s.network.units.map((u) => u.id) : [])),
  );
  const held = (u: Unit): Unit => (built.has(u.id) ? { ...u, byHand: radioKey.options } : u);
  const planned = withChannels(context, { ...option, units: option.units.map(held) });
  return withRadiosOf(option, { ...planned, units: planned.units.filter((u) => !built.has(u.id)) });
}
