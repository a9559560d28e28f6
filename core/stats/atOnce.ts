/** Goes through all steps of what could let others in between, and gives what comes of it. */
export function atOnce<T>(steps: Generator<void, T>): T {
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}
