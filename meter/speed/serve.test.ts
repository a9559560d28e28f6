import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createServer, get as httpGet, type Server } from 'node:http';
import { METER_PATHS, MOST_FROM_ONE } from './protocol';
import { answerMeter } from './serve';

const about = { portMbps: 1000, portIsAir: false, sameMachine: true };
let server: Server;
let url = '';

beforeAll(async () => {
  server = createServer((request, response) =>
    answerMeter(request, response, new URL(request.url!, 'http://meter.invalid'), about),
  );
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const at = server.address();
  url = `http://127.0.0.1:${typeof at === 'object' && at ? at.port : 0}`;
});
afterAll(
  () =>
    new Promise<void>((resolve) => {
      server.close(() => resolve());
      server.closeAllConnections();
    }),
);

const post = (path: string, bytes: number) =>
  fetch(url + path, { method: 'POST', body: new Uint8Array(bytes) });

describe('the meter answers', () => {
  test('a ping with nothing, and what is known of its own end', async () => {
    const ping = await fetch(url + METER_PATHS.ping);
    expect([ping.status, ping.headers.get('cache-control'), await ping.text()]).toEqual([
      204,
      'no-store',
      '',
    ]);
    expect(await (await fetch(url + METER_PATHS.about)).json()).toEqual(about);
  });
  test('down: a stream that goes on until the other side has enough', async () => {
    const response = await fetch(url + METER_PATHS.down);
    const reader = response.body!.getReader();
    let bytes = 0;
    const seen = new Set<number>();
    while (bytes < 3_000_000) {
      const { value } = await reader.read();
      bytes += value!.byteLength;
      for (let i = 0; i < value!.byteLength; i += 997) seen.add(value![i]!);
    }
    await reader.cancel();
    // Noise: nothing on the way can press it together.
    expect(seen.size).toBeGreaterThan(200);
  });
  test('up: what arrived is counted by whoever got it, each run for itself', async () => {
    const sent = await post(`${METER_PATHS.up}?run=run-one-12`, 300_000);
    expect(await sent.json()).toEqual({ bytes: 300_000 });
    const other = await fetch(`${url}${METER_PATHS.up}?run=run-two-12`);
    expect(await other.json()).toEqual({ mbps: [] });
  });
  test.each([
    ['GET', `${METER_PATHS.up}`, 400],
    ['GET', `${METER_PATHS.up}?run=${'x'.repeat(60)}`, 400],
    ['POST', `${METER_PATHS.up}?run=a%20b%20c%20d%20e`, 400],
    ['POST', METER_PATHS.down, 404],
    ['POST', METER_PATHS.ping, 404],
    ['GET', '/meter/other', 404],
  ])('%s %s is refused with %d, in words', async (method, path, status) => {
    const response = await fetch(url + path, { method });
    expect(response.status).toBe(status);
    const said = (await response.json()) as { problems: { message: string }[] };
    expect(said.problems[0]!.message.length).toBeGreaterThan(10);
  });
  test('only so many transfers at once from one address; a place is free again when one has ended', async () => {
    const held = await Promise.all(
      Array.from(
        { length: MOST_FROM_ONE },
        () =>
          new Promise<{ end: () => Promise<void> }>((resolve) => {
            const request = httpGet(url + METER_PATHS.down, { agent: false }, (response) => {
              response.once('data', () => {
                response.pause();
                resolve({
                  end: () =>
                    new Promise((done) => {
                      request.once('close', () => done());
                      request.destroy();
                    }),
                });
              });
            });
          }),
      ),
    );
    expect((await fetch(url + METER_PATHS.down)).status).toBe(429);
    // Round trips are never refused: they are what calls feel.
    expect((await fetch(url + METER_PATHS.ping)).status).toBe(204);
    for (const h of held) await h.end();
    // The server hears of the end a moment after us.
    let status = 429;
    for (let i = 0; i < 500 && status === 429; i++) {
      const again = await fetch(url + METER_PATHS.down);
      status = again.status;
      await again.body!.cancel();
    }
    expect(status).toBe(200);
  });
});
