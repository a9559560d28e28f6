'use client';
import { useCallback, useEffect, useState, type ReactNode } from 'react';
import type { OpenJob } from '@/server/loaded';
import { get, problemText, type Answer } from '@/ui/job/requests';
import { JobShell } from './JobShell';
import { Button } from '@/ui/pieces/Button';

/** Reads a job and opens it. The page itself carries none of it: it is there at once however much was measured. */
export function OpeningJob({ id, name, children }: { id: string; name: string; children: ReactNode }) {
  const [opened, setOpened] = useState<Answer<OpenJob> | null>(null);
  const read = useCallback(async () => setOpened(await get<OpenJob>(`/api/jobs/${id}`)), [id]);
  useEffect(() => {
    // eslint-disable-next-line react-hooks/set-state-in-effect
    void read();
  }, [read]);
  if (opened?.ok) return <JobShell opened={opened.value}>{children}</JobShell>;
  return (
    <div className="min-h-dvh">
      <div className="on-head fig bg-head px-4 py-3 text-[15px] font-medium text-head-ink">{name}</div>
      {opened ? (
        <main className="mx-auto max-w-xl p-8" role="alert">
          <h1 className="head2">The job could not be opened</h1>
          <p className="mt-2">{problemText(opened.problems)}</p>
          <Button className="mt-4" onClick={() => void read()}>
            Try again
          </Button>
        </main>
      ) : (
        <p className="p-4 text-ink-2" role="status">
          Opening the job
        </p>
      )}
    </div>
  );
}
