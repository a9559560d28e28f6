'use client';
import { portMaps } from '@/core/plan/links/ports';
import { powerLoads } from '@/core/plan/links/power';
import type { Option } from '@/core/plan/option/schema';
import { useJob } from '@/ui/job/store';

/** What is in the ports of each unit, and what its powered ports keep aside; of one unit alone where it is named. */
export function PortLines({ option, unitId }: { option: Option; unitId?: string }) {
  const site = useJob((s) => s.site);
  const ownKit = useJob((s) => s.plan.ownKit);
  const brief = useJob((s) => s.brief);
  const context = { site, ownKit, brief };
  const loads = powerLoads(context, option);
  const maps = portMaps(context, option).filter(
    (m) => m.ports > 0 && (unitId === undefined || m.unitId === unitId),
  );
  return maps.map((map) => {
    const unit = option.units.find((u) => u.id === map.unitId)!;
    const power = loads.find((p) => p.unitId === map.unitId);
    return (
      <p key={map.unitId} className="mt-1 text-[13px] text-ink-2">
        {unitId === undefined && (
          <strong className="font-semibold text-ink">
            {unit.letter} {unit.name}.{' '}
          </strong>
        )}
        Ports {map.used.length} of {map.ports}
        {map.used.length > 0 ? `: ${map.used.map((u) => `${u.port} ${u.what}`).join('; ')}` : ', all free'}.
        {power &&
          ` Power ${power.byClassW.toFixed(1)} W by class, ${power.byDrawW.toFixed(1)} W drawn, of ${power.budgetW} W (kept aside by ${power.allocates}); ${power.units.length} of ${power.poweredPorts} powered ports.`}
      </p>
    );
  });
}
