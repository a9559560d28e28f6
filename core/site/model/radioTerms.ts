import { z } from 'zod';

/** Words of radio that documents hold: each list stands here once; what they mean in numbers stands in core/radio. */
/** In the order of their frequencies. An enum's own list is not: keys that look like whole numbers come first in it. */
export const BAND_IDS = ['2.4', '5', '6'] as const;
export const bandId = z.enum(BAND_IDS);
export const standardId = z.enum(['n', 'ac', 'ax', 'be']);
export const regionId = z.enum(['europe', 'unitedStates', 'canada']);
/** Sub-bands that share one rule. */
export const subBand = z.enum(['2.4', '5150', '5250', '5470', '5725', '6']);
export const widthMhz = z.union([
  z.literal(20),
  z.literal(40),
  z.literal(80),
  z.literal(160),
  z.literal(320),
]);
export const channelNumber = z.number().int().min(1).max(233);
