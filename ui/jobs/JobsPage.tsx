'use client';
import { Upload } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { withDefaults, type FirmDefaults } from '@/core/job/firm';
import { writeJobFile } from '@/core/job/jobFile';
import { tooLarge } from '@/core/job/parse';
import type { Problem } from '@/core/job/problem';
import { send } from '@/ui/job/requests';
import { dateText } from '@/ui/pieces/format';
import { newId } from '@/ui/job/newId';
import { Mark } from '@/ui/pieces/Mark';
import { ThemeButton } from '@/ui/pieces/ThemeButton';
import type { JobSummary } from '@/server/jobs/jobs';
import { Button } from '@/ui/pieces/Button';
import { SelectField } from '@/ui/pieces/fields';
import { STAGE_WORDS, JobRow, deadLeft } from './JobRow';
import { Practise } from './Practise';
import { Quick } from './Quick';
import { useFound } from './useFound';
import { Week } from './Week';

/** Problems of a file that are shown at once. */
const MOST_SHOWN = 12;

/** A path of a problem for people: the form’s one field by its name, a place in a file as it stands there. */
const FIELD_WORDS: Record<string, string> = {
  name: 'Name or address',
  rooms: 'Rooms',
  line: 'Line',
  fails: 'It fails in',
  router: 'The router is in',
};
const fieldWords = (path: string): string => FIELD_WORDS[path] ?? path;

const ORDERS = {
  changed: {
    label: 'changed last',
    by: (a: JobSummary, b: JobSummary) => b.changedAt.localeCompare(a.changedAt),
  },
  visit: {
    label: 'next visit first',
    by: (a: JobSummary, b: JobSummary) => (a.visitDate ?? '9').localeCompare(b.visitDate ?? '9'),
  },
  name: { label: 'by name', by: (a: JobSummary, b: JobSummary) => a.name.localeCompare(b.name) },
  dead: { label: 'most dead spots left', by: (a: JobSummary, b: JobSummary) => deadLeft(b) - deadLeft(a) },
} as const;
type Order = keyof typeof ORDERS;

/** Which jobs are shown, by how they stand. */
const STANDS = {
  all: { label: 'all jobs', has: () => true },
  open: { label: 'with dead spots left', has: (j: JobSummary) => deadLeft(j) > 0 },
  done: {
    label: 'all dead spots gone',
    has: ({ headline: h }: JobSummary) => h !== null && h.dead > 0 && h.gone === h.dead,
  },
  unread: { label: 'nothing read yet', has: ({ headline: h }: JobSummary) => !h?.read },
  offered: { label: STAGE_WORDS.offered, has: (j: JobSummary) => j.stage === 'offered' },
  accepted: { label: STAGE_WORDS.accepted, has: (j: JobSummary) => j.stage === 'accepted' },
  signed: { label: STAGE_WORDS.signed, has: (j: JobSummary) => j.stage === 'signed' },
  billed: { label: STAGE_WORDS.billed, has: (j: JobSummary) => j.stage === 'billed' },
} as const;
type Stand = keyof typeof STANDS;

const choices = <K extends string>(of: Record<K, { label: string }>) =>
  (Object.keys(of) as K[]).map((value) => ({ value, label: of[value].label }));

/** All jobs: open, create, duplicate, archive, search, take in a file. */
export function JobsPage({
  jobs,
  bytesUsed,
  backupAt,
  firm,
  today,
  isOpenToHouse,
}: {
  jobs: JobSummary[];
  /** Space the database takes; null where that could not be told. */
  bytesUsed: number | null;
  /** When the database was copied last; null where it never was. */
  backupAt: string | null;
  /** What the firm takes into new jobs. */
  firm: FirmDefaults;
  /** The day it is, 2026-11-25. */
  today: string;
  /** Whether others of the house may come in with the passphrase. */
  isOpenToHouse: boolean;
}) {
  const router = useRouter();
  const [search, setSearch] = useState('');
  const [showArchived, setShowArchived] = useState(false);
  const [name, setName] = useState('');
  const [problems, setProblems] = useState<Problem[]>([]);
  const file = useRef<HTMLInputElement>(null);
  const wanted = search.trim().toLowerCase();
  const found = useFound(wanted);
  const [order, setOrder] = useState<Order>('changed');
  const [stand, setStand] = useState<Stand>('all');
  const shown = jobs
    .filter(
      (j) =>
        (showArchived || !j.archived) &&
        (j.name.toLowerCase().includes(wanted) || found.has(j.id)) &&
        STANDS[stand].has(j),
    )
    .sort(ORDERS[order].by);
  const archived = jobs.filter((j) => j.archived).length;

  const [busy, setBusy] = useState(false);
  // The id of what the form is filled for, made once: a second press, or a try after a lost answer, makes no second job.
  const [submission, setSubmission] = useState(() => newId('job'));

  /** Does one thing at a time; `open` goes to what was made. */
  async function act(
    method: 'POST' | 'PATCH',
    path: string,
    body: unknown,
    open: boolean,
    stop: 'brief' | 'plan' = 'brief',
  ) {
    if (busy) return;
    setBusy(true);
    const answer = await send<{ id?: string }>(method, path, body);
    setProblems(answer.ok ? [] : answer.problems);
    if (answer.ok && open && answer.value.id) {
      // Busy until this page is left: a second press that comes late is still about the same job.
      router.push(`/jobs/${answer.value.id}/${stop}`);
      return;
    }
    setBusy(false);
    if (!answer.ok) return;
    setSubmission(newId('job'));
    router.refresh();
  }
  async function takeIn(chosen: File) {
    const large = tooLarge(chosen.size);
    if (large) setProblems([large]);
    else await act('POST', `/api/jobs/import?id=${submission}`, await chosen.arrayBuffer(), true);
  }
  return (
    <div className="min-h-dvh">
      <header className="on-head flex items-center gap-3 bg-head px-4 py-3 text-head-ink">
        <Mark size={28} />
        <span className="fig flex-1 text-2xl font-semibold">Nestle</span>
        {isOpenToHouse && (
          <a href="/sessions" className="underline underline-offset-4">
            Who is in
          </a>
        )}
        <ThemeButton />
      </header>
      <main className="mx-auto max-w-5xl px-4 py-6">
        <div className="flex flex-wrap items-end gap-3">
          <h1 className="fig mr-auto text-2xl font-semibold">Jobs</h1>
          <Link href="/firm" className="btn">
            What our jobs taught
          </Link>
          <Button onClick={() => file.current?.click()}>
            <Upload size={16} aria-hidden="true" /> Import a job file
          </Button>
          <input
            ref={file}
            type="file"
            accept=".json,.zip,application/json,application/zip"
            className="hidden"
            aria-label="Job file"
            onChange={(e) => {
              const chosen = e.target.files?.[0];
              e.target.value = '';
              if (chosen) void takeIn(chosen);
            }}
          />
        </div>
        <form
          className="panel mt-4 flex flex-wrap items-end gap-x-4 gap-y-2 p-4"
          onSubmit={(e) => {
            e.preventDefault();
            void act('POST', '/api/jobs', { name, id: submission }, true);
          }}
        >
          <h2 className="head2 w-full sm:w-auto sm:self-center">New job</h2>
          <label className="lab min-w-60 flex-1">
            Name or address
            <input
              className="field"
              aria-label="New job"
              value={name}
              onChange={(e) => setName(e.target.value)}
            />
          </label>
          <Button type="submit" look="strong" disabled={busy}>
            Create
          </Button>
        </form>
        <Quick
          busy={busy}
          onProblems={setProblems}
          onMade={(job) =>
            void act(
              'POST',
              `/api/jobs/import?id=${submission}`,
              writeJobFile(withDefaults(job, firm)),
              true,
              'plan',
            )
          }
        />
        <Practise
          busy={busy}
          onBegin={(called, practice) =>
            void act('POST', '/api/jobs', { name: called, id: submission, practice }, true)
          }
        />
        {problems.length > 0 && (
          <div role="alert" className="panel mt-4 border-mains p-3">
            <strong className="font-semibold">Nothing was changed.</strong>
            <ul className="mt-1 list-disc pl-5">
              {problems.slice(0, MOST_SHOWN).map((p) => (
                <li key={`${p.path}${p.message}`}>
                  {p.path && <strong className="font-semibold">{fieldWords(p.path)}: </strong>}
                  {p.message}
                </li>
              ))}
            </ul>
            {problems.length > MOST_SHOWN && (
              <p>and {problems.length - MOST_SHOWN} more; “nestle check” lists them.</p>
            )}
          </div>
        )}
        <Week jobs={jobs} today={today} />
        <div className="mt-4 flex flex-wrap items-center gap-4">
          <label className="sr-only" htmlFor="job-search">
            Search jobs
          </label>
          <input
            id="job-search"
            className="field w-72"
            placeholder="Name, address, serial, kit, remark"
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
          <div className="w-52">
            <SelectField hideLabel label="Show" value={stand} options={choices(STANDS)} onChange={setStand} />
          </div>
          <div className="w-52">
            <SelectField hideLabel label="Sort" value={order} options={choices(ORDERS)} onChange={setOrder} />
          </div>
          {archived > 0 && (
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                checked={showArchived}
                onChange={(e) => setShowArchived(e.target.checked)}
              />{' '}
              Show archived ({archived})
            </label>
          )}
        </div>
        {shown.length === 0 ? (
          <p className="panel mt-4 p-6">
            {jobs.length === 0
              ? 'No job yet. Type a name above and create one, or import a job file.'
              : wanted
                ? `“${search}” stands in no job.`
                : stand !== 'all'
                  ? `No job is “${STANDS[stand].label}”.`
                  : 'All jobs are archived.'}
          </p>
        ) : (
          <ul className="panel mt-4 divide-y divide-rule">
            {shown.map((job) => (
              <JobRow
                key={job.id}
                job={job}
                onTake={(takes) =>
                  void act('POST', `/api/jobs/${job.id}/duplicate`, { id: submission, takes }, false)
                }
                onPatch={(change) => void act('PATCH', `/api/jobs/${job.id}`, change, false)}
              />
            ))}
          </ul>
        )}
        {bytesUsed !== null && (
          <p className="mt-3 text-[13px] text-ink-2">
            All jobs with their pictures take {(bytesUsed / 1e6).toFixed(1)} MB on this machine.{' '}
            {backupAt === null
              ? 'They were never backed up: nestle backup FILE.'
              : `Backed up last on ${dateText(backupAt)}.`}
          </p>
        )}
      </main>
    </div>
  );
}
