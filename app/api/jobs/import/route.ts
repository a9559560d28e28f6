import { answer, readText } from '@/server/http';
import { importJob } from '@/server/jobs';

export async function POST(request: Request) {
  const text = await readText(request);
  return answer(text.ok ? importJob(text.value) : text);
}
