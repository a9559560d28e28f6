import { notFound } from 'next/navigation';
import { StopView } from '@/ui/shell/StopView';
import { isStop } from '@/core/job/stops';

export default async function Page({ params }: { params: Promise<{ stop: string }> }) {
  const { stop } = await params;
  if (!isStop(stop)) notFound();
  return <StopView stop={stop} />;
}
