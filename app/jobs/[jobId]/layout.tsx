import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache, type ReactNode } from 'react';
import { preload } from 'react-dom';
import { OWNER } from '@/server/base/caller';
import { jobHead } from '@/server/jobs/jobs';
import { answered } from '@/server/base/outcome';
import { FaultPage } from '@/ui/shell/FaultPage';
import { OpeningJob } from '@/ui/shell/OpeningJob';

export const dynamic = 'force-dynamic';

type Props = { children: ReactNode; params: Promise<{ jobId: string }> };

/** A job is looked up once for a page, by its title and its frame together. */
const headOf = cache((jobId: string) => answered(() => jobHead(OWNER, jobId)));

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const head = headOf((await params).jobId);
  return { title: head.ok ? head.value.name : 'Not found' };
}

export default async function Layout({ children, params }: Props) {
  const head = headOf((await params).jobId);
  if (!head.ok && head.status === 404) notFound();
  if (!head.ok) return <FaultPage problems={head.problems} />;
  // Asked for while the scripts of the page are still read (ui/shell/OpeningJob.tsx takes it over).
  preload(`/api/jobs/${head.value.id}`, { as: 'fetch', crossOrigin: 'anonymous' });
  return (
    <OpeningJob key={head.value.id} id={head.value.id} name={head.value.name}>
      {children}
    </OpeningJob>
  );
}
