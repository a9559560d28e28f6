import { PICTURE_LIMIT_BYTES } from '@/core/job/picture';
import { readPictureBody } from '@/server/base/body';
import { answer, sentBy } from '@/server/requests/http';
import { addPicture } from '@/server/jobs/pictures';

export async function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const { jobId } = await params;
  const body = await readPictureBody(sentBy(request), PICTURE_LIMIT_BYTES);
  return answer(request, (caller) =>
    body.ok ? addPicture(caller, jobId, body.value.type, body.value.bytes) : body,
  );
}
