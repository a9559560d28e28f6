import { notFound } from 'next/navigation';
import { StopView } from '@/ui/job/StopView';
import { isStop } from '@/ui/job/stops';

export default async function Page({ params }: { params: Promise<{ stop: string }> }) {
  const { stop } = await params;
  if (!isStop(stop)) notFound();
  return <StopView stop={stop} />;
}
