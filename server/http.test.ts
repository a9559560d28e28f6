import { describe, expect, test } from '@jest/globals';
import { answer, readBytes, readJson, readText } from './http';
import { done, refuse } from './outcome';

const post = (body: BodyInit | null, headers: Record<string, string> = {}) =>
  new Request('http://127.0.0.1:4680/api/jobs', {
    method: 'POST',
    body,
    headers: { 'content-type': 'application/json', host: '127.0.0.1:4680', ...headers },
  });
const refused = (status: number) => expect.objectContaining({ ok: false, status });

describe('who may change something', () => {
  test('our own pages, with JSON', async () => {
    expect(await readJson(post('{"a":1}'))).toEqual({ ok: true, value: { a: 1 } });
    expect(await readJson(post('{}', { origin: 'http://127.0.0.1:4680' }))).toEqual({ ok: true, value: {} });
    expect(await readJson(post(''))).toEqual({ ok: true, value: {} });
  });
  test.each([
    ['another site', { origin: 'http://elsewhere.example' }],
    ['another port', { origin: 'http://127.0.0.1:9999' }],
    ['a page without an origin', { origin: 'null' }],
    ['an origin that is none', { origin: ':::' }],
    ['a form', { 'content-type': 'text/plain' }],
    ['an upload of a form', { 'content-type': 'multipart/form-data' }],
  ])('not %s', async (_, headers) => {
    expect(await readJson(post('{}', headers))).toEqual(refused(400));
    expect(await readText(post('{}', headers))).toEqual(refused(400));
  });
  test('a picture is sent as one', async () => {
    const picture = post(new Uint8Array([1, 2, 3]), { 'content-type': 'image/png' });
    const read = await readBytes(picture, 10);
    expect(read.ok && [...read.value]).toEqual([1, 2, 3]);
    expect(await readBytes(post('{}'), 10)).toEqual(refused(400));
  });
});

describe('what is too much or nonsense', () => {
  test('is refused by what it says of itself, and by what comes', async () => {
    const said = post(new Uint8Array(4), { 'content-type': 'image/png', 'content-length': '99999999' });
    expect(await readBytes(said, 10)).toEqual(refused(413));
    const came = post(new Uint8Array(11), { 'content-type': 'image/png' });
    expect(await readBytes(came, 10)).toEqual(refused(413));
  });
  test('is said with what to do', async () => {
    const bad = await readJson(post('{"a":'));
    expect(bad).toEqual(refused(400));
    expect(!bad.ok && bad.problems[0]!.message).toContain('not valid JSON');
  });
});

test('an outcome is answered with its status and its problems, and nothing of its inside', async () => {
  const good = answer(done({ id: 'x' }));
  expect([good.status, await good.json()]).toEqual([200, { id: 'x' }]);
  const bad = answer(refuse(409, 'Reload the page.', 'site'));
  expect([bad.status, await bad.json()]).toEqual([
    409,
    { ok: false, problems: [{ path: 'site', message: 'Reload the page.' }] },
  ]);
});
