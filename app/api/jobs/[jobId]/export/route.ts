import { writeJobFile } from '@/core/file/jobFile';
import { answer } from '@/server/http';
import { openJob } from '@/server/jobs';

export async function GET(_request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const open = openJob((await params).jobId);
  if (!open.ok) return answer(open);
  const name =
    open.value.job.name
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .toLowerCase() || 'job';
  return new Response(writeJobFile(open.value.job), {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="${name}.nestle.json"`,
    },
  });
}
