import { median as medianOf } from 'd3-array';

/** Median of some numbers; null of none. */
export const median = (values: readonly number[]): number | null => medianOf(values) ?? null;
