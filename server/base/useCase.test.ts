import { describe, expect, test } from '@jest/globals';
import { z } from 'zod';
import { openDatabase } from '@/db/connection';
import { OWNER, type Caller } from './caller';
import { done } from './outcome';
import { throttle } from './throttle';
import { useCase } from './useCase';

const db = openDatabase(':memory:');
const guest: Caller = { name: 'guest', rights: new Set(['see'] as const) };

describe('a use case', () => {
  let ran = 0;
  const rename = useCase(
    'change',
    z.strictObject({ name: z.string().min(1) }),
    ({ caller, now }, sent, id: string) => {
      ran++;
      return done({ id, name: sent.name, by: caller.name, at: now.toISOString() });
    },
  );
  test('is done with what it is about and what was sent, in the shape that is wanted', () => {
    expect(rename(OWNER, 'job', { name: 'Mill' }, db, new Date(0))).toEqual(
      done({ id: 'job', name: 'Mill', by: 'owner', at: '1970-01-01T00:00:00.000Z' }),
    );
  });
  test('is refused to who may not, before anything of it is read', () => {
    ran = 0;
    expect(rename(guest, 'job', 'no object at all', db)).toMatchObject({ ok: false, status: 403 });
    expect(ran).toBe(0);
  });
  test('is refused with the path of what is wrong', () => {
    ran = 0;
    expect(rename(OWNER, 'job', { name: '' }, db)).toMatchObject({
      ok: false,
      status: 400,
      problems: [{ path: 'name' }],
    });
    expect(rename(OWNER, 'job', { name: 'Mill', colour: 'red' }, db)).toMatchObject({
      ok: false,
      status: 400,
    });
    expect(ran).toBe(0);
  });
  test('without a shape takes what it is about alone, and what is left out is undefined', () => {
    const look = useCase('see', (_, id: string, phase?: string) => done([id, phase ?? 'none']));
    expect(look(guest, 'job', 'before', db)).toEqual(done(['job', 'before']));
    expect(look(guest, 'job', undefined, db)).toEqual(done(['job', 'none']));
  });
});

test('who fails too often waits, each for himself, until the time is over or a try succeeds', () => {
  let now = 1000;
  const tries = throttle(
    2,
    (failures) => 100 * failures,
    () => now,
  );
  expect(tries.fail('a')).toBe(1);
  expect(tries.waitOf('a')).toBe(0);
  expect(tries.fail('a')).toBe(2);
  expect([tries.waitOf('a'), tries.waitOf('b')]).toEqual([200, 0]);
  now += 150;
  expect(tries.waitOf('a')).toBe(50);
  now += 50;
  expect(tries.waitOf('a')).toBe(0);
  tries.fail('a');
  tries.clear('a');
  expect(tries.waitOf('a')).toBe(0);
});
