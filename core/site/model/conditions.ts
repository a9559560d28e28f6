import { z } from 'zod';

/** What a place can ask of what stands there. A barn is indoors on paper only. */
export const condition = z.enum(['damp', 'dust', 'frost', 'animals', 'weather']);
export type Condition = z.infer<typeof condition>;
export const CONDITION_LABEL: Record<Condition, string> = {
  damp: 'damp',
  dust: 'dust',
  frost: 'frost',
  animals: 'animals',
  weather: 'weather',
};
