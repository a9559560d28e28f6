import { SMALL_BODY, answer, readJson } from '@/server/requests/http';
import { createJob } from '@/server/jobs/jobs';

export async function POST(request: Request) {
  const body = await readJson(request, SMALL_BODY);
  return answer(request, (caller) => (body.ok ? createJob(caller, body.value) : body));
}
