'use client';
import { useOption } from '@/ui/job/derived';
import { AreaServed } from './AreaServed';
import { Notices } from './PlanNotices';
import { PortLines } from './PortLines';
import { RouterWays } from './RouterWays';
import { WhereItSticks } from './WhereItSticks';

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
      <h3 className="head2 mt-2">Where devices stick</h3>
      <WhereItSticks option={option} />
      <h3 className="head2 mt-2">Area served</h3>
      <AreaServed option={option} />
      <h3 className="head2 mt-2">Ports and power</h3>
      <PortLines option={option} />
    </>
  );
}
