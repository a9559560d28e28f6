'use client';
import { useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { SelectField } from '@/ui/pieces/fields';

const AIR = '';

/** Whether a spot's device uses the air or a lead from a unit: a wire to the one device that matters is the steadiest. */
export function AccessChoice({ spotId }: { spotId: string }) {
  const option = useOption();
  const setOption = useJob((s) => s.setOption);
  if (!option || option.units.length === 0) return null;
  const wired = option.wiredSpots.find((w) => w.spotId === spotId);
  return (
    <div className="mt-2 w-64">
      <SelectField
        label="Its device"
        value={wired?.unitId ?? AIR}
        options={[
          { value: AIR, label: 'uses the air' },
          ...option.units.map((u) => ({ value: u.id, label: `plugs into ${u.letter}, ${u.name}` })),
        ]}
        onChange={(unitId) =>
          setOption((o) => ({
            ...o,
            wiredSpots: [
              ...o.wiredSpots.filter((w) => w.spotId !== spotId),
              ...(unitId === AIR ? [] : [{ spotId, unitId }]),
            ],
          }))
        }
      />
    </div>
  );
}
