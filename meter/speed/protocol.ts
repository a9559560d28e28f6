import * as z from 'zod/mini';

/** Where the meter answers. */
export const METER_PATHS = {
  down: '/meter/down',
  up: '/meter/up',
  ping: '/meter/ping',
  about: '/meter/about',
} as const;

/** Streams side by side. A browser opens six connections to a host: two stay free, so that a ping never queues. */
export const STREAMS = 4;

/** One stream down ends by itself after this, ms or bytes, whoever asks. */
export const DOWN_MOST_MS = 30_000;
export const DOWN_MOST_BYTES = 8 * 1024 ** 3;
/** One body up is refused past this, bytes. */
export const UP_MOST_BYTES = 512 * 1024 ** 2;
/** Transfers at once from one address, and over all. */
export const MOST_FROM_ONE = 8;
export const MOST_AT_ONCE = 48;

/** A run is named by whoever makes it, so that what arrived of it can be asked for. */
export const runName = z.string().check(z.regex(/^[A-Za-z0-9_-]{8,40}$/));

/** What arrived of a run: bits by sample, from its first byte. */
export const upReport = z.object({ mbps: z.array(z.number()).check(z.maxLength(400)) });

/** What the server knows of its own end. */
export const aboutMeter = z.object({
  portMbps: z.nullable(z.number()),
  portIsAir: z.nullable(z.boolean()),
  sameMachine: z.boolean(),
});
export type AboutMeter = z.infer<typeof aboutMeter>;
