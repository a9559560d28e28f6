import { writeJobFile } from '@/core/job/jobFile';
import { answer } from '@/server/http';
import { exportJob } from '@/server/jobs';

export async function GET(_request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const open = exportJob((await params).jobId);
  if (!open.ok) return answer(open);
  const name =
    open.value.name
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .toLowerCase() || 'job';
  return new Response(writeJobFile(open.value), {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="${name}.nestle.json"`,
    },
  });
}
