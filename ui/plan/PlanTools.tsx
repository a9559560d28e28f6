'use client';
import { FileText } from 'lucide-react';
import Link from 'next/link';
import { memo } from 'react';
import { useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { AreaServed } from './AreaServed';
import { Compare } from './Compare';
import { KitDialog } from './KitDialog';
import { RouterWays } from './RouterWays';
import { Schools } from './Schools';
import { Suggest } from './Suggest';

/** What can be asked of the options: side by side, by a rule, area served, who routes, the kit, and the page for the customer. */
export const PlanTools = memo(function PlanTools() {
  const option = useOption();
  const jobId = useJob((s) => s.id);
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-2" role="group" aria-label="Judge and offer">
      <Suggest />
      {option && <Compare />}
      <Schools />
      {option && option.units.length > 0 && (
        <>
          <AreaServed option={option} />
          <RouterWays option={option} />
        </>
      )}
      <KitDialog />
      {option && (
        <Link className="btn" href={`/jobs/${jobId}/offer`}>
          <FileText size={15} aria-hidden="true" /> Offer
        </Link>
      )}
    </div>
  );
});
