import { measuringOf, type PriceNow } from '@/core/evidence/agreed';
import { hoursText } from '@/core/plan/cost/duration';
import { amountText } from '@/core/plan/cost/parts';
import { cell, type Block, type Cell } from './blocks';
import type { PaperGround } from './job';
import { extraText } from './remedy';

/** A price line by line: parts, fitting, measuring, travel, extras, tax and the sum. */
export function priceTable(
  g: PaperGround,
  {
    agreed,
    extras,
    netMinor,
    taxMinor,
    totalMinor,
  }: Pick<PriceNow, 'agreed' | 'extras' | 'netMinor' | 'taxMinor' | 'totalMinor'>,
): Block {
  const { words, money, number, job } = g;
  const line = (label: string, minor: number, more: Omit<Cell, 'text'> = {}): Cell[] => [
    cell(label, more),
    cell(money(minor), more),
  ];
  const measuring = measuringOf(agreed);
  const percent = number(agreed.taxPercent, Number.isInteger(agreed.taxPercent) ? 0 : 1);
  return {
    kind: 'table',
    head: [words.columns.what, words.columns.price],
    widths: [0.78, 0.22],
    amounts: true,
    rows: [
      ...agreed.parts.map((p) =>
        line(`${amountText(p, job.brief.lengthUnit)} ${words.goods(p.label)}`, p.costMinor),
      ),
      line(words.fitting(hoursText(agreed.hours - measuring.hours)), agreed.labourMinor - measuring.minor),
      ...(measuring.hours > 0 ? [line(words.measuring(hoursText(measuring.hours)), measuring.minor)] : []),
      ...(agreed.travelMinor ? [line(words.travel, agreed.travelMinor)] : []),
      ...extras.map((x) => line(words.extra(extraText(g, x.what), x.agreedBy), x.minor)),
      ...(agreed.taxPercent > 0
        ? [line(words.net, netMinor), line(words.tax(agreed.taxName || 'tax', percent), taxMinor)]
        : []),
      line(words.total, totalMinor, { strong: true }),
    ],
  };
}

/** The price as agreed, with extras and tax; an estimate where nothing was agreed to. */
export function priceBlocks(g: PaperGround): Block[] {
  const { words, price, date } = g;
  if (!price) return [];
  const { agreed, accepted } = price;
  return [
    { kind: 'heading', text: words.price },
    {
      kind: 'para',
      text: accepted
        ? words.agreed(accepted.optionName, accepted.signedBy ?? '', date(accepted.at))
        : words.estimate,
    },
    priceTable(g, price),
    { kind: 'para', text: `${words.exclusions}: ${agreed.exclusions}`, tone: 'soft' },
  ];
}
