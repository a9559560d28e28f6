'use client';
import { channelsAreDue, withRadiosOf } from '@/core/plan/option/radioChanges';
import type { Option } from '@/core/plan/option/schema';
import type { JobStore } from './store';

/**
 * Plans the channels of every option that an act of this window changed, whichever screen it was done on. What follows
 * belongs to the act it follows from, so that one press takes both back.
 */
export function planChannelsOf(
  store: JobStore,
  option: Option,
  planned: (option: Option) => Promise<Option>,
): Promise<void> {
  // Where it fails the line says so; the channels stay as they were.
  return planned(option).then(
    (made) =>
      store.getState().amend(({ plan }) => ({
        plan: { ...plan, options: plan.options.map((o) => (o.id === made.id ? withRadiosOf(o, made) : o)) },
      })),
    () => {},
  );
}

/** Follows the acts of this window and plans channels where they are due; gives the way to stop. */
export function followChannels(store: JobStore, planned: (option: Option) => Promise<Option>): () => void {
  return store.subscribe((now, before) => {
    const [last, was] = [now, before].map((s) => s.history.past[s.history.past.length - 1]);
    const isUndone = now.history.past.length < before.history.past.length;
    const isRedone = last !== undefined && before.history.future.includes(last);
    if (now.plan === before.plan || last === was || isUndone || isRedone) return;
    const known = new Map(before.plan.options.map((o) => [o.id, o]));
    const networks = [before.plan.today, ...before.plan.options];
    const there = new Set(networks.flatMap((o) => o.units.map((u) => u.id)));
    for (const option of now.plan.options)
      if (channelsAreDue(known.get(option.id), option, there)) void planChannelsOf(store, option, planned);
  });
}
