'use client';
import { optionFacts, type OptionFacts } from '@/core/plan/compare/facts';
import { moneyText } from '@/core/plan/cost/money';
import type { Evaluation } from '@/core/plan/evaluate/evaluate';
import { lengthText } from '@/core/site/model/lengths';
import { useJob } from '@/ui/job/store';

/** Rows of facts under the spots: what each option serves, costs, drills and loads. */
export function CompareFacts({ evaluations }: { evaluations: readonly (Evaluation | undefined)[] }) {
  const currency = useJob((s) => s.brief.currency);
  const lengthUnit = useJob((s) => s.brief.lengthUnit);
  const facts = evaluations.map((e) => e && optionFacts(e));
  const rows: [string, (f: OptionFacts) => string][] = [
    ['Spots served', (f) => `${f.served} of ${f.spots}`],
    ['Worst spot', (f) => (f.worst ? `${f.worst.number} ${f.worst.name}, ${f.worst.verdict}` : 'none')],
    ['Parts', (f) => moneyText(f.partsMinor, currency)],
    ['Labour', (f) => moneyText(f.labourMinor, currency)],
    ['In all, before tax', (f) => moneyText(f.totalMinor, currency)],
    ['Hands-on hours', (f) => `${f.hours.toFixed(1)} h`],
    ['New cable', (f) => (f.cableM > 0 ? lengthText(f.cableM, lengthUnit) : 'none')],
    ['Holes', (f) => String(f.holes)],
    ['Will not do, take care', (f) => `${f.stops}, ${f.cares}`],
    [
      'Busiest hour',
      (f) => (f.busiest ? `${f.busiest.label} at ${(f.busiest.load * 100).toFixed(0)} %` : 'nothing'),
    ],
  ];
  return rows.map(([title, of], i) => (
    <tr key={title} className={`border-t ${i === 0 ? 'border-ink' : 'border-rule'}`}>
      <th scope="row" className="py-1 font-medium whitespace-nowrap">
        {title}
      </th>
      {facts.map((f, k) => (
        // Today costs nothing: only what it gives and how full it is are told.
        <td key={k} className="px-2">
          {!f ? '…' : k === 0 && i >= 2 && i <= 7 ? '' : of(f)}
        </td>
      ))}
    </tr>
  ));
}
