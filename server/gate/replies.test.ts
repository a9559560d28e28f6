import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { createServer, request as ask, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { readBytes } from '../base/body';
import { reply, sentBy } from './replies';

const LIMIT_BYTES = 2048;
let server: Server;
let heardBytes = 0;

beforeAll(async () => {
  server = createServer((request, response) => {
    void readBytes(sentBy(request), LIMIT_BYTES).then((body) => {
      heardBytes = request.socket.bytesRead;
      reply(response, body.ok ? { ok: true, value: { length: body.value.length } } : body);
    });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
});

afterAll(() => {
  server.closeAllConnections();
  server.close();
});

/** Sends a body and never ends it when asked so: whether it was answered must not hang on its end. */
const send = (body: string, ends = true): Promise<{ status: number; text: string }> =>
  new Promise((resolve, reject) => {
    const { port } = server.address() as AddressInfo;
    const sent = ask({ port, host: '127.0.0.1', method: 'POST' }, (response) => {
      let text = '';
      response.on('data', (piece: Buffer) => (text += piece.toString()));
      response.once('end', () => {
        resolve({ status: response.statusCode!, text });
        sent.destroy();
      });
    });
    sent.once('error', reject);
    sent.write(body);
    if (ends) sent.end();
  });

test('a body within its limit arrives whole', async () => {
  expect(await send('x'.repeat(LIMIT_BYTES))).toMatchObject({
    status: 200,
    text: `{"length":${LIMIT_BYTES}}`,
  });
});

test('one that is too large is heard out, and says by how much it may not be', async () => {
  const { status, text } = await send('x'.repeat(4 * LIMIT_BYTES));
  expect(status).toBe(413);
  expect(text).toContain('This is larger than 2 kB.');
  expect(heardBytes).toBeGreaterThan(4 * LIMIT_BYTES);
});

test('one without an end is not', async () => {
  expect((await send('x'.repeat(20 * LIMIT_BYTES), false)).status).toBe(413);
});
