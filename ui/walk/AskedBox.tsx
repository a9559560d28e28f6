/** @jsxImportSource preact */
import type { ComponentChildren } from 'preact';
import { saidRight, type Asked } from './asked';

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

/** The same for a reading of the meter that was just kept; nothing where none is asked about. */
export function AskedReading({ asked, onSaid }: { asked: Asked | null; onSaid: () => void }) {
  if (!asked) return null;
  return (
    <AskedBox
      words={asked.words}
      onRight={() => {
        onSaid();
        void saidRight(asked);
      }}
    />
  );
}
