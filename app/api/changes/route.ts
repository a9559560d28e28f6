import { listen } from '@/server/jobs/changes';
import { answer, callerOf } from '@/server/requests/http';
import { followable } from '@/server/jobs/jobs';

/** A quiet line keeps the way open, ms. */
const STILL_HERE_MS = 15_000;

/** Server-sent events for all windows of a browser: how far each of some jobs has come, at once and at each change. */
export async function GET(request: Request) {
  const asked = new URL(request.url).searchParams.get('jobs') ?? '';
  const known = await answer(request, () => followable(callerOf(request), asked.split(',')));
  if (!known.ok) return known;
  const { jobIds } = (await known.json()) as { jobIds: string[] };
  const encoder = new TextEncoder();
  let stop = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string) => controller.enqueue(encoder.encode(text));
      const quiet = setInterval(() => send(': still here\n\n'), STILL_HERE_MS);
      const unlisten = jobIds.map((jobId) =>
        listen(jobId, (head) => send(`data: ${JSON.stringify({ jobId, head })}\n\n`)),
      );
      stop = () => {
        clearInterval(quiet);
        for (const end of unlisten) end();
        stop = () => {};
      };
      request.signal.addEventListener('abort', () => {
        stop();
        try {
          controller.close();
        } catch {
          // It was closed from the other side.
        }
      });
    },
    cancel: () => stop(),
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', connection: 'keep-alive' },
  });
}
