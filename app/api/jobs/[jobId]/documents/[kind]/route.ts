import { answer, readJson } from '@/server/http';
import { DOCUMENT_KINDS, saveDocument, type DocumentKind } from '@/server/jobs';
import { refuse } from '@/server/outcome';

export async function PUT(
  request: Request,
  { params }: { params: Promise<{ jobId: string; kind: string }> },
) {
  const { jobId, kind } = await params;
  if (!DOCUMENT_KINDS.includes(kind as DocumentKind))
    return answer(refuse(404, `There is no document "${kind}".`));
  const body = await readJson(request);
  return answer(body.ok ? saveDocument(jobId, kind as DocumentKind, body.value) : body);
}
