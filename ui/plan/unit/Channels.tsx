'use client';
import type { KitItem, KitRadio } from '@/core/kit/model/schema';
import { channelChoices } from '@/core/plan/links/channelPlan';
import { LEAST_POWER_DBM, MOST_POWER_STEPS, POWER_STEP_DB } from '@/core/plan/network/radioPower';
import { settingKey } from '@/core/plan/network/radios';
import type { RadioKey, Unit } from '@/core/plan/option/schema';
import { useJob, useJobStore, shownOption } from '@/ui/job/store';
import { SelectField } from '@/ui/pieces/fields';
import { usePlanLine } from '@/ui/job/derived';

const PLANNED = '';
const MOST = '';

/** A unit with a radio set by hand, or given back to planning. */
function withHand(
  unit: Unit,
  key: RadioKey,
  channel: number | null,
  widthMhz: 20 | 40 | 80 | 160 | 320,
): Unit {
  const others = (unit.byHand ?? []).filter((k) => k !== key);
  if (channel === null) return { ...unit, byHand: others };
  const setting = { ...unit.radios[key], channel, widthMhz };
  return { ...unit, byHand: [...others, key], radios: { ...unit.radios, [key]: setting } };
}

/** A unit with a radio at its most, or turned down. */
function withPower(unit: Unit, key: RadioKey, powerDbm: number | null): Unit {
  const set = unit.radios[key];
  if (!set) return unit;
  const { powerDbm: _, ...rest } = set;
  return {
    ...unit,
    radios: { ...unit.radios, [key]: powerDbm === null ? rest : { ...rest, powerDbm } },
  };
}

/** Powers a radio can be set to: its most, and steps below it; what was set some other way is one of them. */
function powersOf(unit: Unit, radio: KitRadio): { value: string; label: string }[] {
  const now = unit.radios[settingKey(radio)]?.powerDbm;
  const steps = Array.from(
    { length: MOST_POWER_STEPS },
    (_, i) => radio.eirpDbm - (i + 1) * POWER_STEP_DB,
  ).filter((dBm) => dBm >= LEAST_POWER_DBM);
  const all = now === undefined || steps.includes(now) ? steps : [...steps, now].sort((a, b) => b - a);
  return [
    { value: MOST, label: `its most, ${radio.eirpDbm} dBm` },
    ...all.map((dBm) => ({ value: String(dBm), label: `${dBm} dBm` })),
  ];
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
  const power = (radio: KitRadio) => {
    const key = settingKey(radio);
    const set = unit.radios[key];
    if (radio.role !== 'access' || !set) return null;
    return (
      <SelectField
        key={`${key} power`}
        label={`${key} GHz, power`}
        value={set.powerDbm === undefined ? MOST : String(set.powerDbm)}
        options={powersOf(unit, radio)}
        onChange={(value) =>
          setOption((o) => ({
            ...o,
            units: o.units.map((u) =>
              u.id === unit.id ? withPower(u, key, value === MOST ? null : Number(value)) : u,
            ),
          }))
        }
      />
    );
  };
  return (
    <div className="mt-2">
      <div className="grid grid-cols-3 gap-x-3 gap-y-2">
        {kit.radios.map(field)}
        {kit.radios.map(power)}
      </div>
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
