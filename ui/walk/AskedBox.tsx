/** @jsxImportSource preact */
import type { ComponentChildren } from 'preact';

/** What is hard to believe of what was just read: it is kept, and counts once somebody says that it is right. */
export function AskedBox({
  words,
  onRight,
  children,
}: {
  words: readonly string[];
  onRight: () => void;
  children?: ComponentChildren;
}) {
  return (
    <div class="ask" role="alert">
      {words.map((w) => (
        <p key={w}>{w}</p>
      ))}
      <p>Kept, and does not count yet.</p>
      <button type="button" onClick={onRight}>
        It is right
      </button>
      {children}
    </div>
  );
}
