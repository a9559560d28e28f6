import { describe, expect, test } from '@jest/globals';
import { DatabaseFault } from '../../db/faults';
import { readJson, readJsonBytes, readPictureBody } from '../base/body';
import { answer, answerPieces, sentBy } from './http';
import { done, refuse } from '../base/outcome';

const post = (body: BodyInit | null, headers: Record<string, string> = {}) =>
  new Request('http://127.0.0.1:4680/api/jobs', {
    method: 'POST',
    body,
    headers: { 'content-type': 'application/json', host: '127.0.0.1:4680', ...headers },
  });
const refused = (status: number) => expect.objectContaining({ ok: false, status });
const json = (request: Request) => readJson(sentBy(request), 1000);

describe('what is taken in', () => {
  test('one JSON object, whatever parameters its type has', async () => {
    expect(await json(post('{"a":1}'))).toEqual({ ok: true, value: { a: 1 } });
    expect(await json(post('{}', { 'content-type': 'application/json; charset=utf-8' }))).toMatchObject({
      ok: true,
    });
    expect(await json(post(''))).toEqual({ ok: true, value: {} });
  });
  test.each([
    ['a form', 'text/plain'],
    ['an upload of a form', 'multipart/form-data'],
    ['a type that only begins like ours', 'application/jsonx'],
    ['a type inside another', 'text/plain; application/json'],
  ])('not %s', async (_, type) => {
    expect(await json(post('{}', { 'content-type': type }))).toEqual(refused(415));
    expect(await readJsonBytes(sentBy(post('{}', { 'content-type': type })), 1000)).toEqual(refused(415));
  });
  test.each([
    ['null', 'null'],
    ['a list', '[1]'],
    ['a word', '"x"'],
    ['no JSON', '{"a":'],
    ['a bad escape', '"\\u12"'],
  ])('not %s', async (_, body) => expect(await json(post(body))).toEqual(refused(400)));
  test('nothing nested deeper than anything we send', async () => {
    const deep = `{"a":${'['.repeat(60)}${']'.repeat(60)}}`;
    expect(await json(post(deep))).toEqual(refused(400));
  });
  test('a picture is sent as one', async () => {
    const picture = post(new Uint8Array([1, 2, 3]), { 'content-type': 'image/png' });
    const read = await readPictureBody(sentBy(picture), 10);
    expect(read.ok && [read.value.type, [...read.value.bytes]]).toEqual(['image/png', [1, 2, 3]]);
    expect(await readPictureBody(sentBy(post('{}')), 10)).toEqual(refused(415));
  });
});

describe('what is too much', () => {
  test('is refused by what it says of itself, and by what comes', async () => {
    const said = post(new Uint8Array(4), { 'content-type': 'image/png', 'content-length': '99999999' });
    expect(await readPictureBody(sentBy(said), 10)).toEqual(refused(413));
    const came = post(new Uint8Array(11), { 'content-type': 'image/png' });
    expect(await readPictureBody(sentBy(came), 10)).toEqual(refused(413));
    expect(await json(post(`{"a":"${'x'.repeat(2000)}"}`))).toEqual(refused(413));
  });
});

describe('what is answered', () => {
  const request = new Request('http://127.0.0.1:4680/');
  test('an outcome with its status and its problems, nothing of its inside, and kept by nobody', async () => {
    const good = await answer(request, () => done({ id: 'x' }));
    expect([good.status, await good.json(), good.headers.get('cache-control')]).toEqual([
      200,
      { id: 'x' },
      'no-store',
    ]);
    const bad = await answer(request, () => refuse(409, 'Reload the page.', 'site'));
    expect([bad.status, await bad.json()]).toEqual([
      409,
      { ok: false, problems: [{ path: 'site', message: 'Reload the page.' }] },
    ]);
  });
  test('a fault of the database in words, a bug as the bug it is', async () => {
    const fault = await answer(request, () => {
      throw new DatabaseFault('full');
    });
    expect(fault.status).toBe(503);
    expect(JSON.stringify(await fault.json())).toContain('disk is full');
    await expect(
      answer(request, () => {
        throw new TypeError('a bug');
      }),
    ).rejects.toThrow('a bug');
  });
});

describe('an answer in pieces', () => {
  const get = new Request('http://127.0.0.1:4680/api/jobs/x', { headers: { host: '127.0.0.1:4680' } });
  function* counted(): Generator<string> {
    yield '[1';
    yield ',2]';
  }
  test('comes as one JSON that no cache keeps', async () => {
    const response = await answerPieces(get, () => done(counted()));
    expect(response.headers.get('cache-control')).toBe('no-store');
    expect(await response.json()).toEqual([1, 2]);
  });
  test('a refusal and a fault of the database before the first piece have their words', async () => {
    const none = await answerPieces(get, () => refuse(404, 'not here'));
    expect(none.status).toBe(404);
    function* broken(): Generator<string> {
      throw new DatabaseFault('corrupt');
    }
    const fault = await answerPieces(get, () => done(broken()));
    expect(fault.status).toBe(503);
    expect(JSON.stringify(await fault.json())).toContain('damaged');
  });
  test('others are answered between two pieces, and whoever goes away stops it', async () => {
    const steps: string[] = [];
    function* slow(): Generator<string> {
      try {
        for (const piece of ['a', 'b', 'c', 'd']) {
          steps.push(piece);
          yield piece;
        }
      } finally {
        steps.push('ended');
      }
    }
    const response = await answerPieces(get, () => done(slow()));
    const reader = response.body!.getReader();
    await reader.read();
    setImmediate(() => steps.push('another'));
    await reader.read();
    await reader.read();
    expect(steps.indexOf('another')).toBeLessThan(steps.indexOf('d') < 0 ? steps.length : steps.indexOf('d'));
    await reader.cancel();
    expect(steps).toContain('ended');
  });
});
