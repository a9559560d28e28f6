'use client';
import { FileText } from 'lucide-react';
import Link from 'next/link';
import { shownOption, useJob } from '@/ui/job/store';
import { PartsList } from './PartsList';
import { Kit } from './Kit';

/** What goes to the customer, to the supplier and into the van: the offer, the parts of each option, the kit with its prices. */
export function Papers() {
  const hasOption = useJob((s) => shownOption(s) !== null);
  const jobId = useJob((s) => s.id);
  return (
    <>
      {hasOption && (
        <div className="mt-1 flex flex-wrap items-center gap-2">
          <Link className="btn" href={`/jobs/${jobId}/offer`}>
            <FileText size={15} aria-hidden="true" /> Offer
          </Link>
          <span className="text-[13px] text-ink-2">
            All options for the customer to choose from and sign.
          </span>
        </div>
      )}
      <PartsList />
      <h3 className="head2 mt-2">Kit and prices</h3>
      <p className="text-[13px] text-ink-2">
        What is changed here is this job’s own. Prices are in the job’s currency; those of the catalogue are
        estimates.
      </p>
      <Kit />
    </>
  );
}
