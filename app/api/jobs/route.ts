import { answer, readJson } from '@/server/http';
import { createJob } from '@/server/jobs';

export async function POST(request: Request) {
  const body = await readJson(request);
  return answer(body.ok ? createJob((body.value as { name?: unknown }).name) : body);
}
