import { askedReason } from '@/core/evidence/askedReason';
import { SAME_MACHINE } from '@/meter/speed/limits';
import { isSameMachine } from '@/meter/speed/transfers';
import { record, walk } from './state';

/** Readings that are kept and do not count until somebody says that they are right, and why. */
export interface Asked {
  ids: readonly string[];
  words: readonly string[];
}

/** Keeps a reading of the meter; one of a machine that measures to itself is asked about. Gives what is asked, or null. */
export async function recordMeasured(values: Record<string, unknown>): Promise<Asked | null> {
  const { door } = walk.getState();
  const words = door && (await isSameMachine(door)) ? [SAME_MACHINE] : [];
  const id = await record('reading', values);
  if (id === null || words.length === 0) return null;
  await record('correction', { readingId: id, act: 'setAside', reason: askedReason(words) });
  return { ids: [id], words };
}

/** They count after all. */
export async function saidRight({ ids }: Asked): Promise<void> {
  for (const readingId of ids)
    await record('correction', { readingId, act: 'takeBack', reason: 'it is right' });
}
