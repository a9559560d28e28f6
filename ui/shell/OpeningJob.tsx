'use client';
import Link from 'next/link';
import { useEffect, useState, type ReactNode } from 'react';
import type { OpenJob } from '@/server/jobs/loaded';
import { beginPlanWorker } from '@/ui/job/planWorker';
import { get, problemText, type Answer } from '@/ui/job/requests';
import { JobShell } from './JobShell';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';

/** Reads a job and opens it. The page itself carries none of it: it is there at once however much was measured. */
export function OpeningJob({ id, name, children }: { id: string; name: string; children: ReactNode }) {
  const [opened, setOpened] = useState<Answer<OpenJob> | null>(null);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    let gone = false;
    beginPlanWorker();
    void get<OpenJob>(`/api/jobs/${id}`).then((answer) => {
      if (!gone) setOpened(answer);
    });
    return () => {
      gone = true;
    };
  }, [id, tries]);
  if (opened?.ok) return <JobShell opened={opened.value}>{children}</JobShell>;
  return (
    <div className="min-h-dvh">
      <div className="on-head fig bg-head px-4 py-3 text-[15px] font-medium text-head-ink">{name}</div>
      {opened ? (
        <main className="mx-auto max-w-xl p-8">
          <h1 className="head2">The job could not be opened</h1>
          <Problem words={problemText(opened.problems)} className="mt-2" />
          <div className="mt-4 flex items-center gap-4">
            <Button onClick={() => setTries(tries + 1)}>Try again</Button>
            <Link href="/" className="link">
              All jobs
            </Link>
          </div>
        </main>
      ) : (
        <p className="p-4 text-ink-2" role="status">
          Opening the job
        </p>
      )}
    </div>
  );
}
