import { contact } from '@/server/requests/contact';
import { answer } from '@/server/requests/http';

/** How this machine can be reached, and who has knocked. */
export async function GET(request: Request) {
  return answer(request, contact);
}
