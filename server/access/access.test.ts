import { describe, expect, test } from '@jest/globals';
import { openDatabase } from '../../db/connection';
import { farm, mill, valueOf } from '../../testing/sampleJobs';
import { OWNER } from '../base/caller';
import { openSessions, freshPassphrase } from './passphrase';
import { isOurToken, knownPhone, letPhoneIn, listPhones, wasOurAddress, withdrawPhone } from './phones';

const AT = new Date('2026-06-03T09:00:00Z');
const later = (hours: number) => new Date(AT.getTime() + hours * 3_600_000);
const asked = { name: 'Mia', scope: 'walk', hours: 8 };

describe('a phone', () => {
  test('is let in to one job for some hours by a token of which only the hash is kept', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const { token, ...phone } = valueOf(letPhoneIn(OWNER, job, asked, db, AT));
    expect(JSON.stringify(db.prepare('SELECT * FROM phone').all())).not.toContain(token);
    expect(valueOf(knownPhone(token, '192.168.1.5:4680', later(1), db))).toMatchObject({
      jobId: job,
      scope: 'walk',
    });
    expect(valueOf(listPhones(OWNER, job, db))).toMatchObject([
      { id: phone.id, seenAt: later(1).toISOString() },
    ]);
    expect(wasOurAddress('192.168.1.5:4680', db)).toBe(true);
    expect(wasOurAddress('192.168.1.6:4680', db)).toBe(false);
  });
  test('of a database that cannot be read was none of ours, and nothing ends for it', () => {
    const db = openDatabase(':memory:');
    db.exec('DROP TABLE phone');
    expect(wasOurAddress('192.168.1.5:4680', db)).toBe(false);
  });
  test('is refused with words when its code has ended, was withdrawn, or is none', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const { token, id } = valueOf(letPhoneIn(OWNER, job, asked, db, AT));
    expect(knownPhone(token, null, later(9), db)).toMatchObject({ ok: false, status: 401 });
    expect(knownPhone(`${token}x`, null, AT, db)).toMatchObject({ ok: false, status: 401 });
    expect(knownPhone('', null, AT, db)).toMatchObject({ ok: false, status: 401 });
    valueOf(withdrawPhone(OWNER, job, id, db, AT));
    const refused = knownPhone(token, null, AT, db);
    expect(refused.ok ? '' : refused.problems[0]!.message).toContain('withdrawn');
    expect(withdrawPhone(OWNER, mill(db), id, db, AT)).toMatchObject({ ok: false, status: 404 });
  });
  test('whose code has ended is not let in again by a clock that is set back', () => {
    const db = openDatabase(':memory:');
    const job = farm(db);
    const { token } = valueOf(letPhoneIn(OWNER, job, asked, db, AT));
    const other = valueOf(letPhoneIn(OWNER, job, { ...asked, hours: 48 }, db, AT));
    expect(knownPhone(token, null, later(1), db)).toMatchObject({ ok: true });
    expect(knownPhone(token, null, later(9), db)).toMatchObject({ ok: false, status: 401 });
    expect(knownPhone(token, null, later(1), db)).toMatchObject({ ok: false, status: 401 });
    // A clock that ran ahead for a while ends no code of later.
    expect(knownPhone(other.token, null, later(40), db)).toMatchObject({ ok: true });
    const after = valueOf(letPhoneIn(OWNER, job, asked, db, later(2)));
    expect(knownPhone(after.token, null, later(3), db)).toMatchObject({ ok: true });
    expect(isOurToken(token, db)).toBe(true);
    expect(isOurToken(`${token}x`, db)).toBe(false);
  });
  test.each([
    [{ ...asked, name: ' ' }, 'name the phone'],
    [{ ...asked, hours: 0 }, 'at least one hour'],
    [{ ...asked, hours: 900 }, 'three days'],
    [{ ...asked, scope: 'everything' }, 'Invalid'],
    [{}, 'Invalid'],
  ])('%p is asked about', (body, words) => {
    const db = openDatabase(':memory:');
    const refused = letPhoneIn(OWNER, farm(db), body, db, AT);
    expect(refused.ok ? 'let in' : refused.problems.map((p) => p.message).join()).toContain(words);
  });
  test('only the owner lets phones in', () => {
    const db = openDatabase(':memory:');
    const phone = { name: 'Mia', rights: new Set(['record'] as const) };
    expect(letPhoneIn(phone, farm(db), asked, db, AT)).toMatchObject({ ok: false, status: 403 });
    expect(listPhones(phone, 'farm-test', db)).toMatchObject({ ok: false, status: 403 });
  });
});

describe('the passphrase', () => {
  test('lets in whoever says it, and nobody else; sessions end', async () => {
    let now = 0;
    const door = await openSessions('seven grey geese', () => now);
    const tried = await door.tryIt(' seven grey geese ', '192.168.1.9');
    const session = tried.ok ? tried.session : '';
    expect([door.holds(session), door.holds(`${session}x`), door.holds(undefined)]).toEqual([
      true,
      false,
      false,
    ]);
    expect((await door.tryIt('seven gray geese', '192.168.1.9')).ok).toBe(false);
    now += 13 * 3_600_000;
    expect(door.holds(session)).toBe(false);
  });
  test('tries that fail are slowed, each longer, by their address; a try that was not looked at says so', async () => {
    let now = 0;
    const door = await openSessions('seven grey geese', () => now);
    for (let i = 0; i < 4; i++)
      expect(await door.tryIt('wrong', '192.168.1.9')).toMatchObject({ ok: false, tested: true });
    // The right one has to wait as well, or the wait could be told apart.
    expect(await door.tryIt('seven grey geese', '192.168.1.9')).toEqual({
      ok: false,
      tested: false,
      waitMs: 2000,
    });
    now += 2100;
    expect(await door.tryIt('wrong', '192.168.1.9')).toMatchObject({ ok: false, tested: true, waitMs: 4000 });
    expect((await door.tryIt('seven grey geese', '192.168.1.10')).ok).toBe(true);
  });
  test('one guest’s wrong tries, or many guests’, never lock out who says it right the first time', async () => {
    let now = 0;
    const door = await openSessions('seven grey geese', () => now);
    const wrong = Array.from({ length: 6 }, (_, i) => door.tryIt('wrong', `10.0.0.${i % 3}`));
    const right = Array.from({ length: 3 }, (_, i) => door.tryIt('seven grey geese', `192.168.1.${i}`));
    expect((await Promise.all(right)).map((t) => t.ok)).toEqual(right.map(() => true));
    await Promise.all(wrong);
    for (let i = 0; i < 4; i++) await door.tryIt('wrong', `10.0.1.${i}`);
    // By now whoever has failed is tried once a second, all of them together.
    now += 10;
    expect(await door.tryIt('wrong', '10.0.1.3')).toMatchObject({ ok: false, tested: false });
    expect((await door.tryIt('seven grey geese', '192.168.1.77')).ok).toBe(true);
    now += 1100;
    expect(await door.tryIt('wrong', '10.0.1.3')).toMatchObject({ ok: false, tested: true });
  });
  test('a success clears its own failures alone', async () => {
    const door = await openSessions('seven grey geese', () => 0);
    for (let i = 0; i < 3; i++) await door.tryIt('wrong', 'a');
    expect((await door.tryIt('seven grey geese', 'a')).ok).toBe(true);
    for (let i = 0; i < 4; i++)
      expect(await door.tryIt('wrong', 'a')).toMatchObject({ ok: false, tested: true });
    expect(await door.tryIt('seven grey geese', 'a')).toMatchObject({ ok: false, tested: false });
  });
  test('who is in is listed, and ends one by one or all at once', async () => {
    let now = 0;
    const door = await openSessions('seven grey geese', () => now);
    const come = async (from: string) => {
      const tried = await door.tryIt('seven grey geese', from);
      return tried.ok ? tried.session : '';
    };
    const [a, b, c] = [await come('192.168.1.5'), await come('192.168.1.6'), await come('192.168.1.7')];
    now += 1000;
    expect(door.holds(b)).toBe(true);
    expect(door.list().map((s) => s.from)).toEqual(['192.168.1.6', '192.168.1.5', '192.168.1.7']);
    expect(JSON.stringify(door.list())).not.toContain(a);
    door.end(door.idOf(a)!);
    expect([a, b, c].map((s) => door.holds(s))).toEqual([false, true, true]);
    door.end('all');
    expect([a, b, c].map((s) => door.holds(s))).toEqual([false, false, false]);
    expect([door.list(), door.idOf(b)]).toEqual([[], null]);
  });
  test('made up where nobody set one: long, and legible aloud', () => {
    const [a, b] = [freshPassphrase(), freshPassphrase()];
    expect(a).toMatch(/^([a-hjkmnp-z2-9]{4}-){3}[a-hjkmnp-z2-9]{4}$/);
    expect(a).not.toBe(b);
  });
});
