import { z } from 'zod';

/** What is done at a spot. */
export const activityId = z.enum([
  'messages',
  'web',
  'music',
  'hdFilm',
  'film4k',
  'hdCall',
  'teaching',
  'workFiles',
  'game',
  'camera',
  'smartDevice',
]);
export type ActivityId = z.infer<typeof activityId>;

export const activityCount = z.strictObject({ activity: activityId, count: z.number().int().min(1).max(20) });
export type ActivityCount = z.infer<typeof activityCount>;

export const needLimits = z.strictObject({
  downMbps: z.number().positive().max(10_000),
  upMbps: z.number().positive().max(10_000),
  latencyMs: z.number().positive().max(5000),
});
export type Need = z.infer<typeof needLimits>;

/** Default needs: down and up in Mb/s, loaded round trip in ms. Editable defaults, docs/model.md "Needs". */
export const ACTIVITIES: Record<ActivityId, Need & { label: string; only24?: true }> = {
  messages: { label: 'messages', downMbps: 1, upMbps: 0.5, latencyMs: 300 },
  web: { label: 'web', downMbps: 5, upMbps: 1, latencyMs: 200 },
  music: { label: 'music', downMbps: 1, upMbps: 0.2, latencyMs: 300 },
  hdFilm: { label: 'HD film', downMbps: 8, upMbps: 0.5, latencyMs: 200 },
  film4k: { label: '4K film', downMbps: 25, upMbps: 1, latencyMs: 200 },
  hdCall: { label: 'HD call', downMbps: 4, upMbps: 4, latencyMs: 100 },
  teaching: { label: 'teaching stream', downMbps: 6, upMbps: 12, latencyMs: 100 },
  workFiles: { label: 'work files', downMbps: 30, upMbps: 10, latencyMs: 100 },
  game: { label: 'game', downMbps: 10, upMbps: 3, latencyMs: 50 },
  camera: { label: 'camera', downMbps: 0.5, upMbps: 5, latencyMs: 300 },
  smartDevice: { label: 'smart device', downMbps: 0.1, upMbps: 0.1, latencyMs: 500, only24: true },
};

/** Head room on top of the sum of what runs at once. */
export const NEED_MARGIN = 1.2;

/** What a room asks for where nobody has said: web and an HD film. */
export const ROOM_DEFAULT: ActivityCount[] = [
  { activity: 'web', count: 1 },
  { activity: 'hdFilm', count: 1 },
];
/** What the yard asks for where nobody has said: messages. */
export const YARD_DEFAULT: ActivityCount[] = [{ activity: 'messages', count: 1 }];

/**
 * The need at one place: the sum of what runs at once plus 20 % in each direction; the round trip is the strictest.
 * `overrides` replaces the defaults of an activity. An empty list needs nothing: the need of messages stands in.
 */
export function needOf(
  activities: readonly ActivityCount[],
  overrides: Partial<Record<ActivityId, Need>> = {},
): Need {
  const list = activities.length > 0 ? activities : YARD_DEFAULT;
  let downMbps = 0;
  let upMbps = 0;
  let latencyMs = Infinity;
  for (const { activity, count } of list) {
    const limits = overrides[activity] ?? ACTIVITIES[activity];
    downMbps += limits.downMbps * count;
    upMbps += limits.upMbps * count;
    latencyMs = Math.min(latencyMs, limits.latencyMs);
  }
  return { downMbps: downMbps * NEED_MARGIN, upMbps: upMbps * NEED_MARGIN, latencyMs };
}

/** "teaching stream, web" or "2 × HD call". */
export function activitiesLabel(activities: readonly ActivityCount[]): string {
  if (activities.length === 0) return 'messages (nothing set)';
  return activities
    .map(({ activity, count }) => (count > 1 ? `${count} × ` : '') + ACTIVITIES[activity].label)
    .join(', ');
}
