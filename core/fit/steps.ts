import type { PlanContext } from '../plan/network/context';
import { workOf } from '../plan/cost/work';
import type { Option } from '../plan/option/schema';
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

/** Makes a step of a run sheet with the time that was counted for it. */
export type Timed = (key: string, title: string, more?: Partial<Step>) => Step;

/** Steps take their times from the work of the option, so that price and run sheet never differ. A step without is a bug. */
export function timesOf(context: PlanContext, option: Option, today: Option | null): Timed {
  const work = new Map(workOf(context, option, today).map((w) => [w.key, w]));
  return (key, title, more) => {
    const time = work.get(key);
    if (!time) throw new Error(`no time is counted for step ${key}`);
    return step(key, title, time.handsMin, { waitMin: time.waitMin, ...more });
  };
}
