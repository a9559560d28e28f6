'use client';
import { hoursText } from '@/core/plan/cost/duration';
import { optionFacts, type OptionFacts } from '@/core/plan/compare/facts';
import { moneyText } from '@/core/plan/cost/money';
import { loadWords } from '@/core/plan/predict/eveningWords';
import type { Evaluation } from '@/core/plan/evaluate/evaluate';
import { lengthText } from '@/core/site/model/lengths';
import { useJob } from '@/ui/job/store';
import { VERDICT_WORDS } from '@/core/site/model/verdict';

/** Rows of facts under the spots: what each option serves, costs, drills and loads. */
export function CompareFacts({ evaluations }: { evaluations: readonly (Evaluation | undefined)[] }) {
  const currency = useJob((s) => s.brief.currency);
  const lengthUnit = useJob((s) => s.brief.lengthUnit);
  const facts = evaluations.map((e) => e && optionFacts(e));
  // The third tells whether it is said of today too, which costs nothing and drills no holes.
  const rows: [string, (f: OptionFacts) => string, 'today too' | 'plans only'][] = [
    ['Spots that work', (f) => `${f.served} of ${f.spots}`, 'today too'],
    ['With nobody else at home', (f) => `${f.servedAlone} of ${f.spots}`, 'today too'],
    ['Everything at once, the extreme', (f) => `${f.heldAtOnce} of ${f.spots}`, 'today too'],
    [
      'Worst spot',
      (f) => (f.worst ? `${f.worst.number} ${f.worst.name}, ${VERDICT_WORDS[f.worst.verdict]}` : 'none'),
      'today too',
    ],
    ['Parts', (f) => moneyText(f.partsMinor, currency), 'plans only'],
    ['Labour', (f) => moneyText(f.labourMinor, currency), 'plans only'],
    ['Travel', (f) => moneyText(f.travelMinor, currency), 'plans only'],
    ['In all, before tax', (f) => moneyText(f.totalMinor, currency), 'plans only'],
    ['Hands-on hours', (f) => hoursText(f.hours), 'plans only'],
    ['New cable', (f) => (f.cableM > 0 ? lengthText(f.cableM, lengthUnit) : 'none'), 'plans only'],
    ['Holes', (f) => String(f.holes), 'plans only'],
    ['Cannot work, to check', (f) => `${f.stops}, ${f.cares}`, 'today too'],
    ['Fullest at the busy hour', (f) => (f.busiest ? loadWords(f.busiest) : 'nothing'), 'today too'],
  ];
  return rows.map(([title, of, toldOf], i) => (
    <tr key={title} className={`border-t ${i === 0 ? 'border-ink' : 'border-rule'}`}>
      <th scope="row" className="py-1 font-medium whitespace-nowrap">
        {title}
      </th>
      {facts.map((f, k) => (
        <td key={k} className="px-2">
          {!f ? '…' : k === 0 && toldOf === 'plans only' ? '' : of(f)}
        </td>
      ))}
    </tr>
  ));
}
