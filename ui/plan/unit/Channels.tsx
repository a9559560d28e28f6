'use client';
import type { KitItem, KitRadio } from '@/core/kit/model/schema';
import { channelChoices } from '@/core/plan/links/channelPlan';
import { settingKey } from '@/core/plan/network/radios';
import type { RadioKey, Unit } from '@/core/plan/option/schema';
import { useJob, useJobStore, shownOption } from '@/ui/job/store';
import { SelectField } from '@/ui/pieces/fields';
import { usePlanLine } from '@/ui/job/derived';

const PLANNED = '';

/** A unit with a radio set by hand, or given back to planning. */
function withHand(
  unit: Unit,
  key: RadioKey,
  channel: number | null,
  widthMhz: 20 | 40 | 80 | 160 | 320,
): Unit {
  const others = (unit.byHand ?? []).filter((k) => k !== key);
  if (channel === null) return { ...unit, byHand: others };
  return { ...unit, byHand: [...others, key], radios: { ...unit.radios, [key]: { channel, widthMhz } } };
}

/** The channel of each radio of a unit: planned with all others, or set by hand. */
export function Channels({ unit, kit }: { unit: Unit; kit: KitItem }) {
  const brief = useJob((s) => s.brief);
  const ownKit = useJob((s) => s.plan.ownKit);
  const setOption = useJob((s) => s.setOption);
  const line = usePlanLine();
  const store = useJobStore();
  const planAnew = () => {
    const option = shownOption(store.getState());
    if (option) void line?.planChannelsAnew(option);
  };
  if (kit.radios.length === 0) return null;
  const field = (radio: KitRadio) => {
    const key = settingKey(radio);
    const set = unit.radios[key];
    const byHand = unit.byHand?.includes(key) ?? false;
    const name = key === 'backhaul' ? 'Own backhaul radio' : `${key} GHz`;
    const choices = channelChoices({ brief, ownKit }, unit, radio);
    const now = byHand && set && !choices.includes(set.channel) ? [set.channel] : [];
    return (
      <SelectField
        key={key}
        label={`${name}, channel`}
        value={byHand && set ? String(set.channel) : PLANNED}
        options={[
          {
            value: PLANNED,
            label: byHand || !set ? 'planned' : `planned: ${set.channel}, ${set.widthMhz} MHz`,
          },
          ...[...choices, ...now].map((c) => ({ value: String(c), label: `${c}, by hand` })),
        ]}
        onChange={(value) => {
          const width = set?.widthMhz ?? radio.maxWidthMhz;
          const channel = value === PLANNED ? null : Number(value);
          setOption((o) => ({
            ...o,
            units: o.units.map((u) => (u.id === unit.id ? withHand(u, key, channel, width) : u)),
          }));
        }}
      />
    );
  };
  return (
    <div className="mt-2">
      <div className="grid grid-cols-3 gap-x-3 gap-y-2">{kit.radios.map(field)}</div>
      <p className="mt-1 text-[13px] text-ink-2">
        Channels are planned as units come and go.{' '}
        <button type="button" className="link" onClick={planAnew}>
          Plan them again
        </button>{' '}
        Check your country’s rules.
      </p>
    </div>
  );
}
