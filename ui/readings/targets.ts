import type { Reading } from '@/core/evidence/rows';

/** What a run can be tested against, for choosing. */
export const TARGETS: readonly { value: Reading['target']; label: string }[] = [
  { value: 'internet', label: 'the internet' },
  { value: 'house', label: 'wired laptop in the house' },
];
