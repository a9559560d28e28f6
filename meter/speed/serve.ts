import { randomBytes } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import {
  DOWN_MOST_BYTES,
  DOWN_MOST_MS,
  METER_PATHS,
  MOST_AT_ONCE,
  MOST_FROM_ONE,
  UP_MOST_BYTES,
  runName,
  type AboutMeter,
} from './protocol';
import { Received } from './received';

/** What is sent down, again and again: noise, so that nothing on the way can press it together. */
const PIECE = randomBytes(1024 * 1024);

const received = new Received();
const under = new Map<string, number>();
let all = 0;

/** Takes a place among the transfers at once; null where there is none. Gives the way to leave it. */
function place(from: string): (() => void) | null {
  const own = under.get(from) ?? 0;
  if (own >= MOST_FROM_ONE || all >= MOST_AT_ONCE) return null;
  under.set(from, own + 1);
  all++;
  let left = false;
  return () => {
    if (left) return;
    left = true;
    all--;
    const now = under.get(from)! - 1;
    if (now === 0) under.delete(from);
    else under.set(from, now);
  };
}

function end(response: ServerResponse, status: number, body: unknown): void {
  response.writeHead(status, { 'content-type': 'application/json', 'cache-control': 'no-store' });
  response.end(JSON.stringify(body));
}

const no = (response: ServerResponse, status: number, message: string) =>
  end(response, status, { ok: false, problems: [{ path: '', message }] });

/** Sends until the other side has enough, or the bounds are reached. */
function down(response: ServerResponse, leave: () => void): void {
  response.writeHead(200, { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' });
  let sent = 0;
  const until = performance.now() + DOWN_MOST_MS;
  response.once('close', leave);
  const go = () => {
    while (!response.destroyed) {
      if (sent >= DOWN_MOST_BYTES || performance.now() >= until) {
        response.end();
        return;
      }
      sent += PIECE.length;
      if (!response.write(PIECE)) {
        response.once('drain', go);
        return;
      }
    }
  };
  go();
}

/** Counts what arrives of a run. */
function up(request: IncomingMessage, response: ServerResponse, name: string, leave: () => void): void {
  response.once('close', leave);
  let bytes = 0;
  request.on('data', (piece: Buffer) => {
    bytes += piece.length;
    if (bytes > UP_MOST_BYTES) {
      response.setHeader('connection', 'close');
      no(response, 413, `One body of the meter has at most ${UP_MOST_BYTES / 1024 ** 2} MB.`);
      request.destroy();
      return;
    }
    received.add(name, piece.length);
  });
  request.once('end', () => !response.writableEnded && end(response, 200, { bytes }));
}

/**
 * Answers a request to the meter; whoever may ask is decided before. `about` is what is known of this end of the way.
 * Streams are bounded in time, bytes and number.
 */
export function answerMeter(
  request: IncomingMessage,
  response: ServerResponse,
  url: URL,
  about: AboutMeter,
): void {
  const { method } = request;
  if (url.pathname === METER_PATHS.ping && method === 'GET') {
    response.writeHead(204, { 'cache-control': 'no-store' });
    response.end();
    return;
  }
  if (url.pathname === METER_PATHS.about && method === 'GET') return end(response, 200, about);
  if (url.pathname === METER_PATHS.up && method === 'GET') {
    const name = runName.safeParse(url.searchParams.get('run'));
    if (!name.success) return no(response, 400, 'Name the run: a name of 8 to 40 letters and digits.');
    return end(response, 200, { mbps: received.mbpsOf(name.data) });
  }
  const isDown = url.pathname === METER_PATHS.down && method === 'GET';
  const isUp = url.pathname === METER_PATHS.up && method === 'POST';
  if (!isDown && !isUp) return no(response, 404, 'The meter has nothing here.');
  const name = isUp ? runName.safeParse(url.searchParams.get('run')) : null;
  if (name && !name.success) return no(response, 400, 'Name the run: a name of 8 to 40 letters and digits.');
  const leave = place(request.socket.remoteAddress ?? '');
  if (!leave)
    return no(response, 429, 'Too many transfers at once. Wait until another device has finished its run.');
  if (isDown) down(response, leave);
  else up(request, response, name!.data!, leave);
}
