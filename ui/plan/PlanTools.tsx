'use client';
import { FileText } from 'lucide-react';
import Link from 'next/link';
import { memo } from 'react';
import { shownOption, useJob } from '@/ui/job/store';
import { AreaServed } from './AreaServed';
import { Compare } from './Compare';
import { KitDialog } from './KitDialog';
import { RouterWays } from './RouterWays';
import { RulesOfThumb } from './RulesOfThumb';
import { Suggest } from './Suggest';

/** What can be asked of the options: side by side, by a rule, area served, who routes, the kit, and the page for the customer. */
export const PlanTools = memo(function PlanTools() {
  // Whether there is one, not what it is: a hand that moves a unit draws nothing here anew.
  const hasOption = useJob((s) => shownOption(s) !== null);
  const hasUnits = useJob((s) => (shownOption(s)?.units.length ?? 0) > 0);
  const jobId = useJob((s) => s.id);
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-2" role="group" aria-label="Judge and offer">
      <Suggest />
      {hasOption && <Compare />}
      <RulesOfThumb />
      {hasUnits && (
        <>
          <AreaServed />
          <RouterWays />
        </>
      )}
      <KitDialog />
      {hasOption && (
        <Link className="btn" href={`/jobs/${jobId}/offer`}>
          <FileText size={15} aria-hidden="true" /> Offer
        </Link>
      )}
    </div>
  );
});
