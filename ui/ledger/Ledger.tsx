'use client';
import equal from 'fast-deep-equal';
import { memo, useEffect, useRef, type ReactNode } from 'react';
import { activitiesLabel } from '@/core/site/model/needs';
import type { Spot } from '@/core/site/model/schema';
import { useJob } from '@/ui/job/store';
import { Track, type TrackMarks } from './Track';
import type { Tone } from './tones';

export interface LedgerRow {
  spot: Spot;
  marks: TrackMarks;
  /** Direction with the least headroom. */
  direction: 'down' | 'up';
  trackLabel: string;
  /** Middle column, short. */
  note?: string;
  result: string;
  tone: Tone;
  /** Whether what is pointed at changes its verdict. */
  isPointed?: boolean;
  /** Shown when the row is open. */
  detail: ReactNode;
}

const TONES: Record<Tone, string> = {
  good: 'text-good',
  care: 'text-amber',
  bad: 'text-dusk font-semibold',
  plain: 'text-ink-2',
};

interface RowProps {
  row: LedgerRow;
  isOpen: boolean;
}

/** Whether two rows look the same: numbers come anew with every answer, and most rows are what they were. */
function looksSame(a: RowProps, b: RowProps): boolean {
  if (a.isOpen !== b.isOpen || (b.isOpen && a.row !== b.row)) return false;
  const { detail: _a, ...was } = a.row;
  const { detail: _b, ...is } = b.row;
  return equal(was, is);
}

const Row = memo(function Row({ row, isOpen }: RowProps) {
  const select = useJob((s) => s.select);
  const showStorey = useJob((s) => s.showStorey);
  const { spot } = row;
  const toggle = () => {
    select(isOpen ? null : { kind: 'spot', id: spot.id });
    if (!isOpen && spot.place.storeyId) showStorey(spot.place.storeyId);
  };
  const item = useRef<HTMLLIElement>(null);
  // A row that is opened from elsewhere, by a key or on the sheet, comes into view: with the next frame, which lays the page out
  // anyway, and not in the middle of the press.
  useEffect(() => {
    if (!isOpen) return;
    const frame = requestAnimationFrame(() => item.current?.scrollIntoView({ block: 'nearest' }));
    return () => cancelAnimationFrame(frame);
  }, [isOpen]);
  return (
    <li
      ref={item}
      className={`border-t border-rule [contain-intrinsic-size:auto_39px] [content-visibility:auto] ${isOpen ? 'border-l-4 border-l-lamp bg-lamp-wash' : row.isPointed ? 'bg-lamp-wash' : ''}`}
      data-spot={spot.number}
      data-pointed={row.isPointed || undefined}
    >
      <button
        type="button"
        className="grid w-full cursor-pointer grid-cols-[26px_minmax(0,1.25fr)_minmax(56px,1fr)_auto_minmax(84px,auto)] items-center gap-2 sm:grid-cols-[26px_minmax(110px,1.25fr)_minmax(110px,1fr)_auto_minmax(96px,auto)] sm:gap-2.5 px-3 py-0.5 text-left"
        aria-expanded={isOpen}
        onClick={toggle}
      >
        <span
          className={`fig grid h-6 w-6 place-items-center rounded-[3px] border text-[13px] font-semibold ${row.tone === 'bad' ? 'border-dusk bg-dusk text-sheet' : 'border-ink'}`}
        >
          {spot.number}
        </span>
        <span className="min-w-0 leading-[1.15]">
          <span className="fig block truncate text-[15px] font-semibold">{spot.name}</span>
          <span className="fig block truncate text-[13px] text-ink-2">
            {activitiesLabel(spot.activities)}
          </span>
        </span>
        <Track marks={row.marks} label={row.trackLabel} />
        <span className="fig text-[13px] text-ink-2">{row.direction === 'down' ? '↓' : '↑'}</span>
        <span className="text-right leading-[1.15]">
          <span className={`fig block text-[14px] ${TONES[row.tone]}`}>{row.result}</span>
          {row.note && <span className="fig block text-[13px] text-ink-2">{row.note}</span>}
        </span>
      </button>
      {isOpen && <div className="px-4 pb-3">{row.detail}</div>}
    </li>
  );
}, looksSame);

/** One row per spot: the same row from complaint to proof. */
export function Ledger({
  rows,
  head,
  empty,
}: {
  rows: readonly LedgerRow[];
  head: ReactNode;
  empty: string;
}) {
  const selected = useJob((s) => s.selected);
  return (
    <section className="panel flex min-h-0 flex-1 flex-col will-change-transform" aria-label="Spots">
      <div className="flex flex-wrap items-baseline justify-between gap-x-3 px-3 py-1">
        <h2 className="head2">Spots</h2>
        {head}
      </div>
      {rows.length === 0 ? (
        <p className="border-t border-rule p-4">{empty}</p>
      ) : (
        <ul className="min-h-0 flex-1 overflow-y-auto">
          {rows.map((row) => (
            <Row
              key={row.spot.id}
              row={row}
              isOpen={selected?.kind === 'spot' && selected.id === row.spot.id}
            />
          ))}
        </ul>
      )}
    </section>
  );
}
