import { afterEach, describe, expect, test } from '@jest/globals';
import { MOST_PROBLEMS } from '@/core/job/problem';
import { get, problemText, remove, send, sendPicture } from './requests';

const own = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = own;
});

/** Answers every request in one way, and keeps what was asked. */
function serve(response: () => Response | Promise<Response>) {
  const asked: { path: string; init: RequestInit }[] = [];
  globalThis.fetch = (path, init) => {
    asked.push({ path: String(path), init: init ?? {} });
    return Promise.resolve().then(response);
  };
  return asked;
}

describe('what comes of a request', () => {
  test('a value', async () => {
    serve(() => Response.json({ revision: 4 }));
    expect(await get('/api/x')).toEqual({ ok: true, value: { revision: 4 } });
  });
  test('a refusal, with all it carries', async () => {
    const problems = [{ path: 'plan', message: 'Somebody else saved this in the meantime.' }];
    serve(() => Response.json({ ok: false, problems, current: { plan: 7 } }, { status: 409 }));
    expect(await send('PUT', '/api/x', {})).toEqual({
      ok: false,
      status: 409,
      problems,
      current: { plan: 7 },
    });
    serve(() => Response.json({}, { status: 404 }));
    expect(await remove('/api/x')).toEqual({ ok: false, status: 404, problems: [] });
  });
  test.each<[string, () => Response | Promise<Response>, number, RegExp]>([
    ['no server', () => Promise.reject(new TypeError('fetch failed')), 0, /does not answer/],
    ['an answer cut off', () => new Response('{"revision": 4'), 0, /does not answer/],
    ['a server that fails', () => new Response('', { status: 500 }), 500, /failed at this \(500\)/],
  ])('%s is told from the others', async (_, response, status, words) => {
    serve(response);
    const answer = await get('/api/x');
    expect(answer).toMatchObject({ ok: false, status });
    expect(!answer.ok && problemText(answer.problems)).toMatch(words);
  });
});

describe('what is sent', () => {
  test('JSON as such, and text that is JSON already as it is', async () => {
    const asked = serve(() => Response.json({}));
    await send('POST', '/api/x', { name: 'Mill' });
    await send('POST', '/api/x', '{"name":"Mill"}');
    for (const { init } of asked)
      expect(init).toMatchObject({
        method: 'POST',
        body: '{"name":"Mill"}',
        headers: { 'content-type': 'application/json' },
      });
  });
  test('a picture as its kind, to its job', async () => {
    const asked = serve(() => Response.json({ pictureId: 'p' }));
    await sendPicture('mill', new Blob(['x'], { type: 'image/png' }));
    expect(asked).toMatchObject([
      { path: '/api/jobs/mill/pictures', init: { headers: { 'content-type': 'image/png' } } },
    ]);
  });
});

test('problems are said with their place, as many as can be read', () => {
  expect(problemText([{ path: 'site.walls[0]', message: 'too short' }])).toBe('site.walls[0]: too short');
  expect(problemText([{ path: '', message: 'No.' }])).toBe('No.');
  const many = Array.from({ length: MOST_PROBLEMS + 20 }, (_, i) => ({ path: '', message: `p${i}` }));
  expect(problemText(many).split(' · ')).toHaveLength(MOST_PROBLEMS);
});
