import type { Step } from './schedule';

/** A step with what most of them have not. */
export function step(key: string, title: string, handsMin: number, more: Partial<Step> = {}): Step {
  return {
    key,
    title,
    detail: [],
    good: '',
    handsMin,
    waitMin: 0,
    waitLabel: null,
    cautions: [],
    unitId: null,
    asksSerial: false,
    after: [],
    ...more,
  };
}
