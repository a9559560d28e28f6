/**
 * What the hand did is told and answers of the worker are shown together, at most this often, ms: while a hand moves most
 * frames are then the hand's alone, and what is shown still follows it within a tenth of a second.
 */
const PACE_MS = 50;

let turn: Promise<void> | null = null;
let last = -Infinity;

/** Resolves when it may be told or shown: at once after a pause, else with all others that wait. */
export function nextTurn(): Promise<void> {
  if (turn) return turn;
  const wait = last + PACE_MS - performance.now();
  if (wait <= 0) {
    last = performance.now();
    return Promise.resolve();
  }
  turn = new Promise((resolve) =>
    setTimeout(() => {
      turn = null;
      last = performance.now();
      resolve();
    }, wait),
  );
  return turn;
}
