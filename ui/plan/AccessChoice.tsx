'use client';
import { runsBetween } from '@/core/plan/network/surroundings';
import { useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { SelectField } from '@/ui/pieces/fields';

const AIR = '';

/** Whether a spot's device uses the air or a lead from a unit: a wire to the one device that matters is the steadiest. */
export function AccessChoice({ spotId }: { spotId: string }) {
  const option = useOption();
  const setOption = useJob((s) => s.setOption);
  const spots = useJob((s) => s.site.spots);
  const dataRuns = useJob((s) => s.site.dataRuns);
  if (!option || option.units.length === 0) return null;
  const wired = option.wiredSpots.find((w) => w.spotId === spotId);
  const spot = spots.find((s) => s.id === spotId);
  const unit = option.units.find((u) => u.id === wired?.unitId);
  const runs = spot && unit ? runsBetween({ dataRuns }, unit.place, spot.place) : [];
  const wire = (next: { unitId: string; dataRunId?: string } | null) =>
    setOption((o) => ({
      ...o,
      wiredSpots: [
        ...o.wiredSpots.filter((w) => w.spotId !== spotId),
        ...(next ? [{ spotId, ...next }] : []),
      ],
    }));
  return (
    <div className="mt-2 flex flex-wrap gap-2">
      <div className="w-64">
        <SelectField
          label="Its device"
          value={wired?.unitId ?? AIR}
          options={[
            { value: AIR, label: 'uses the air' },
            ...option.units.map((u) => ({ value: u.id, label: `plugs into ${u.letter}, ${u.name}` })),
          ]}
          onChange={(unitId) => wire(unitId === AIR ? null : { unitId })}
        />
      </div>
      {unit && runs.length > 0 && (
        <div className="w-64">
          <SelectField
            label="Its wire"
            value={wired?.dataRunId ?? AIR}
            options={[
              { value: AIR, label: 'a lead or a new cable' },
              ...runs.map((r) => ({ value: r.id, label: `${r.name} (${r.certainty})` })),
            ]}
            onChange={(run) => wire(run === AIR ? { unitId: unit.id } : { unitId: unit.id, dataRunId: run })}
          />
        </div>
      )}
    </div>
  );
}
