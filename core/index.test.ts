import { expect, test } from '@jest/globals';
import highsLoader from 'highs';
import { smallJob, smallToday } from '../testing/smallHouse';
import {
  POLICIES,
  evaluate,
  learn,
  optionOf,
  parse,
  predict,
  solveWith,
  suggest,
  verdicts,
  write,
} from './index';
import type { LpSolver } from './index';

const job = smallJob(3, { rooms: 3, outlets: 3 });

test('a program reads a job, learns, predicts, has a plan suggested and judged, and writes it again', async () => {
  const parsed = parse(write(job));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  const learnt = learn(parsed.job);
  expect(learnt.calibration).toBeNull();
  expect(optionOf(parsed.job)).toEqual(smallToday);
  const now = predict(parsed.job, smallToday, learnt);
  expect(now.map((p) => p.number)).toEqual(job.site.spots.map((s) => s.number).sort((a, b) => a - b));
  const solve = solveWith((await highsLoader()) as unknown as LpSolver);
  const ask = {
    policy: POLICIES.find((p) => p.feeds === 'air')!,
    most: 1,
    locked: [],
    pause: () => Promise.resolve(),
  };
  const found = (await suggest(learnt.context, smallToday, ask, solve))!;
  const { predictions, price } = evaluate(learnt.context, found.option, smallToday);
  expect(price.totalMinor).toBe(found.evaluation.price.totalMinor);
  expect(predictions.filter((p) => p.verdict === 'works').length).toBeGreaterThanOrEqual(
    now.filter((p) => p.verdict === 'works').length,
  );
  expect(verdicts(parsed.job, learnt).every((v) => v.before === null && !v.gone)).toBe(true);
});
