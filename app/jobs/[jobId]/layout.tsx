import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { openJob } from '@/server/jobs';
import { JobShell } from '@/ui/shell/JobShell';

export const dynamic = 'force-dynamic';

type Props = { children: ReactNode; params: Promise<{ jobId: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const open = openJob((await params).jobId);
  return { title: open.ok ? open.value.job.name : 'Not found' };
}

export default async function Layout({ children, params }: Props) {
  const open = openJob((await params).jobId);
  if (!open.ok) notFound();
  return (
    <JobShell key={open.value.id} opened={open.value}>
      {children}
    </JobShell>
  );
}
