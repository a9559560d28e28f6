'use client';
import { useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { AreaServed } from './AreaServed';
import { Guesses } from './Guesses';
import { Notices } from './PlanNotices';
import { PortLines } from './PortLines';
import { RouterWays } from './RouterWays';
import { WhereItSticks } from './WhereItSticks';

/** What a practitioner would object to, who routes, what of the house is served, what is in the ports. */
export function Review() {
  const option = useOption();
  const hasGuesses = useJob(({ site }) => site.guessed.length > 0);
  if (!option || option.units.length === 0)
    return <p className="mt-1">Nothing is planned yet: there is nothing to review.</p>;
  return (
    <>
      <Notices />
      {hasGuesses && (
        <>
          <h3 className="head2 mt-2">What guesses decide</h3>
          <Guesses option={option} />
        </>
      )}
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
