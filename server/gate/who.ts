import type { IncomingMessage } from 'node:http';
import type { Sessions } from '../access/passphrase';

/** Name of the cookie of a browser that said the passphrase. */
export const SESSION_COOKIE = 'nestle-session';

/** Address a request came from, without the dress of IPv6. */
export const addressOf = (request: IncomingMessage): string =>
  (request.socket.remoteAddress ?? '').replace(/^::ffff:/, '');

/** Whether an address is this machine itself. */
export const isLoopback = (address: string): boolean => /^127\./.test(address) || address === '::1';

export function cookieOf(request: IncomingMessage, name: string): string | undefined {
  for (const part of (request.headers.cookie ?? '').split(';')) {
    const [key, ...value] = part.trim().split('=');
    if (key === name) return value.join('=');
  }
  return undefined;
}

/** What a proxy says of whom it asks for: through it everybody comes from this machine. */
const FORWARDED = [
  'forwarded',
  'via',
  'x-forwarded-for',
  'x-forwarded-host',
  'x-forwarded-proto',
  'x-forwarded-server',
  'x-real-ip',
  'cf-connecting-ip',
  'true-client-ip',
] as const;

/** Whether a request came through a proxy. */
export const isForwarded = ({ headers }: Pick<IncomingMessage, 'headers'>): boolean =>
  FORWARDED.some((name) => headers[name] !== undefined);

/**
 * Whether a request comes from whoever runs Nestle: at this machine itself, or in the house or through a proxy with the passphrase
 * said.
 */
export function isOwner(request: IncomingMessage, door: Sessions | null): boolean {
  if (isLoopback(addressOf(request)) && !isForwarded(request)) return true;
  return door !== null && door.holds(cookieOf(request, SESSION_COOKIE));
}

/** The token a request carries; null where it has none. */
export function tokenOf(request: IncomingMessage): string | null {
  const said = /^Bearer ([\w-]{1,100})$/.exec(request.headers.authorization ?? '');
  return said?.[1] ?? null;
}
