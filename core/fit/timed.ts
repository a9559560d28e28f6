import type { PlanContext } from '../plan/network/context';
import { workOf } from '../plan/cost/work';
import type { Option } from '../plan/option/schema';
import { step, type Step, type StepMore } from './step';

/** Makes a step of a run sheet with the time that was counted for it. */
export type Timed = (key: string, title: string, more?: StepMore) => Step;

/** Steps take their times from the work of the option, so that price and run sheet never differ. A step without is a bug. */
export function timesOf(context: PlanContext, option: Option, today: Option | null): Timed {
  const work = new Map(workOf(context, option, today).map((w) => [w.key, w]));
  return (key, title, more) => {
    const time = work.get(key);
    if (!time) throw new Error(`no time is counted for step ${key}`);
    return step(key, title, time.handsMin, { waitMin: time.waitMin, ...more });
  };
}
