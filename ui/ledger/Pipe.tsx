'use client';
import { useState } from 'react';
import { carriedMbps } from '@/core/feed/chain';
import { problemWords, rangeWords } from '@/core/plan/predict/words';
import type { Option } from '@/core/plan/option/schema';
import { useJob } from '@/ui/job/store';
import { speedText } from '@/ui/pieces/format';
import { partBecause, partLabel } from '@/core/plan/links/partWords';
import type { Prediction } from '@/core/plan/predict/prediction';

/** Height of the widest length of pipe that is drawn whole, px. */
const TALL_PX = 44;
/** Lengths wider than this many times the narrowest are drawn open at the top. */
const MOST_TIMES = 6;

/** A length of the pipe: its height is in the ratio of its number to the others'. */
function Bore({ share, narrow }: { share: number; narrow: boolean }) {
  const open = share > 1;
  return (
    <span className="flex h-[46px] items-end" aria-hidden="true">
      <span
        data-bore={Math.min(1, share).toFixed(3)}
        className={`block w-full border border-ink ${open ? 'border-t-0 [mask-image:linear-gradient(transparent,black_40%)]' : ''} ${narrow ? 'bg-[#f2ae21]' : 'bg-good-wash'}`}
        style={{ height: Math.max(2, TALL_PX * Math.min(1, share)) }}
      />
    </span>
  );
}

/**
 * The chain from the line to the device as lengths of pipe, and one sentence on what holds it back. Pressing a length says
 * why it gives what it gives.
 */
export function Pipe({ prediction: p, option }: { prediction: Prediction; option: Option }) {
  const unit = useJob((s) => s.brief.lengthUnit);
  const [asked, setAsked] = useState<number | null>(null);
  const up = p.decidedBy === 'up';
  const narrow = p.pipe[p.narrowest];
  const problem = problemWords(p);
  if (p.pipe.length === 0 || !narrow) return <p className="mt-1">No chain yet: {problem}.</p>;
  const second = p.pipe[p.second];
  const why = asked === null ? undefined : p.pipe[asked];
  // Where the round trip decides, the lengths are what each part adds to it: the longest holds back.
  const trip = p.decidedBy === 'latency';
  const numbers = trip
    ? p.pipe.map((part) => part.latencyMs)
    : carriedMbps(p.pipe, up ? 'upMbps' : 'downMbps');
  const full = trip
    ? Math.max(...numbers)
    : Math.min(Math.max(...numbers), MOST_TIMES * Math.max(0.1, Math.min(...numbers)));
  const text = (n: number) => (trip ? n.toFixed(n < 9.95 ? 1 : 0) : speedText(n));
  const shares = (i: number) => {
    const { mediumId } = p.pipe[i]!;
    return !trip && mediumId !== null && p.pipe.some((o, j) => j !== i && o.mediumId === mediumId);
  };
  return (
    <div className="mt-2" data-pipe={p.number}>
      <div className="fig text-[13px] text-ink-2">
        {trip
          ? `ms round trip, ${p.latencyMs.toFixed(0)} of ${p.need.latencyMs} in all; ${speedText(p.downMbps)} Mb/s ↓, ${rangeWords(p, p.downRangeMbps, speedText)}`
          : `Mb/s ${up ? '↑ up' : '↓ down'}, ${rangeWords(p, up ? p.upRangeMbps : p.downRangeMbps, speedText)}`}
        ; estimates unless marked measured
      </div>
      <ol className="mt-1 flex items-end gap-px">
        {p.pipe.map((part, i) => {
          const n = numbers[i]!;
          const label = partLabel(part, option);
          return (
            <li key={i} className="min-w-0 flex-1">
              <button
                type="button"
                className="block w-full cursor-pointer text-center"
                aria-expanded={asked === i}
                aria-label={`${label}: ${text(n)} ${trip ? 'ms' : 'Mb/s'}${part.measured ? ', measured' : ''}. Why?`}
                onClick={() => setAsked(asked === i ? null : i)}
              >
                <Bore share={full > 0 ? n / full : 0} narrow={i === p.narrowest} />
                <span className="fig block text-[13px] font-semibold">{text(n)}</span>
                <span className="fig block h-8 overflow-hidden px-0.5 text-[12px] leading-[1.25] text-ink-2">
                  {label}
                  {part.measured && ' (measured)'}
                  {shares(i) && ', shared'}
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      {why && (
        <p className="mt-1 border-l-2 border-rule pl-2 text-ink-2" role="status">
          {partLabel(why, option)}: {partBecause(why, unit)}.
          {asked !== null &&
            shares(asked) &&
            ` Alone it gives ${speedText(up ? why.upMbps : why.downMbps)} Mb/s; it shares its medium with another part of this chain.`}
        </p>
      )}
      <p className="mt-1">
        <strong className="font-semibold">Held back by {partLabel(narrow, option)}</strong>
        {p.decidedBy === 'latency'
          ? `: ${narrow.latencyMs.toFixed(0)} of ${p.latencyMs.toFixed(0)} ms round trip. More speed does not shorten it.`
          : `: ${partBecause(narrow, unit)}. Without that limit ${speedText(p.wouldGiveMbps)} Mb/s, then held back by ${second ? partLabel(second, option) : ''}.`}
      </p>
      {problem && <p className="mt-1 text-mains">{problem}.</p>}
      {p.stuck && (
        <p className="mt-1 text-ink-2">
          A device that does not let go may stay on another unit and get {speedText(p.stuck.downMbps)} ↓{' '}
          {speedText(p.stuck.upMbps)} ↑ Mb/s.
        </p>
      )}
    </div>
  );
}
