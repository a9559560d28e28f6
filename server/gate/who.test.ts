import type { IncomingMessage } from 'node:http';
import { expect, test } from '@jest/globals';
import { openSessions } from '../access/passphrase';
import { SESSION_COOKIE, isForwarded, isOwner } from './who';

const from = (remoteAddress: string, headers: Record<string, string> = {}) =>
  ({ socket: { remoteAddress }, headers }) as unknown as IncomingMessage;

test('who is at this machine is its owner; through a proxy nobody is without the passphrase', async () => {
  expect(isOwner(from('127.0.0.1'), null)).toBe(true);
  expect(isOwner(from('::1'), null)).toBe(true);
  expect(isOwner(from('192.168.1.9'), null)).toBe(false);
  for (const name of [
    'x-forwarded-for',
    'forwarded',
    'via',
    'x-real-ip',
    'x-forwarded-host',
    'cf-connecting-ip',
  ]) {
    const request = from('127.0.0.1', { [name]: '203.0.113.9' });
    expect([name, isForwarded(request), isOwner(request, null)]).toEqual([name, true, false]);
  }
  const door = await openSessions('seven grey geese');
  const tried = await door.tryIt('seven grey geese', '127.0.0.1');
  const cookie = `${SESSION_COOKIE}=${tried.ok ? tried.session : ''}`;
  expect(isOwner(from('127.0.0.1', { 'x-forwarded-for': '203.0.113.9', cookie }), door)).toBe(true);
  expect(isOwner(from('127.0.0.1', { 'x-forwarded-for': '203.0.113.9' }), door)).toBe(false);
});
