import { z } from 'zod';
import { id } from '../site/model/schema';

/** Largest number a row of evidence has. */
export const MOST_NUMBER = 10_000_000;

const timestamp = z.iso.datetime({ offset: true, error: 'a time looks like 2026-06-03T09:20:00Z' });

/** What every row of evidence has: its own id, when it was taken, by whom, and when and as which number the server got it. */
export const base = {
  id,
  at: timestamp,
  /** Who took it; empty where nobody said. */
  by: z.string().max(80),
  /** Given by the server, never by who sends it: the order of all evidence of a job. */
  received: z.strictObject({ number: z.number().int().min(1).max(MOST_NUMBER), at: timestamp }).optional(),
};

/** A speed that was read or reckoned, Mb/s. */
export const mbps = z
  .number()
  .min(0, 'a speed is not negative')
  .max(100_000, 'a speed above 100 000 Mb/s is a typing error');
