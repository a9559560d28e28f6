import { SMALL_BODY, readJson } from '@/server/base/body';
import { answer, sentBy } from '@/server/requests/http';
import { lightsOf, practise } from '@/server/requests/practise';

type Context = { params: Promise<{ jobId: string }> };

/** Reads the practice house once. */
export async function POST(request: Request, { params }: Context) {
  const { jobId } = await params;
  const body = await readJson(sentBy(request), SMALL_BODY);
  return answer(request, (caller) => (body.ok ? practise(caller, jobId, body.value) : body));
}

/** What the lights of its units say. */
export async function GET(request: Request, { params }: Context) {
  const { jobId } = await params;
  const phase = new URL(request.url).searchParams.get('phase');
  return answer(request, (caller) => lightsOf(caller, jobId, phase));
}
