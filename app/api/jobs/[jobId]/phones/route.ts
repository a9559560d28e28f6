import { letPhoneIn, listPhones } from '@/server/access/phones';
import { SMALL_BODY, readJson } from '@/server/base/body';
import { answer, sentBy } from '@/server/requests/http';

type Context = { params: Promise<{ jobId: string }> };

export async function GET(request: Request, { params }: Context) {
  const { jobId } = await params;
  return answer(request, (caller) => listPhones(caller, jobId));
}

export async function POST(request: Request, { params }: Context) {
  const { jobId } = await params;
  const body = await readJson(sentBy(request), SMALL_BODY);
  return answer(request, (caller) => (body.ok ? letPhoneIn(caller, jobId, body.value) : body));
}
