'use client';
import { vanList, type LaidCable } from '@/core/plan/cost/cables';
import type { Option } from '@/core/plan/option/schema';
import { moneyText } from '@/core/plan/cost/money';
import { lengthText } from '@/core/site/model/lengths';
import { useJob } from '@/ui/job/store';

const TAKES = {
  sockets: 'reel and data outlets',
  outletAndPlug: 'reel, an outlet and a plug',
  plugs: 'reel and plugs',
  leads: 'the lead',
  fibre: 'the fibre',
} as const;

/** What cables go into the van: each route with the stocked length that reaches, beside reel and plugs. */
export function VanTable({ cables, option }: { cables: readonly LaidCable[]; option: Option }) {
  const brief = useJob((s) => s.brief);
  const ownMaterials = useJob((s) => s.plan.ownMaterials);
  const spots = useJob((s) => s.site.spots);
  if (cables.length === 0) return null;
  const letter = (id: string | null) => option.units.find((u) => u.id === id)?.letter ?? '';
  const nameOf = (c: LaidCable) =>
    c.key === 'entry'
      ? 'The line to the gateway'
      : c.spotId
        ? `To ${spots.find((s) => s.id === c.spotId)?.name ?? 'a spot'}`
        : c.key.startsWith('adapter:')
          ? `From an adapter to ${c.key.endsWith(':near') ? 'the uplink of ' : ''}${letter(c.unitId)}`
          : c.key.startsWith('bridge:')
            ? `To the near end of ${letter(c.unitId)}`
            : `To ${letter(c.unitId)}`;
  const money = (minor: number | null) => (minor === null ? '–' : moneyText(minor, brief.currency));
  return (
    <table className="fig mt-3 w-full text-left text-[13.5px]" aria-label="Cables for the van">
      <thead>
        <tr className="text-[12.5px] text-ink-2">
          <th className="font-normal">Cable</th>
          <th className="pl-2 text-right font-normal">Route</th>
          <th className="pl-2 text-right font-normal">Stocked</th>
          <th className="pl-2 text-right font-normal">Reel, plugs</th>
        </tr>
      </thead>
      <tbody>
        {vanList({ brief, ownMaterials }, cables).map((v, i) => (
          <tr key={v.key} className="border-t border-rule">
            <td className="py-1">
              {nameOf(cables[i]!)}: {TAKES[v.takes]}
            </td>
            <td className="pl-2 text-right whitespace-nowrap">{lengthText(v.lengthM, brief.lengthUnit)}</td>
            <td className="pl-2 text-right whitespace-nowrap">
              {v.stockedM === null
                ? 'none so long'
                : `${lengthText(v.stockedM, brief.lengthUnit)}, ${money(v.leadMinor)}`}
            </td>
            <td className="pl-2 text-right whitespace-nowrap">{money(v.reelMinor)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
