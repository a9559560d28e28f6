import { writeJobFile } from '@/core/job/jobFile';
import { exportJob } from '@/server/files';
import { answer, callerOf } from '@/server/http';
import { answered } from '@/server/outcome';

export async function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const { jobId } = await params;
  const open = answered(() => exportJob(callerOf(request), jobId));
  if (!open.ok) return answer(request, () => open);
  const name =
    open.value.name
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .toLowerCase() || 'job';
  return new Response(writeJobFile(open.value), {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="${name}.nestle.json"`,
      'cache-control': 'no-store',
    },
  });
}
