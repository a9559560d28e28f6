'use client';
import { Button } from '@/ui/pieces/Button';
import type { TableRows } from './useReadingsFile';

/** Bad rows shown at once. */
const MOST_SHOWN = 60;

/** What of a file can be taken and what cannot, how far the taking has come, and the two ways on. */
export function RowsFound({
  rows,
  done,
  onTake,
  onNothing,
}: {
  rows: TableRows;
  /** Rows that are in; null while nothing is being taken. */
  done: number | null;
  onTake: () => void;
  onNothing: () => void;
}) {
  return (
    <div className="mt-2" aria-live="polite">
      <p>
        <strong className="font-semibold">{rows.good} rows can be taken</strong>
        {rows.bad.length > 0 ? `, ${rows.bad.length} cannot:` : '.'}
      </p>
      {rows.bad.length > 0 && (
        <ul
          className="mt-1 max-h-40 overflow-y-auto border border-rule px-2 py-1 text-[13px]"
          aria-label="Rows left out"
        >
          {rows.bad.slice(0, MOST_SHOWN).map((b) => (
            <li key={b.line}>
              Line {b.line}: {b.words}
            </li>
          ))}
          {rows.bad.length > MOST_SHOWN && <li>and {rows.bad.length - MOST_SHOWN} more.</li>}
        </ul>
      )}
      {done !== null && (
        <div className="mt-2">
          <progress className="w-full" value={done} max={rows.good} aria-label="Taken in" />
          <p className="fig text-[13px]">
            {done} of {rows.good}
          </p>
        </div>
      )}
      <div className="mt-2 flex gap-2">
        <Button look="strong" disabled={rows.good === 0 || done !== null} onClick={onTake}>
          {rows.bad.length > 0 ? `Take the ${rows.good} good rows` : `Take all ${rows.good}`}
        </Button>
        <Button disabled={done !== null} onClick={onNothing}>
          Take nothing
        </Button>
      </div>
    </div>
  );
}
