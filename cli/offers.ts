import { hoursText } from '../core/plan/cost/duration';
import { acceptedOption } from '../core/evidence/built';
import { withTax } from '../core/evidence/agreed';
import type { JobFile } from '../core/job/jobFile';
import type { MaterialItem } from '../core/kit/model/materialItems';
import type { KitItem } from '../core/kit/model/schema';
import { optionFacts, type OptionFacts } from '../core/plan/compare/facts';
import { loadWords } from '../core/plan/predict/eveningWords';
import { moneyText } from '../core/plan/cost/money';
import { amountText, type PartLine } from '../core/plan/cost/parts';
import { evaluate, learn } from '../core';
import { withTrials } from '../core/readings/trials';
import { lengthText, type LengthUnit } from '../core/site/model/lengths';
import { table } from './text';
import { VERDICT_WORDS } from '../core/site/model/verdict';

export interface CompareReport {
  job: string;
  currency: string;
  lengthUnit: LengthUnit;
  options: (OptionFacts & {
    optionId: string;
    name: string;
    accepted: boolean;
    withTaxMinor: number;
    notices: string[];
    parts: readonly PartLine[];
  })[];
}

/** Every option of a job with what is held side by side in Plan and on the offer. */
export function compareReport(job: JobFile): CompareReport {
  const { context } = learn(job);
  const accepted = acceptedOption(job.plan, job.evidence);
  return {
    job: job.name,
    currency: job.brief.currency,
    lengthUnit: job.brief.lengthUnit,
    options: job.plan.options.map((o) => {
      const e = evaluate(context, withTrials(o, job.evidence), job.plan.today);
      const facts = optionFacts(e);
      return {
        optionId: o.id,
        name: o.name,
        accepted: accepted?.id === o.id,
        ...facts,
        withTaxMinor: withTax(facts.totalMinor, job.brief.offer.taxPercent).totalMinor,
        notices: e.notices.map((n) => `${n.severity}: ${n.words}`),
        parts: e.parts,
      };
    }),
  };
}

/** The options of a job as a table for a terminal, with the parts of each below. */
export function compareLines(r: CompareReport): string {
  if (r.options.length === 0) return `${r.job}: no options yet.`;
  const money = (minor: number) => moneyText(minor, r.currency);
  const row = (title: string, of: (o: CompareReport['options'][number]) => string) => [
    title,
    ...r.options.map(of),
  ];
  const rows = [
    row('', (o) => `${o.name}${o.accepted ? ' (accepted)' : ''}`),
    row('spots that work', (o) => `${o.served} of ${o.spots}`),
    row('with nobody else at home', (o) => `${o.servedAlone} of ${o.spots}`),
    row('everything at once, the extreme', (o) => `${o.heldAtOnce} of ${o.spots}`),
    row('worst spot', (o) =>
      o.worst ? `${o.worst.number} ${o.worst.name}, ${VERDICT_WORDS[o.worst.verdict]}` : '–',
    ),
    row('parts', (o) => money(o.partsMinor)),
    row('labour', (o) => money(o.labourMinor)),
    row('travel', (o) => money(o.travelMinor)),
    row('in all, before tax', (o) => money(o.totalMinor)),
    row('with tax', (o) => money(o.withTaxMinor)),
    row('hands-on work', (o) => hoursText(o.hours)),
    row('of them measuring', (o) => hoursText(o.measuringHours)),
    row('new cable', (o) => lengthText(o.cableM, r.lengthUnit)),
    row('holes', (o) => String(o.holes)),
    row('will not do / take care', (o) => `${o.stops} / ${o.cares}`),
    row('fullest at the busy hour', (o) => (o.busiest ? loadWords(o.busiest) : '–')),
  ];
  const parts = r.options.map((o) =>
    [
      `\n${o.name}:`,
      ...o.parts.map((p) => `  ${amountText(p, r.lengthUnit)} ${p.label}, ${money(p.costMinor)}`),
      ...o.notices.map((n) => `  ${n}`),
    ].join('\n'),
  );
  return `${r.job} (estimates)\n${table(rows)}\n${parts.join('\n')}`;
}

/** A catalogue as a table for a terminal. */
export function kitLines({
  kit,
  materials,
}: {
  kit: readonly KitItem[];
  materials: readonly MaterialItem[];
}): string {
  const cost = (minor: number) => (minor / 100).toFixed(2);
  const units = kit.map((k) => [
    k.id,
    k.label,
    cost(k.costMinor),
    k.packs.map((p) => `${p.pieces} for ${cost(p.costMinor)}`).join(', ') || '–',
    k.stands.join(', ') || 'dry rooms',
  ]);
  const items = materials.map((m) => [m.id, m.label, cost(m.costMinor), `each ${m.per}`]);
  return [
    `Units (${kit.length})`,
    units.length > 0 ? table([['id', 'label', 'price', 'boxes', 'stands'], ...units]) : '  none',
    `\nMaterials (${materials.length})`,
    items.length > 0 ? table([['id', 'label', 'price', ''], ...items]) : '  none',
  ].join('\n');
}
