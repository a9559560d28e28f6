import type { Prediction } from '@/core/plan/evaluate/predict';
import { speedText } from '@/ui/pieces/format';

/** Height of a length of pipe, px, on a log scale of its Mb/s. */
function thickness(mbps: number): number {
  return 16 + 14 * Math.max(0, Math.log10(Math.max(1, mbps)) / 3);
}

/** The chain from the line to the device as lengths of pipe, and one sentence on what holds it back. */
export function Pipe({ prediction: p }: { prediction: Prediction }) {
  const up = p.decidedBy === 'up';
  const narrow = p.pipe[p.narrowest];
  if (p.pipe.length === 0 || !narrow) return <p className="mt-1">No chain yet: {p.problem}.</p>;
  return (
    <div className="mt-2" data-pipe={p.number}>
      <div className="fig text-[13px] text-ink-2">
        Mb/s {up ? '↑ up' : '↓ down'}, estimates unless marked measured
      </div>
      <ol className="mt-1 flex items-end gap-px">
        {p.pipe.map((part, i) => {
          const mbps = up ? part.upMbps : part.downMbps;
          return (
            <li key={i} className="min-w-0 flex-1" title={part.because}>
              <div
                className={`fig flex items-center justify-center border border-ink text-[13px] font-semibold ${i === p.narrowest ? 'bg-[#f2ae21] text-[#1c2a2e]' : 'bg-good-wash'}`}
                style={{ height: thickness(mbps) + 6 }}
              >
                {speedText(mbps)}
              </div>
              <div className="fig h-8 overflow-hidden px-0.5 text-center text-[12px] leading-[1.25] text-ink-2">
                {part.label}
                {part.measured && ' (measured)'}
              </div>
            </li>
          );
        })}
      </ol>
      <p className="mt-1">
        <strong className="font-semibold">Held back by {narrow.label}</strong>
        {p.decidedBy === 'latency'
          ? `: ${narrow.latencyMs.toFixed(0)} of ${p.latencyMs.toFixed(0)} ms round trip. More speed does not shorten it.`
          : `: ${narrow.because}. Without that limit ${speedText(p.wouldGiveMbps)} Mb/s, then held back by ${p.thenHeldBackBy}.`}
      </p>
      {p.problem && <p className="mt-1 text-mains">{p.problem}.</p>}
      {p.stuck && (
        <p className="mt-1 text-ink-2">
          A device that does not let go may stay on another unit and get {speedText(p.stuck.downMbps)} ↓{' '}
          {speedText(p.stuck.upMbps)} ↑ Mb/s.
        </p>
      )}
    </div>
  );
}
