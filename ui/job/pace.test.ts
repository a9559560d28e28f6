import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { nextTurn } from './pace';

beforeEach(() => {
  jest.useFakeTimers({ now: 1_000_000 });
});
afterEach(() => {
  jest.useRealTimers();
});

test('answers come at once after a pause, then together in turns, and none is lost', async () => {
  const came: string[] = [];
  const show = (name: string) => nextTurn().then(() => came.push(name));
  await show('first');
  expect(came).toEqual(['first']);
  const [second, third] = [show('second'), show('third')];
  await jest.advanceTimersByTimeAsync(30);
  expect(came).toEqual(['first']);
  await jest.advanceTimersByTimeAsync(40);
  await Promise.all([second, third]);
  expect(came).toEqual(['first', 'second', 'third']);
  await jest.advanceTimersByTimeAsync(500);
  await show('after a pause');
  expect(came).toHaveLength(4);
});
