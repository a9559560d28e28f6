'use client';
import { useMemo, useState } from 'react';
import type { Built } from '@/core/evidence/built';
import type { Phase } from '@/core/evidence/rows';
import { lineTest } from '@/core/readings/line';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { speedText } from '@/ui/pieces/format';
import { ReadingForm } from './ReadingForm';
import { RunList } from './RunList';
import { Button } from '@/ui/pieces/Button';

/** The wired test at the gateway, first of all: without it nobody knows whether line, Wi-Fi or device is the limit. */
export function LinePanel({
  phase,
  network,
  before,
}: {
  phase: Phase;
  network: Built;
  before?: () => Promise<string | null>;
}) {
  const evidence = useJob((s) => s.evidence);
  const line = useJob((s) => s.brief.line);
  const { derived } = useDerived();
  const test = useMemo(() => derived?.lines[phase] ?? lineTest(evidence, phase), [derived, evidence, phase]);
  const [open, setOpen] = useState(test.runs === 0);
  const other = derived?.lines[phase === 'after' ? 'before' : 'after'] ?? test;
  const comparable =
    phase === 'after' && test.downMbps !== null && other.downMbps !== null
      ? Math.abs(test.downMbps - other.downMbps) <= 0.15 * other.downMbps
        ? ' Comparable with before.'
        : ` Before it gave ${speedText(other.downMbps)}: not comparable, check the line.`
      : '';
  return (
    <section className="panel shrink-0 p-3" aria-label="Line by cable">
      <div className="flex items-center justify-between gap-3">
        <p>
          <strong className="font-semibold">Line by cable: </strong>
          {test.runs === 0 || test.downMbps === null || test.upMbps === null
            ? `not tested yet. Paid for ${speedText(line.downMbps)} ↓ ${speedText(line.upMbps)} ↑ Mb/s. Test it first, at the gateway.`
            : `${speedText(test.downMbps)} ↓ ${speedText(test.upMbps)} ↑ Mb/s, ${test.riseMs === null ? 'rise under load not measured' : `+${test.riseMs.toFixed(0)} ms under load`}, median of ${test.runs}.${comparable}`}
        </p>
        <Button className="shrink-0" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Close' : 'Wired test'}
        </Button>
      </div>
      {open && (
        <>
          <ReadingForm spot={null} phase={phase} network={network} before={before} />
          <RunList spotId={null} phase={phase} />
        </>
      )}
    </section>
  );
}
