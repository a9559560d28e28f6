/** When the button of a step was pressed last, kept over a reload: the window goes on whatever the page does. */
const keyOf = (stepKey: string) => `nestle-press ${stepKey}`;

export function begin(stepKey: string, atMs: number): void {
  try {
    sessionStorage.setItem(keyOf(stepKey), String(atMs));
  } catch {
    // Without storage there is no countdown; the step is told all the same.
  }
}

/** Null where nothing was pressed yet. */
export function began(stepKey: string): number | null {
  try {
    const at = Number(sessionStorage.getItem(keyOf(stepKey)));
    return at > 0 ? at : null;
  } catch {
    return null;
  }
}
