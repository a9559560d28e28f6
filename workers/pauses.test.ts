import { afterEach, expect, jest, test } from '@jest/globals';
import { atOnce } from '../core/stats/atOnce';
import { restAfter, withPauses } from './pauses';

afterEach(() => {
  jest.restoreAllMocks();
});

/** A clock on which every look at it is some milliseconds later. */
function clockOf(stepMs: number): void {
  let now = 0;
  jest.spyOn(performance, 'now').mockImplementation(() => (now += stepMs));
}

function* counting(to: number, seen: number[] = []): Generator<void, number> {
  for (let i = 1; i <= to; i++) {
    seen.push(i);
    yield;
  }
  return to;
}

test('steps gone through at once and with pauses come to the same', async () => {
  expect(atOnce(counting(7))).toBe(7);
  expect((await withPauses(counting(7), () => false))?.value).toBe(7);
  expect(atOnce(counting(0))).toBe(0);
});

test('whoever sends a message is answered while long work goes on', async () => {
  clockOf(5);
  const seen: number[] = [];
  let at: number | null = null;
  const { port1, port2 } = new MessageChannel();
  const answered = new Promise<void>((resolve) => {
    port1.onmessage = () => {
      at = seen.length;
      port1.close();
      resolve();
    };
  });
  port2.postMessage('a lamp has moved');
  const got = await withPauses(counting(500, seen), () => false);
  await answered;
  expect(got?.value).toBe(500);
  expect(at).toBeLessThan(500);
});

test('work that is given up ends at its next pause and gives nothing', async () => {
  clockOf(20);
  const seen: number[] = [];
  expect(await withPauses(counting(100, seen), () => seen.length >= 3)).toBeNull();
  expect(seen).toEqual([1, 2, 3]);
});

test('what it worked is told without what others took meanwhile', async () => {
  clockOf(1);
  const got = await withPauses(counting(4), () => false);
  // Two looks at the clock a step, one of them after it: a millisecond each of five steps.
  expect(got?.workMs).toBe(5);
});

test('long work waits until nothing has been changed for a while, however often it is changed meanwhile', async () => {
  let now = 1000;
  const waits: number[] = [];
  const hand = restAfter(
    200,
    () => now,
    async (ms) => {
      waits.push(ms);
      now += ms;
      // The hand goes on once while it is waited for.
      if (waits.length === 1) hand.changed();
    },
  );
  await hand.rested();
  expect(waits).toEqual([]);
  hand.changed();
  now += 50;
  await hand.rested();
  expect(waits).toEqual([150, 200]);
});
