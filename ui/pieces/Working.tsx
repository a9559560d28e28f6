/** What stands where an answer is still being worked out. */
export const Working = () => (
  <p className="text-ink-2" role="status">
    Working it out.
  </p>
);
