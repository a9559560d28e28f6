import { answer, callerOf } from '@/server/requests/http';
import { answered } from '@/server/base/outcome';
import { readPicture } from '@/server/jobs/pictures';

export async function GET(
  request: Request,
  { params }: { params: Promise<{ jobId: string; pictureId: string }> },
) {
  const { jobId, pictureId } = await params;
  const picture = answered(() => readPicture(callerOf(request), jobId, pictureId));
  if (!picture.ok) return answer(request, () => picture);
  return new Response(new Uint8Array(picture.value.bytes), {
    headers: {
      'content-type': picture.value.type,
      'content-security-policy': "default-src 'none'",
      'x-content-type-options': 'nosniff',
      'cache-control': 'no-store',
    },
  });
}
