'use client';
import { Download } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { PartLine } from '@/core/plan/cost/parts';
import { partsCsv } from '@/core/plan/cost/partsCsv';
import { eveningLabel } from '@/core/plan/predict/eveningWords';
import type { Evaluation } from '@/core/plan/evaluate/evaluate';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { speedText } from '@/ui/pieces/format';
import { saveText } from '@/ui/pieces/saveText';
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
    <table className="fig w-full border-collapse text-left">
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
        <tr className="border-t border-rule">
          <th scope="row" className="py-1 font-medium whitespace-nowrap">
            Parts list
          </th>
          {columns.map((c, i) => (
            <td key={i} className="px-2 py-1">
              {i > 0 && c.evaluation && <PartsList name={c.name} parts={c.evaluation.parts} />}
            </td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}

/** Saves the parts of an option for whoever orders them. */
function PartsList({ name, parts }: { name: string; parts: readonly PartLine[] }) {
  const currency = useJob((s) => s.brief.currency);
  return (
    <Button
      aria-label={`Save the parts of ${name} as CSV`}
      onClick={() => saveText(`parts of ${name}.csv`, 'text/csv', partsCsv(parts, currency))}
    >
      <Download size={15} aria-hidden="true" /> CSV
    </Button>
  );
}

/** Opens the comparison of all options, spot by spot. */
export function Compare() {
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>
        <Button>Compare</Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-[#1c2a2e]/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="panel fixed top-1/2 left-1/2 z-40 max-h-[86vh] w-[min(1100px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto p-4"
        >
          <div className="mb-2 flex items-center justify-between gap-3">
            <Dialog.Title className="head2">Options side by side</Dialog.Title>
            <Dialog.Close asChild>
              <Button>Close</Button>
            </Dialog.Close>
          </div>
          <Table />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
