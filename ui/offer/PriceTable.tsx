'use client';
import { moneyText } from '@/core/plan/cost/money';
import { hoursText } from '@/core/plan/cost/duration';
import { measuringOf, type PriceNow } from '@/core/evidence/agreed';

/** What a job comes to: parts, labour and travel as agreed or planned, what came on top, tax, and the sum. */
export function PriceTable({ price }: { price: PriceNow }) {
  const { agreed, extras } = price;
  const measuring = measuringOf(agreed);
  const money = (minor: number) => moneyText(minor, agreed.currency);
  const rows: [string, number][] = [
    ['Parts', agreed.partsMinor],
    [
      `Fitting, ${hoursText(agreed.hours - measuring.hours)} of hands-on work`,
      agreed.labourMinor - measuring.minor,
    ],
    ...(measuring.hours > 0
      ? [[`Measuring before and after, ${hoursText(measuring.hours)}`, measuring.minor] as [string, number]]
      : []),
    ...(agreed.travelMinor === undefined ? [] : [['Travel', agreed.travelMinor] as [string, number]]),
    ...extras.map((x): [string, number] => [
      `Extra: ${x.what}${x.agreedBy ? `, agreed by ${x.agreedBy}` : ''}`,
      x.minor,
    ]),
    ...(agreed.taxPercent > 0
      ? ([
          ['Before tax', price.netMinor],
          [`${agreed.taxName || 'tax'}, ${agreed.taxPercent} %`, price.taxMinor],
        ] as [string, number][])
      : []),
  ];
  return (
    <table className="fig mt-2 w-full text-left" aria-label="Price">
      <tbody>
        {rows.map(([label, minor]) => (
          <tr key={label} className="border-t border-rule">
            <td className="py-1">{label}</td>
            <td className="text-right whitespace-nowrap">{money(minor)}</td>
          </tr>
        ))}
        <tr className="border-t border-ink font-semibold">
          <td className="py-1">{price.accepted ? 'To pay' : 'In all, an estimate'}</td>
          <td className="text-right whitespace-nowrap" data-total={price.totalMinor}>
            {money(price.totalMinor)}
          </td>
        </tr>
        {price.since && (
          <tr className="border-t border-rule text-mains" data-since={price.since.netMinor}>
            <td className="py-1">Planned since it was agreed to, before tax and beside the extras</td>
            <td className="text-right whitespace-nowrap">
              {price.since.netMinor > 0 ? '+' : ''}
              {money(price.since.netMinor)}
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}
