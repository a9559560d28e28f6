import { SMALL_BODY, readJson } from '@/server/base/body';
import { answer, sentBy } from '@/server/requests/http';
import { createJob, searchJobs } from '@/server/jobs/jobs';

export async function POST(request: Request) {
  const body = await readJson(sentBy(request), SMALL_BODY);
  return answer(request, (caller) => (body.ok ? createJob(caller, body.value) : body));
}

/** Ids of the jobs in which a text stands. */
export function GET(request: Request) {
  const text = new URL(request.url).searchParams.get('search') ?? '';
  return answer(request, (caller) => searchJobs(caller, text));
}
