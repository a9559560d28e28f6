import type { Interference } from '@/core/site/model/schema';

export const DISTURBERS: { value: Interference['kind']; label: string }[] = [
  { value: 'microwave', label: 'microwave oven' },
  { value: 'cordlessPhone', label: 'cordless phone' },
  { value: 'babyMonitor', label: 'baby monitor' },
  { value: 'videoSender', label: 'video sender' },
  { value: 'other', label: 'something else' },
];
