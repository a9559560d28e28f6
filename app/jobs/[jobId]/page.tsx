import { redirect } from 'next/navigation';

export default async function Page({ params }: { params: Promise<{ jobId: string }> }) {
  redirect(`/jobs/${(await params).jobId}/brief`);
}
