import { randomBytes } from 'node:crypto';
import type { IncomingHttpHeaders } from 'node:http';

/** What the gate has to know of a request. */
export interface LanRequest {
  method: string;
  url: string;
  headers: IncomingHttpHeaders;
}

export interface Refused {
  status: 400 | 403 | 404 | 421;
  words: string;
}

/** The names and port this server answers to. */
export interface GateRules {
  /** Lower-case host names without a port. */
  names: readonly string[];
  port: number;
  /** Whether it is asked by https. */
  secure?: boolean;
  /** Whether a page loaded from a host (with port) may use the walk's API: one of our own addresses of earlier. */
  wasOurs?: (host: string) => boolean;
}

/** Where phones post: let in by a token that a page must send itself, never by a cookie. */
export const WALK_API = '/walk/api/';

/** Names of this machine to itself. */
export const LOOPBACK_NAMES = ['127.0.0.1', 'localhost', '[::1]'] as const;

const one = (value: string | string[] | undefined): string | undefined =>
  Array.isArray(value) ? value[0] : value;

/** Hosts by which this server may be asked for, with the port, which a browser leaves out where it is the usual one. */
function hostsOf({ names, port, secure }: GateRules): Set<string> {
  const usual = port === (secure ? 443 : 80);
  return new Set(names.flatMap((n) => (usual ? [n, `${n}:${port}`] : [`${n}:${port}`])));
}

/**
 * Whether a request may come in at all: by one of our own names and port (another page may have pointed its own name at
 * this machine), from our own pages or from no page, for something that is there. Null lets it in.
 */
export function refusal(request: LanRequest, rules: GateRules): Refused | null {
  const hosts = hostsOf(rules);
  const host = one(request.headers.host)?.toLowerCase();
  if (!host || !hosts.has(host))
    return {
      status: 421,
      words: `This server answers only to ${[...hosts].map((h) => `${schemeOf(rules)}//${h}`).join(', ')}.`,
    };
  // `*`, a whole address, `//host/…`: nothing a browser of ours asks for, and read otherwise by whoever comes after the gate.
  if (!/^\/(?!\/)/.test(request.url)) return { status: 400, words: 'The address is none of this server.' };
  let path: string;
  try {
    path = decodeURIComponent(new URL(request.url, `http://${host}`).pathname);
  } catch {
    return { status: 400, words: 'The address holds a broken escape.' };
  }
  if (path.includes('\0')) return { status: 400, words: 'The address holds a broken escape.' };
  // Pictures are served as they are kept; nothing is resized on request.
  if (path.startsWith('/_next/image')) return { status: 404, words: 'There is nothing here.' };
  const reads = request.method === 'GET' || request.method === 'HEAD';
  const origin = one(request.headers.origin);
  // A page that was loaded from an address we had before brings what it kept; it proves itself by its token.
  if (path.startsWith(WALK_API) && origin !== undefined && rules.wasOurs?.(originHost(origin, rules)))
    return null;
  const site = one(request.headers['sec-fetch-site']);
  const visit = reads && one(request.headers['sec-fetch-mode']) === 'navigate' && !path.startsWith('/api/');
  // Another site may link to a page of ours; it may not fetch from us, frame us or post to us.
  if ((site === 'cross-site' || site === 'same-site') && !visit)
    return { status: 403, words: 'Only pages of this application may ask for that.' };
  if (origin !== undefined && !hosts.has(originHost(origin, rules)))
    return { status: 403, words: 'Only pages of this application may ask for that.' };
  return null;
}

const schemeOf = ({ secure }: GateRules) => (secure ? 'https:' : 'http:');

function originHost(origin: string, rules: GateRules): string {
  if (!URL.canParse(origin)) return '';
  const url = new URL(origin);
  return url.protocol === schemeOf(rules) ? url.host.toLowerCase() : '';
}

/** What the pages may load and run: only what this server sends, scripts by nonce, WebAssembly and workers of our own. */
export function contentPolicy(nonce: string, dev: boolean): string {
  return [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic' 'wasm-unsafe-eval'${dev ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    `connect-src 'self'${dev ? ' ws:' : ''}`,
    "worker-src 'self'",
    "manifest-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join('; ');
}

/** What the phone's page may load and run: its own files, and it may post to another address of ours. */
export const WALK_POLICY = [
  "default-src 'none'",
  "script-src 'self'",
  "style-src 'self'",
  "font-src 'self'",
  "img-src 'self' blob: data:",
  'connect-src http: https:',
  "manifest-src 'self'",
  "worker-src 'self'",
  "form-action 'none'",
  "base-uri 'none'",
  "frame-ancestors 'none'",
].join('; ');

/** A nonce for one page. */
export const freshNonce = (): string => randomBytes(16).toString('base64');

/** Headers every answer carries. */
export const ALWAYS: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
};
