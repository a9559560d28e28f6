import { PICTURE_LIMIT_BYTES } from '@/core/job/picture';
import { answer, readBytes } from '@/server/http';
import { addPicture } from '@/server/pictures';

export async function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const body = await readBytes(request, PICTURE_LIMIT_BYTES);
  if (!body.ok) return answer(body);
  return answer(addPicture((await params).jobId, request.headers.get('content-type') ?? '', body.value));
}
