'use client';
import { useState } from 'react';
import type { Prediction } from '@/core/plan/evaluate/predict';
import { partBecause, partLabel, problemWords, rangeWords } from '@/core/plan/evaluate/words';
import type { Option } from '@/core/plan/option/schema';
import { useJob } from '@/ui/job/store';
import { speedText } from '@/ui/pieces/format';

/** Height of a length of pipe, px, on a log scale of its Mb/s. */
function thickness(mbps: number): number {
  return 16 + 14 * Math.max(0, Math.log10(Math.max(1, mbps)) / 3);
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
  return (
    <div className="mt-2" data-pipe={p.number}>
      <div className="fig text-[13px] text-ink-2">
        Mb/s {up ? '↑ up' : '↓ down'}, {rangeWords(p, up ? p.upRangeMbps : p.downRangeMbps, speedText)};
        estimates unless marked measured
      </div>
      <ol className="mt-1 flex items-end gap-px">
        {p.pipe.map((part, i) => {
          const mbps = up ? part.upMbps : part.downMbps;
          const label = partLabel(part, option);
          return (
            <li key={i} className="min-w-0 flex-1">
              <button
                type="button"
                className="block w-full cursor-pointer text-center"
                aria-expanded={asked === i}
                aria-label={`${label}: ${speedText(mbps)} Mb/s${part.measured ? ', measured' : ''}. Why?`}
                onClick={() => setAsked(asked === i ? null : i)}
              >
                <span
                  className={`fig flex items-center justify-center border border-ink text-[13px] font-semibold ${i === p.narrowest ? 'bg-[#f2ae21] text-[#1c2a2e]' : 'bg-good-wash'}`}
                  style={{ height: thickness(mbps) + 6 }}
                >
                  {speedText(mbps)}
                </span>
                <span className="fig block h-8 overflow-hidden px-0.5 text-[12px] leading-[1.25] text-ink-2">
                  {label}
                  {part.measured && ' (measured)'}
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      {why && (
        <p className="mt-1 border-l-2 border-rule pl-2 text-ink-2" role="status">
          {partLabel(why, option)}: {partBecause(why, unit)}.
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
