import { afterEach, expect, jest, test } from '@jest/globals';
import { fingerDown, fingerUp, whenLifted } from './finger';

/** What was told by then, in its order. */
async function told(...acts: (() => void)[]): Promise<string[]> {
  const out: string[] = [];
  for (const [i, act] of acts.entries()) {
    act();
    void whenLifted().then(() => out.push(`after ${i}`));
    await Promise.resolve();
    await Promise.resolve();
    out.push(`act ${i}`);
  }
  return out;
}
afterEach(() => fingerUp());

test('what comes in waits while a finger is down, and no longer', async () => {
  expect(
    await told(
      () => {},
      fingerDown,
      () => {},
      fingerUp,
    ),
  ).toEqual(['after 0', 'act 0', 'act 1', 'act 2', 'after 1', 'after 2', 'after 3', 'act 3']);
});
test('a finger that rests holds nothing up for longer than a second', async () => {
  jest.useFakeTimers();
  fingerDown();
  let isThrough = false;
  const through = whenLifted().then(() => (isThrough = true));
  jest.advanceTimersByTime(999);
  await Promise.resolve();
  expect(isThrough).toBe(false);
  jest.advanceTimersByTime(1);
  await through;
  expect(isThrough).toBe(true);
  jest.useRealTimers();
});
test('the time of a press that is over lifts no later one', async () => {
  jest.useFakeTimers();
  fingerDown();
  jest.advanceTimersByTime(900);
  fingerUp();
  fingerDown();
  let isThrough = false;
  void whenLifted().then(() => (isThrough = true));
  jest.advanceTimersByTime(500);
  await Promise.resolve();
  expect(isThrough).toBe(false);
  jest.useRealTimers();
});
