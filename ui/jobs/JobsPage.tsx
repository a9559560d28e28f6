'use client';
import { Archive, ArchiveRestore, Download, Upload } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { writeJobFile } from '@/core/job/jobFile';
import { tooLarge } from '@/core/job/parse';
import type { Problem } from '@/core/job/problem';
import { send } from '@/ui/job/requests';
import { dayText } from '@/ui/pieces/format';
import { newId } from '@/ui/job/newId';
import { Mark } from '@/ui/pieces/Mark';
import { ThemeButton } from '@/ui/pieces/ThemeButton';
import type { JobSummary } from '@/server/jobs/jobs';
import { Button } from '@/ui/pieces/Button';
import { SelectField } from '@/ui/pieces/fields';
import { Duplicate } from './Duplicate';
import { Practise } from './Practise';
import { Quick } from './Quick';

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

function stateText({ headline: h }: JobSummary): string {
  if (!h) return 'open it to see how it stands';
  if (h.spots === 0) return 'not surveyed yet';
  if (!h.read) return `${h.spots} spots, nothing read yet`;
  const worse = h.worse > 0 ? `, ${h.worse} worse` : '';
  if (h.dead === 0) return `${h.spots} spots, none dead${worse}`;
  return `${h.gone} of ${h.dead} dead spots gone${worse}${h.practised ? ', in practice' : ''}`;
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

const ORDERS = {
  changed: {
    label: 'changed last',
    by: (a: JobSummary, b: JobSummary) => b.changedAt.localeCompare(a.changedAt),
  },
  name: { label: 'by name', by: (a: JobSummary, b: JobSummary) => a.name.localeCompare(b.name) },
  dead: { label: 'most dead spots left', by: (a: JobSummary, b: JobSummary) => deadLeft(b) - deadLeft(a) },
} as const;
type Order = keyof typeof ORDERS;

const deadLeft = ({ headline: h }: JobSummary): number => (h ? h.dead - h.gone : 0);

/** Which jobs are shown, by how they stand. */
const STANDS = {
  all: { label: 'all jobs', has: () => true },
  open: { label: 'with dead spots left', has: (j: JobSummary) => deadLeft(j) > 0 },
  done: {
    label: 'all dead spots gone',
    has: ({ headline: h }: JobSummary) => h !== null && h.dead > 0 && h.gone === h.dead,
  },
  unread: { label: 'nothing read yet', has: ({ headline: h }: JobSummary) => !h?.read },
} as const;
type Stand = keyof typeof STANDS;

const choices = <K extends string>(of: Record<K, { label: string }>) =>
  (Object.keys(of) as K[]).map((value) => ({ value, label: of[value].label }));

/** All jobs: open, create, duplicate, archive, search, take in a file. */
export function JobsPage({
  jobs,
  bytesUsed,
  isOpenToHouse,
}: {
  jobs: JobSummary[];
  /** Space the database takes; null where that could not be told. */
  bytesUsed: number | null;
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
  const [order, setOrder] = useState<Order>('changed');
  const [stand, setStand] = useState<Stand>('all');
  const shown = jobs
    .filter(
      (j) => (showArchived || !j.archived) && j.name.toLowerCase().includes(wanted) && STANDS[stand].has(j),
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
    else await act('POST', `/api/jobs/import?id=${submission}`, await chosen.text(), true);
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
          <Button onClick={() => file.current?.click()}>
            <Upload size={16} aria-hidden="true" /> Import a job file
          </Button>
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
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
            void act('POST', `/api/jobs/import?id=${submission}`, writeJobFile(job), true, 'plan')
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
        <div className="mt-4 flex flex-wrap items-center gap-4">
          <label className="sr-only" htmlFor="job-search">
            Search jobs
          </label>
          <input
            id="job-search"
            className="field w-72"
            placeholder="Search by name"
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
                ? `No job has “${search}” in its name.`
                : stand !== 'all'
                  ? `No job is “${STANDS[stand].label}”.`
                  : 'All jobs are archived.'}
          </p>
        ) : (
          <ul className="panel mt-4 divide-y divide-rule">
            {shown.map((job) => (
              <li key={job.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-3">
                <div className="min-w-60 flex-1">
                  <Link href={`/jobs/${job.id}/brief`} className="fig text-lg font-semibold hover:underline">
                    {job.name}
                  </Link>
                  {job.archived && <span className="ml-2 text-ink-2">archived</span>}
                  <div className="text-[13px] text-ink-2">changed {dayText(job.changedAt)}</div>
                </div>
                <div className="w-52">
                  <Bar {...job} />
                  <span className="fig">{stateText(job)}</span>
                </div>
                <div className="flex gap-1">
                  <Duplicate
                    name={job.name}
                    onTake={(takes) =>
                      void act('POST', `/api/jobs/${job.id}/duplicate`, { id: submission, takes }, false)
                    }
                  />
                  <a className="btn" href={`/api/jobs/${job.id}/export`} aria-label={`Export ${job.name}`}>
                    <Download size={16} aria-hidden="true" /> Export
                  </a>
                  <Button
                    aria-label={`${job.archived ? 'Restore' : 'Archive'} ${job.name}`}
                    onClick={() =>
                      void act('PATCH', `/api/jobs/${job.id}`, { archived: !job.archived }, false)
                    }
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
            ))}
          </ul>
        )}
        {bytesUsed !== null && (
          <p className="mt-3 text-[13px] text-ink-2">
            All jobs with their pictures take {(bytesUsed / 1e6).toFixed(1)} MB on this machine.
          </p>
        )}
      </main>
    </div>
  );
}
