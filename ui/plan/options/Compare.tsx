'use client';
import Link from 'next/link';
import { useState } from 'react';
import { eveningLabel } from '@/core/plan/predict/eveningWords';
import type { Evaluation } from '@/core/plan/evaluate/evaluate';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { speedText } from '@/ui/pieces/format';
import { VERDICT_TONE } from '@/ui/ledger/tones';
import { CompareFacts } from './CompareFacts';
import type { Prediction } from '@/core/plan/predict/prediction';
import { VERDICT_WORDS } from '@/core/site/model/verdict';

const TONES = { good: 'text-good', care: 'text-amber', bad: 'text-dusk font-semibold', plain: 'text-ink-2' };

/** What one network gives a spot: its verdict, and the direction that decides. */
function Cell({ prediction: p }: { prediction: Prediction | undefined }) {
  if (!p) return <td className="px-2 text-ink-2">working it out</td>;
  const up = p.decidedBy === 'up';
  return (
    <td className="px-2 whitespace-nowrap">
      <span className={TONES[VERDICT_TONE[p.verdict]]}>{VERDICT_WORDS[p.verdict]}</span>{' '}
      <span className="text-ink-2">
        {p.downMbps === 0 && p.upMbps === 0
          ? ''
          : `${speedText(up ? p.upMbps : p.downMbps)} Mb/s ${up ? '↑' : '↓'}${p.runs > 0 ? ', read' : ''}`}
        {eveningLabel(p) && <span className="block whitespace-normal">{eveningLabel(p)}</span>}
      </span>
    </td>
  );
}

/** Today and every option spot by spot, with what each costs. */
function Table() {
  const spots = useJob((s) => s.site.spots);
  const options = useJob((s) => s.plan.options);
  const { derived } = useDerived();
  const columns: { name: string; evaluation: Evaluation | undefined }[] = [
    { name: 'Today', evaluation: derived?.today },
    ...options.map((o, i) => ({ name: `${i + 1} · ${o.name}`, evaluation: derived?.options[o.id] })),
  ];
  const of = columns.map((c) => new Map(c.evaluation?.predictions.map((p) => [p.spotId, p])));
  return (
    <table className="fig w-full border-collapse text-left text-[13.5px]">
      <thead>
        <tr>
          <th className="py-1 font-normal text-ink-2">Spot</th>
          {columns.map((c) => (
            <th key={c.name} className="px-2 font-semibold">
              {c.name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {[...spots]
          .sort((a, b) => a.number - b.number)
          .map((s) => (
            <tr key={s.id} className="border-t border-rule">
              <th scope="row" className="py-1 font-medium">
                {s.number} {s.name}
              </th>
              {columns.map((c, i) => (
                <Cell key={c.name} prediction={of[i]!.get(s.id)} />
              ))}
            </tr>
          ))}
        <CompareFacts evaluations={columns.map((c) => c.evaluation)} />
      </tbody>
    </table>
  );
}

/** All options spot by spot, opened where the cards are not enough. */
export function Compare() {
  const [open, setOpen] = useState(false);
  return (
    <div>
      <div className="flex flex-wrap items-center justify-between gap-2">
        <Button aria-expanded={open} onClick={() => setOpen(!open)}>
          Compare spot by spot
        </Button>
        <span className="text-[13px] text-ink-2">
          Estimates with their range unless marked read.{' '}
          <Link href="/how-true" className="link">
            How true is this?
          </Link>
        </span>
      </div>
      {open && (
        // More options than the bench is wide are scrolled to.
        <div className="mt-1 overflow-x-auto" role="region" aria-label="Options side by side" tabIndex={0}>
          <Table />
        </div>
      )}
    </div>
  );
}
