'use client';
import { Archive, ArchiveRestore, Download } from 'lucide-react';
import Link from 'next/link';
import type { JobStage, JobSummary } from '@/server/jobs/jobs';
import { Button } from '@/ui/pieces/Button';
import { dayText } from '@/ui/pieces/format';
import { Duplicate } from './Duplicate';

export const STAGE_WORDS: Readonly<Record<JobStage, string>> = {
  looking: 'being looked at',
  offered: 'offer made up',
  accepted: 'accepted',
  signed: 'signed, to bill',
  billed: 'billed',
};

export const deadLeft = ({ headline: h }: JobSummary): number => (h ? h.dead - h.gone : 0);

function stateText({ headline: h }: JobSummary): string {
  if (!h) return 'open it to see how it stands';
  if (h.spots === 0) return 'not surveyed yet';
  if (!h.read) return `${h.spots} spots, nothing read yet`;
  const worse = h.worse > 0 ? `, ${h.worse} worse` : '';
  if (h.dead === 0) return `${h.spots} spots, none dead${worse}`;
  return `${h.gone} of ${h.dead} dead spots gone${worse}${h.practised ? ', in practice' : ''}`;
}

/** What is to be done next at a house, and the stop it is done at. */
export function nextOf(job: JobSummary): { words: string; stop: string } {
  const h = job.headline;
  switch (job.stage) {
    case 'billed':
      return { words: 'nothing, unless they call', stop: 'handover' };
    case 'signed':
      return { words: 'bill it', stop: 'handover' };
    case 'accepted':
      return deadLeft(job) > 0
        ? { words: 'fit it and read again', stop: 'fit' }
        : { words: 'hand over and have it signed', stop: 'handover' };
    case 'offered':
      return { words: 'have the offer accepted', stop: 'offer' };
    case 'looking':
      if (!h || h.spots === 0) return { words: 'survey it', stop: 'survey' };
      return h.read ? { words: 'plan it', stop: 'plan' } : { words: 'read before', stop: 'before' };
  }
}

/** Share of dead spots that are gone, drawn as light in shade. */
function Bar({ headline: h }: JobSummary) {
  const share = h && h.dead > 0 ? h.gone / h.dead : 0;
  return (
    <span
      aria-hidden="true"
      className="block h-2 w-28 border border-ink-2 bg-[repeating-linear-gradient(135deg,var(--dusk)_0_1.5px,transparent_1.5px_5px)]"
    >
      <span className="block h-full bg-lamp" style={{ width: `${share * 100}%` }} />
    </span>
  );
}

/** A job as a business sees it: who and where, when, how far it has come, what is next. */
export function JobRow({
  job,
  onTake,
  onPatch,
}: {
  job: JobSummary;
  onTake: (takes: Parameters<Parameters<typeof Duplicate>[0]['onTake']>[0]) => void;
  onPatch: (change: object) => void;
}) {
  const next = nextOf(job);
  const where = [job.customer, job.address].filter((w) => w && w !== job.name).join(', ');
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-2.5">
      <div className="min-w-56 flex-1">
        <Link href={`/jobs/${job.id}/brief`} className="fig text-lg font-semibold hover:underline">
          {job.name}
        </Link>
        {job.archived && <span className="ml-2 text-ink-2">archived</span>}
        <div className="text-[13px] text-ink-2">
          {where && `${where}; `}
          {job.visitDate && `visit ${dayText(`${job.visitDate}T12:00:00Z`)}; `}changed{' '}
          {dayText(job.changedAt)}
        </div>
      </div>
      <div className="w-48">
        <Bar {...job} />
        <span className="fig">{stateText(job)}</span>
      </div>
      <div className="w-40 text-[13.5px]">
        <span className="fig font-semibold">{STAGE_WORDS[job.stage]}</span>
        <Link className="block text-ink-2 underline underline-offset-2" href={`/jobs/${job.id}/${next.stop}`}>
          next: {next.words}
        </Link>
        {(job.stage === 'signed' || job.stage === 'billed') && (
          <Button
            look="bare"
            aria-pressed={job.stage === 'billed'}
            aria-label={`Billed: ${job.name}`}
            onClick={() => onPatch({ billed: job.stage !== 'billed' })}
          >
            Billed
          </Button>
        )}
      </div>
      <div className="flex gap-1">
        <Duplicate name={job.name} onTake={onTake} />
        <a className="btn" href={`/api/jobs/${job.id}/export`} aria-label={`Export ${job.name}`}>
          <Download size={16} aria-hidden="true" /> Export
        </a>
        <Button
          aria-label={`${job.archived ? 'Restore' : 'Archive'} ${job.name}`}
          onClick={() => onPatch({ archived: !job.archived })}
        >
          {job.archived ? (
            <ArchiveRestore size={16} aria-hidden="true" />
          ) : (
            <Archive size={16} aria-hidden="true" />
          )}
          {job.archived ? 'Restore' : 'Archive'}
        </Button>
      </div>
    </li>
  );
}
