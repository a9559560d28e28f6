import { describe, expect, test } from '@jest/globals';
import { WALK_POLICY, contentPolicy, freshNonce, refusal, type LanRequest } from './gate';

const RULES = { names: ['127.0.0.1', 'localhost', '[::1]', 'nestle.home'], port: 4680 };
const request = (headers: Record<string, string>, more: Partial<LanRequest> = {}) =>
  refusal({ method: 'GET', url: '/', headers: { host: '127.0.0.1:4680', ...headers }, ...more }, RULES);

describe('by what name the server is asked for', () => {
  test.each(['127.0.0.1:4680', 'localhost:4680', 'LOCALHOST:4680', '[::1]:4680', 'nestle.home:4680'])(
    '%s comes in',
    (host) => expect(request({ host })).toBeNull(),
  );
  test.each([
    'evil.example:4680',
    'evil.example',
    '127.0.0.1',
    '127.0.0.1:80',
    '127.0.0.1.evil.example:4680',
    '',
  ])('“%s” is refused, for pages, reads and the API', (host) => {
    for (const url of ['/', '/api/jobs/x', '/api/jobs/x/export', '/_next/static/a.js'])
      expect(request({ host }, { url })).toMatchObject({ status: 421 });
  });
  test('without a name nothing comes in', () => {
    expect(refusal({ method: 'GET', url: '/', headers: {} }, RULES)).toMatchObject({ status: 421 });
  });
});

describe('from which page', () => {
  test('our own, or none', () => {
    expect(request({ origin: 'http://127.0.0.1:4680', 'sec-fetch-site': 'same-origin' })).toBeNull();
    expect(request({ 'sec-fetch-site': 'none', 'sec-fetch-mode': 'navigate' })).toBeNull();
  });
  test.each([
    ['another site', { origin: 'http://elsewhere.example' }],
    ['another port', { origin: 'http://127.0.0.1:9999' }],
    ['another scheme', { origin: 'https://127.0.0.1:4680' }],
    ['a page without an origin', { origin: 'null' }],
    ['an origin that is none', { origin: ':::' }],
    ['a fetch across sites', { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }],
    ['a picture of another port', { 'sec-fetch-site': 'same-site', 'sec-fetch-mode': 'no-cors' }],
  ])('not %s', (_, headers) => {
    for (const method of ['GET', 'POST'])
      expect(request(headers, { method, url: '/api/jobs' })).toMatchObject({ status: 403 });
  });
  test('another site may link to a page, never to the data, and never post', () => {
    const link = { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' };
    expect(request(link, { url: '/jobs/farm/plan' })).toBeNull();
    expect(request(link, { url: '/api/jobs/farm/export' })).toMatchObject({ status: 403 });
    expect(request(link, { method: 'POST', url: '/jobs/farm/plan' })).toMatchObject({ status: 403 });
  });
});

test.each(['/%', '/jobs/%zz', '/jobs/%00', '/api/jobs/%c3%28'])('a broken escape %s is a 400', (url) =>
  expect(request({}, { url })).toMatchObject({ status: 400 }),
);

test.each(['*', 'http://127.0.0.1:4680/', '//evil.example/', '', 'jobs', '//'])(
  'an address like %j is a 400',
  (url) => expect(request({}, { url })).toMatchObject({ status: 400 }),
);

test('pictures are not resized on request', () => {
  expect(request({}, { url: '/_next/image?url=x&w=1&q=1' })).toMatchObject({ status: 404 });
});

test('pages run scripts of this server alone, each page under a nonce of its own', () => {
  const nonce = freshNonce();
  expect(freshNonce()).not.toBe(nonce);
  const policy = contentPolicy(nonce, false);
  expect(policy).toContain(`'nonce-${nonce}'`);
  expect(policy).not.toMatch(/script-src[^;]*('unsafe-inline'|'unsafe-eval'|https?:)/);
  for (const rule of [
    "default-src 'none'",
    "frame-ancestors 'none'",
    "base-uri 'none'",
    "form-action 'self'",
  ])
    expect(policy).toContain(rule);
});

describe('open to the house', () => {
  const house = {
    names: ['127.0.0.1', '192.168.1.20'],
    port: 4680,
    wasOurs: (host: string) => host === '192.168.0.9:4680',
  };
  const come = (url: string, headers: Record<string, string>, more = {}) =>
    refusal(
      { method: 'POST', url, headers: { host: '192.168.1.20:4680', ...headers } },
      { ...house, ...more },
    );
  test('a page of an address we had before may use the walk, and nothing else', () => {
    const old = { origin: 'http://192.168.0.9:4680', 'sec-fetch-site': 'cross-site' };
    expect(come('/walk/api/rows', old)).toBeNull();
    for (const url of ['/api/jobs', '/meter/up?run=abcdefgh', '/enter', '/walk/', '/walk/apix'])
      expect(come(url, old)).toMatchObject({ status: 403 });
    expect(come('/walk/api/../../api/jobs', old)).toMatchObject({ status: 403 });
  });
  test.each(['http://192.168.0.8:4680', 'http://192.168.0.9:4681', 'https://192.168.0.9:4680', 'null'])(
    'the origin %s was never ours',
    (origin) => expect(come('/walk/api/rows', { origin })).toMatchObject({ status: 403 }),
  );
  test('by https only pages of https are ours, and the usual port need not be said', () => {
    const secure = { secure: true, port: 443 };
    const at = { host: '192.168.1.20' };
    expect(come('/api/jobs', { ...at, origin: 'https://192.168.1.20' }, secure)).toBeNull();
    expect(come('/api/jobs', { ...at, origin: 'http://192.168.1.20' }, secure)).toMatchObject({
      status: 403,
    });
  });
  test('the phone’s page runs its own files alone', () => {
    expect(WALK_POLICY).toContain("script-src 'self';");
    expect(WALK_POLICY).not.toContain('unsafe');
  });
});
