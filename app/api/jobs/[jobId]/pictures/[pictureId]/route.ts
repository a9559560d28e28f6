import { answer } from '@/server/http';
import { readPicture } from '@/server/pictures';

export async function GET(
  _request: Request,
  { params }: { params: Promise<{ jobId: string; pictureId: string }> },
) {
  const { jobId, pictureId } = await params;
  const picture = readPicture(jobId, pictureId);
  if (!picture.ok) return answer(picture);
  return new Response(new Uint8Array(picture.value.bytes), {
    headers: {
      'content-type': picture.value.type,
      'content-security-policy': "default-src 'none'",
      'x-content-type-options': 'nosniff',
      'cache-control': 'private, max-age=31536000, immutable',
    },
  });
}
