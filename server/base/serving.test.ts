import { expect, test } from '@jest/globals';
import type { networkInterfaces } from 'node:os';
import { contact } from '../requests/contact';
import { OWNER } from './caller';
import { noteLanRequest, ownAddresses, serving, setServing } from './serving';

const four = (address: string, internal = false, cidr: string | null = `${address}/24`) => ({
  address,
  netmask: '255.255.255.0',
  family: 'IPv4' as const,
  mac: '02:00:00:00:00:01',
  internal,
  cidr,
});

test('addresses of a home come first, tunnels and other programs last, loopback and IPv6 not at all', () => {
  const interfaces = {
    lo: [four('127.0.0.1', true)],
    tun0: [four('10.8.0.2')],
    docker0: [four('172.17.0.1', false, '172.17.0.1/16')],
    eth0: [four('203.0.113.9'), four('192.168.1.20', false, '192.168.1.20/22')],
    none: undefined,
  } as unknown as ReturnType<typeof networkInterfaces>;
  expect(ownAddresses(interfaces).map((a) => [a.address, a.prefixBits])).toEqual([
    ['192.168.1.20', 22],
    ['203.0.113.9', 24],
    ['10.8.0.2', 24],
    ['172.17.0.1', 16],
  ]);
});

test('lanRequests are kept newest first, the same again only with its time, never more than some', () => {
  setServing({ lan: true, port: 4680, secure: false });
  const request = (from: string, at: string) => noteLanRequest({ from, at, path: '/walk/', refused: null });
  request('192.168.1.7', '09:00');
  request('192.168.1.7', '09:01');
  expect(serving().lanRequests).toMatchObject([{ from: '192.168.1.7', at: '09:01' }]);
  for (let i = 0; i < 100; i++) request(`192.168.1.${i % 2 ? 8 : 9}`, '09:02');
  expect(serving().lanRequests).toHaveLength(40);
});

test('how this machine can be reached is for its owner alone', () => {
  setServing({ lan: true, port: 4711, secure: true });
  expect(contact(OWNER)).toMatchObject({
    ok: true,
    value: { lan: true, port: 4711, secure: true, lanRequests: [] },
  });
  const phone = { name: 'Mia', rights: new Set(['record'] as const) };
  expect(contact(phone)).toMatchObject({ ok: false, status: 403 });
});
