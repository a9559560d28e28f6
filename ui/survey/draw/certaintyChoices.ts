import type { DataRun } from '@/core/site/model/schema';

/** How well something in the wall is known. */
export const CERTAINTY: { value: DataRun['certainty']; label: string }[] = [
  { value: 'guessed', label: 'guessed' },
  { value: 'traced', label: 'traced with a tester' },
  { value: 'proven', label: 'proven by a link' },
];
