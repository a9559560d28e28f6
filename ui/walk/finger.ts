/** A finger that stays on longer is resting: nothing waits for it any more, ms. */
const RESTS_MS = 1000;

let lift: (() => void) | null = null;
let rests: ReturnType<typeof setTimeout> | undefined;
let lifted: Promise<void> = Promise.resolve();

/** A finger comes down. */
export function fingerDown(): void {
  if (lift) return;
  lifted = new Promise((done) => (lift = done));
  rests = setTimeout(fingerUp, RESTS_MS);
}

/** It is up again, and what it pressed has been told. */
export function fingerUp(): void {
  clearTimeout(rests);
  lift?.();
  lift = null;
}

/** Resolves once no finger is pressing anything: what comes in meanwhile would move it from under the finger. */
export const whenLifted = (): Promise<void> => lifted;

/** Listens for fingers; a press is told right after its pointer is up. */
export function watchFingers(): void {
  addEventListener('pointerdown', fingerDown, true);
  for (const end of ['pointerup', 'pointercancel']) addEventListener(end, () => setTimeout(fingerUp), true);
}
