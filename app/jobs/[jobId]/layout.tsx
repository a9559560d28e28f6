import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache, type ReactNode } from 'react';
import { OWNER } from '@/server/access/caller';
import { openJob } from '@/server/jobs';
import { answered } from '@/server/outcome';
import { FaultPage } from '@/ui/shell/FaultPage';
import { JobShell } from '@/ui/shell/JobShell';

export const dynamic = 'force-dynamic';

type Props = { children: ReactNode; params: Promise<{ jobId: string }> };

/** A job is read once for a page, by its title and its frame together. */
const opened = cache((jobId: string) => answered(() => openJob(OWNER, jobId)));

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const open = opened((await params).jobId);
  return { title: open.ok ? open.value.job.name : 'Not found' };
}

export default async function Layout({ children, params }: Props) {
  const open = opened((await params).jobId);
  if (!open.ok && open.status === 404) notFound();
  if (!open.ok) return <FaultPage problems={open.problems} />;
  return (
    <JobShell key={open.value.id} opened={open.value}>
      {children}
    </JobShell>
  );
}
