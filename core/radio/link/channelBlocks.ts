import type { Band } from './bands';

/** Centre frequency of a 20 MHz channel number, MHz (IEEE 802.11). */
export function channelMhz(band: Band, channel: number): number {
  if (band === '2.4') return channel === 14 ? 2484 : 2407 + 5 * channel;
  return band === '5' ? 5000 + 5 * channel : 5950 + 5 * channel;
}

/** First channel of each run of channels that blocks are laid out in from its lower end. */
const RUN_STARTS: Record<'5' | '6', readonly number[]> = { '5': [36, 100, 149], '6': [1] };

/**
 * Frequencies covered by the block of a width that holds a 20 MHz channel, MHz: at 5 and 6 GHz blocks lie in a fixed grid,
 * each wider one made of two narrower ones; at 2.4 GHz the channel is their middle. Source: IEEE 802.11 channelization.
 */
export function channelSpan(band: Band, channel: number, widthMhz: number): [number, number] {
  const centre = channelMhz(band, channel);
  if (band === '2.4') return [centre - widthMhz / 2, centre + widthMhz / 2];
  const start = RUN_STARTS[band].filter((c) => c <= channel).pop();
  if (start === undefined) return [centre - widthMhz / 2, centre + widthMhz / 2];
  const lowest = channelMhz(band, start) - 10;
  const from = lowest + Math.floor((centre - lowest) / widthMhz) * widthMhz;
  return [from, from + widthMhz];
}

/** Part of the first span that the second covers, 0 to 1. */
export function overlap(a: readonly [number, number], b: readonly [number, number]): number {
  return Math.max(0, Math.min(a[1], b[1]) - Math.max(a[0], b[0])) / (a[1] - a[0]);
}

/** Whether two stretches of frequency have more than an edge in common. */
export function touches(a: readonly [number, number], b: readonly [number, number]): boolean {
  return a[0] < b[1] && a[1] > b[0];
}
