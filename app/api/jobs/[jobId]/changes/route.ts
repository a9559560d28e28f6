import { listen } from '@/server/jobs/changes';
import { answer, callerOf } from '@/server/requests/http';
import { openHead } from '@/server/jobs/jobs';

/** A quiet line keeps the way open, ms. */
const STILL_HERE_MS = 15_000;

/** Server-sent events: how far a job has come, at once and at each change. */
export async function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const { jobId } = await params;
  const known = await answer(request, () => openHead(callerOf(request), jobId));
  if (!known.ok) return known;
  const encoder = new TextEncoder();
  let stop = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string) => controller.enqueue(encoder.encode(text));
      const quiet = setInterval(() => send(': still here\n\n'), STILL_HERE_MS);
      const unlisten = listen(jobId, (head) => send(`data: ${JSON.stringify(head)}\n\n`));
      stop = () => {
        clearInterval(quiet);
        unlisten();
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
