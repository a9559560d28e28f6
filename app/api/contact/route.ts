import { contact } from '@/server/contact';
import { answer } from '@/server/http';

/** How this machine can be reached, and who has knocked. */
export async function GET(request: Request) {
  return answer(request, contact);
}
