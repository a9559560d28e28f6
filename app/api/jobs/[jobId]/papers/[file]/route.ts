import { isPaperLanguage } from '@/papers/job';
import { answer, callerOf } from '@/server/requests/http';
import { fileName } from '@/server/requests/fileName';
import { askThread } from '@/server/thread/ask';

/** A file of a job: a paper, a table, or the whole as an archive. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ jobId: string; file: string }> },
) {
  const { jobId, file } = await params;
  const query = new URL(request.url).searchParams;
  const language = query.get('language') ?? '';
  const made = await askThread(
    'jobFile',
    {
      caller: callerOf(request),
      id: jobId,
      file,
      language: isPaperLanguage(language) ? language : null,
      lookedAtId: query.get('option'),
      size: query.get('size') === 'letter' ? 'LETTER' : 'A4',
    },
    true,
  );
  if (!made.ok) return answer(request, () => made);
  return new Response(made.value.bytes, {
    headers: {
      'content-type': made.value.type,
      'content-disposition': `attachment; filename="${fileName(made.value.name)}-${file}"`,
      'cache-control': 'no-store',
    },
  });
}
