'use client';
import { portMaps } from '@/core/plan/links/ports';
import { powerLoads } from '@/core/plan/links/power';
import type { Option } from '@/core/plan/option/schema';
import { useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { AreaServed } from './AreaServed';
import { Notices } from './PlanNotices';
import { RouterWays } from './RouterWays';

/** What is in the ports of each unit, and what powered ports keep aside. */
function PortsAndPower({ option }: { option: Option }) {
  const site = useJob((s) => s.site);
  const ownKit = useJob((s) => s.plan.ownKit);
  const brief = useJob((s) => s.brief);
  const context = { site, ownKit, brief };
  const loads = powerLoads(context, option);
  const maps = portMaps(context, option).filter((m) => m.ports > 0);
  if (maps.length === 0) return null;
  return (
    <section aria-label="Ports and power">
      <h3 className="head2 mt-2">Ports and power</h3>
      <ul className="fig text-[13.5px]">
        {maps.map((m) => {
          const unit = option.units.find((u) => u.id === m.unitId)!;
          const power = loads.find((p) => p.unitId === m.unitId);
          return (
            <li key={m.unitId}>
              <strong className="font-semibold">
                {unit.letter} {unit.name}
              </strong>
              : {m.used.length} of {m.ports} ports
              {m.used.length > 0 ? `, ${m.used.map((u) => `${u.port} ${u.what}`).join('; ')}` : ''}
              {power ? `; ${power.byClassW.toFixed(1)} of ${power.budgetW} W by class` : ''}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** What a practitioner would object to, who routes, what of the house is served, what is in the ports. */
export function Review() {
  const option = useOption();
  if (!option || option.units.length === 0)
    return <p className="mt-1">Nothing is planned yet: there is nothing to review.</p>;
  return (
    <>
      <Notices />
      <h3 className="head2 mt-2">Who routes</h3>
      <RouterWays option={option} />
      <h3 className="head2 mt-2">Area served</h3>
      <AreaServed option={option} />
      <PortsAndPower option={option} />
    </>
  );
}
