import { isLongJob } from '@/server/jobs/files';
import { answer, callerOf } from '@/server/requests/http';
import { answered, done } from '@/server/base/outcome';
import { askThread } from '@/server/thread/ask';

export async function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const { jobId } = await params;
  const long = answered(() => done(isLongJob(jobId)));
  if (!long.ok) return answer(request, () => long);
  const file = await askThread('exportJob', { caller: callerOf(request), id: jobId }, long.value);
  if (!file.ok) return answer(request, () => file);
  const name =
    file.value.name
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .toLowerCase() || 'job';
  return new Response(file.value.bytes, {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="${name}.nestle.json"`,
      'cache-control': 'no-store',
    },
  });
}
