import { amountText } from '@/core/plan/cost/parts';
import { cell, type Block, type Cell } from './blocks';
import type { PaperGround } from './job';

/** The price as agreed, with extras and tax; an estimate where nothing was agreed to. */
export function priceBlocks(g: PaperGround): Block[] {
  const { words, price, money, number, date, job } = g;
  if (!price) return [];
  const { agreed, extras, accepted } = price;
  const line = (label: string, minor: number, more: Omit<Cell, 'text'> = {}): Cell[] => [
    cell(label, more),
    cell(money(minor), more),
  ];
  return [
    { kind: 'heading', text: words.price },
    {
      kind: 'para',
      text: accepted
        ? words.agreed(accepted.optionName, accepted.signedBy ?? '', date(accepted.at))
        : words.estimate,
    },
    {
      kind: 'table',
      head: [words.columns.what, words.columns.price],
      widths: [0.78, 0.22],
      amounts: true,
      rows: [
        ...agreed.parts.map((p) => line(`${amountText(p, job.brief.lengthUnit)} ${p.label}`, p.costMinor)),
        line(words.labour(words.hours(agreed.hours)), agreed.labourMinor),
        ...(agreed.travelMinor ? [line(words.travel, agreed.travelMinor)] : []),
        ...extras.map((x) => line(words.extra(x.what), x.minor)),
        ...(agreed.taxPercent > 0
          ? [
              line(
                words.tax(
                  agreed.taxName || 'tax',
                  number(agreed.taxPercent, Number.isInteger(agreed.taxPercent) ? 0 : 1),
                ),
                price.taxMinor,
              ),
            ]
          : []),
        line(words.total, price.totalMinor, { strong: true }),
      ],
    },
    { kind: 'para', text: `${words.exclusions}: ${agreed.exclusions}`, tone: 'soft' },
  ];
}
