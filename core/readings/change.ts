import { fasterBy, type FasterBy } from '../stats/rankBound';
import { speedText } from '../site/model/speedText';
import { percentText } from '../stats/percent';
import type { SpotVerdict } from './spotVerdicts';

/** How a spot changed in the direction that decides now. */
export interface Change {
  direction: 'down' | 'up';
  /** Middle of the runs before and after, and the extent of each, Mb/s. */
  fromMbps: number;
  toMbps: number;
  fromExtentMbps: readonly [number, number];
  toExtentMbps: readonly [number, number];
  /** What it is faster by at least, by ranks; null where that cannot be said. */
  bound: FasterBy | null;
}

/** How a spot that was read before and after changed; null where one of both is missing. */
export function changeOf({ before, after }: Pick<SpotVerdict, 'before' | 'after'>): Change | null {
  if (!before || !after) return null;
  const up = after.decidedBy === 'up';
  return {
    direction: up ? 'up' : 'down',
    fromMbps: up ? before.upMbps : before.downMbps,
    toMbps: up ? after.upMbps : after.downMbps,
    fromExtentMbps: up ? before.upExtentMbps : before.downExtentMbps,
    toExtentMbps: up ? after.upExtentMbps : after.downExtentMbps,
    bound: fasterBy(up ? before.upsMbps : before.downsMbps, up ? after.upsMbps : after.downsMbps),
  };
}

const extent = ([low, high]: readonly [number, number]) =>
  low === high ? '' : ` (${speedText(low)} to ${speedText(high)})`;

/** "up from 2.1 (1.8 to 2.4) to 34 (31 to 36) Mb/s ↓, faster by at least 12.9 times, 75 % sure by ranks". */
export function changeWords(c: Change): string {
  const arrow = c.direction === 'up' ? '↑' : '↓';
  const moved = `from ${speedText(c.fromMbps)}${extent(c.fromExtentMbps)} to ${speedText(c.toMbps)}${extent(c.toExtentMbps)} Mb/s ${arrow}`;
  return c.bound
    ? `${moved}: faster by at least ${c.bound.times.toFixed(1)} times, ${percentText(c.bound.sure)} sure by ranks`
    : moved;
}
