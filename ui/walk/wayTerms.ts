import type { OnWalk } from '@/core/readings/walkTrace';
import type { WalkUnit } from '@/server/walk/view';

export interface Trace {
  marks: (OnWalk & { name: string; atMs: number })[];
  trips: [number, number | null][];
}

/** A walk from unit to unit under way, or over and not kept yet. It outlasts the screen it was begun on. */
export interface Way {
  state: 'underWay' | 'over';
  trace: Trace;
  from: WalkUnit;
  to: WalkUnit;
}
