import { z } from 'zod';

/** Work of the passphrase: PBKDF2 with HMAC-SHA-256 so many times (OWASP Password Storage Cheat Sheet, 2023). */
const ROUNDS = 600_000;
const MOST_ROUNDS = 10_000_000;
const SALT_BYTES = 16;
/** Nonce of AES-GCM (NIST SP 800-38D). */
const NONCE_BYTES = 12;
/** What is sealed is filled up to a multiple of this, so that its length tells nothing of the keys. */
const PADDED_BYTES = 1024;
/** Shortest passphrase, characters. */
export const LEAST_PASSPHRASE = 12;
export const MOST_KEYS = 8;

/** What a key is for. */
export const KEY_KINDS = ['network', 'guest', 'children', 'admin'] as const;
export type KeyKind = (typeof KEY_KINDS)[number];
export const KEY_KIND_LABEL: Readonly<Record<KeyKind, string>> = {
  network: 'The network',
  guest: 'The guest network',
  children: 'The children’s network',
  admin: 'Password of a set-up page',
};

/** A name and its key, in the clear: only ever in the memory of the page that shows it. */
const namedKey = z.strictObject({
  kind: z.enum(KEY_KINDS),
  name: z.string().max(64),
  key: z.string().max(64),
});
export type NamedKey = z.infer<typeof namedKey>;
const namedKeys = z.array(namedKey).max(MOST_KEYS);

const base64 = (most: number) => z.base64().max(most);
/** Names and keys of a job, sealed under a passphrase nobody keeps: what is stored, and all that leaves the page. */
export const sealedKeys = z.strictObject({
  version: z.literal(1),
  rounds: z.number().int().min(ROUNDS).max(MOST_ROUNDS),
  salt: base64(64),
  nonce: base64(64),
  sealed: base64(16_384),
});
export type SealedKeys = z.infer<typeof sealedKeys>;

const toText = (bytes: Uint8Array): string => btoa(String.fromCharCode(...bytes));
const toBytes = (text: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(text), (c) => c.charCodeAt(0));
const random = (length: number) => crypto.getRandomValues(new Uint8Array(length));

async function keyOf(
  passphrase: string,
  salt: Uint8Array<ArrayBuffer>,
  rounds: number,
  use: 'encrypt' | 'decrypt',
): Promise<CryptoKey> {
  const typed = new TextEncoder().encode(passphrase.normalize('NFKC').trim());
  const from = await crypto.subtle.importKey('raw', typed, 'PBKDF2', false, ['deriveKey']);
  return crypto.subtle.deriveKey(
    { name: 'PBKDF2', hash: 'SHA-256', salt, iterations: rounds },
    from,
    { name: 'AES-GCM', length: 256 },
    false,
    [use],
  );
}

/** What a box is sealed for: put into another job it does not open. */
const boundTo = (jobId: string) => new TextEncoder().encode(`nestle keys 1 ${jobId}`);

/**
 * Seals names and keys for one job under a passphrase: AES-256-GCM (NIST SP 800-38D) by a key of PBKDF2 (RFC 8018), salt and nonce
 * fresh each time, filled up so that the length tells nothing. Needs Web Crypto, which a page has on this machine or over https.
 */
export async function sealKeys(
  jobId: string,
  passphrase: string,
  keys: readonly NamedKey[],
): Promise<SealedKeys> {
  const clear = new TextEncoder().encode(JSON.stringify(namedKeys.parse(keys)));
  // Blanks after JSON are no part of it.
  const padded = new Uint8Array(Math.ceil(clear.length / PADDED_BYTES) * PADDED_BYTES).fill(0x20);
  padded.set(clear);
  const [salt, nonce] = [random(SALT_BYTES), random(NONCE_BYTES)];
  const key = await keyOf(passphrase, salt, ROUNDS, 'encrypt');
  const sealed = await crypto.subtle.encrypt(
    { name: 'AES-GCM', iv: nonce, additionalData: boundTo(jobId) },
    key,
    padded,
  );
  return {
    version: 1,
    rounds: ROUNDS,
    salt: toText(salt),
    nonce: toText(nonce),
    sealed: toText(new Uint8Array(sealed)),
  };
}

/** Opens a box; null where the passphrase is another, the box belongs to another job, or it was altered. */
export async function openKeys(
  jobId: string,
  passphrase: string,
  box: SealedKeys,
): Promise<NamedKey[] | null> {
  try {
    const key = await keyOf(passphrase, toBytes(box.salt), box.rounds, 'decrypt');
    const clear = await crypto.subtle.decrypt(
      { name: 'AES-GCM', iv: toBytes(box.nonce), additionalData: boundTo(jobId) },
      key,
      toBytes(box.sealed),
    );
    return namedKeys.parse(JSON.parse(new TextDecoder().decode(clear)));
  } catch {
    return null;
  }
}

/** What is wrong with a name and key as they are typed, told beside it; null where nothing is. */
export function keyProblem({ kind, name, key }: NamedKey): string | null {
  const bytes = new TextEncoder().encode(name).length;
  if (name.trim() === '') return 'It has no name yet.';
  if (kind === 'admin') return key === '' ? 'Its password is missing.' : null;
  // IEEE 802.11: a name of at most 32 bytes, a passphrase of 8 to 63 printable ASCII characters.
  if (bytes > 32) return `“${name}” is longer than a network’s name can be, 32 bytes.`;
  return /^[ -~]{8,63}$/.test(key)
    ? null
    : 'A key has 8 to 63 letters, digits and signs, none with an accent.';
}

const escaped = (text: string): string => text.replace(/[\\;,:"]/g, (c) => `\\${c}`);

/** What a phone's camera joins a network by (WPA3 Specification 3.0, section 7: the WIFI URI). */
export const joinCode = ({ name, key }: Pick<NamedKey, 'name' | 'key'>): string =>
  `WIFI:T:WPA;S:${escaped(name)};P:${escaped(key)};;`;
