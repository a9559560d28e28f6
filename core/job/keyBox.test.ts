import { describe, expect, test } from '@jest/globals';
import { joinCode, keyProblem, openKeys, sealKeys, sealedKeys, type NamedKey } from './keyBox';

const KEYS: NamedKey[] = [
  { kind: 'network', name: 'Quillfeather', key: 'planted-Brindle-77' },
  { kind: 'admin', name: 'Gateway A', key: 'planted-Admin-78' },
];
const PASS = 'three brown hens on a wall';

describe('names and keys under a passphrase', () => {
  test('open again with it, and with nothing else: another passphrase, another job, an altered box', async () => {
    const box = await sealKeys('job-a', PASS, KEYS);
    expect(sealedKeys.parse(JSON.parse(JSON.stringify(box)))).toEqual(box);
    expect(await openKeys('job-a', PASS, box)).toEqual(KEYS);
    expect(await openKeys('job-a', `  ${PASS} `, box)).toEqual(KEYS);
    expect(await openKeys('job-a', 'three brown hens on a wal', box)).toBeNull();
    expect(await openKeys('job-b', PASS, box)).toBeNull();
    const swapped = box.sealed.startsWith('A') ? `B${box.sealed.slice(1)}` : `A${box.sealed.slice(1)}`;
    expect(await openKeys('job-a', PASS, { ...box, sealed: swapped })).toBeNull();
    expect(await openKeys('job-a', PASS, { ...box, rounds: box.rounds + 1 })).toBeNull();
  });
  test('tell nothing by their length, and are never sealed alike', async () => {
    const [few, more, again] = await Promise.all([
      sealKeys('j', PASS, []),
      sealKeys('j', PASS, KEYS),
      sealKeys('j', PASS, KEYS),
    ]);
    expect(few.sealed.length).toBe(more.sealed.length);
    expect(new Set([few.salt, more.salt, again.salt]).size).toBe(3);
    expect(new Set([few.nonce, more.nonce, again.nonce]).size).toBe(3);
    const text = Buffer.from(more.sealed, 'base64').toString('latin1') + JSON.stringify(more);
    for (const { name, key } of KEYS) for (const word of [name, key]) expect(text).not.toContain(word);
  });
  test('a box that asks for less work, or for a week of it, is none', async () => {
    const box = await sealKeys('j', PASS, KEYS);
    expect(sealedKeys.safeParse({ ...box, rounds: 1000 }).success).toBe(false);
    expect(sealedKeys.safeParse({ ...box, rounds: 1e12 }).success).toBe(false);
    expect(sealedKeys.safeParse({ ...box, keys: KEYS }).success).toBe(false);
  });
});

test.each([
  [{ kind: 'network', name: 'House', key: 'short' }, /8 to 63/],
  [{ kind: 'network', name: 'House', key: 'ümlauts-are-not' }, /accent/],
  [{ kind: 'network', name: '', key: 'long enough 1' }, /no name/],
  [{ kind: 'guest', name: 'ä'.repeat(17), key: 'long enough 1' }, /32 bytes/],
  [{ kind: 'admin', name: 'A', key: '' }, /missing/],
  [{ kind: 'admin', name: 'A', key: 'x' }, null],
  [{ kind: 'network', name: 'House', key: 'long enough 1' }, null],
] as const)('%j is told apart', (key, says) => {
  if (says === null) expect(keyProblem(key)).toBeNull();
  else expect(keyProblem(key)).toMatch(says);
});

test('a join code keeps every sign of name and key', () => {
  expect(joinCode({ name: 'A;B:C', key: 'p"a,s\\s' })).toBe('WIFI:T:WPA;S:A\\;B\\:C;P:p\\"a\\,s\\\\s;;');
});
