import { describe, expect, test } from '@jest/globals';
import { openDatabase } from '../../db/connection';
import { farm, mill, valueOf } from '../../testing/sampleJobs';
import { OWNER } from '../base/caller';
import { openSessions, freshPassphrase } from './passphrase';
import { knownPhone, letPhoneIn, listPhones, wasOurAddress, withdrawPhone } from './phones';

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
  test('tries that fail are slowed, each longer, by address and over all', async () => {
    let now = 0;
    const door = await openSessions('seven grey geese', () => now);
    for (let i = 0; i < 4; i++) await door.tryIt('wrong', '192.168.1.9');
    // The right one has to wait as well, or the wait could be told apart.
    const soon = await door.tryIt('seven grey geese', '192.168.1.9');
    expect(soon.ok ? 0 : soon.waitMs).toBeGreaterThan(0);
    now += 2100;
    expect(await door.tryIt('wrong', '192.168.1.9')).toMatchObject({ ok: false, waitMs: 4000 });
    expect((await door.tryIt('seven grey geese', '192.168.1.10')).ok).toBe(true);
  });
  test('made up where nobody set one: long, and legible aloud', () => {
    const [a, b] = [freshPassphrase(), freshPassphrase()];
    expect(a).toMatch(/^([a-hjkmnp-z2-9]{4}-){3}[a-hjkmnp-z2-9]{4}$/);
    expect(a).not.toBe(b);
  });
});
