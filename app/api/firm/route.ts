import { SMALL_BODY, readJson } from '@/server/base/body';
import { keepDefaults } from '@/server/jobs/firm';
import { answer, sentBy } from '@/server/requests/http';

export async function PUT(request: Request) {
  const body = await readJson(sentBy(request), SMALL_BODY);
  return answer(request, (caller) => (body.ok ? keepDefaults(caller, body.value) : body));
}
