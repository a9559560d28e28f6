import { existsSync, readFileSync, readdirSync, statSync } from 'node:fs';
import type { ServerResponse, IncomingMessage } from 'node:http';
import { join } from 'node:path';
import { WALK_POLICY } from './gate';

/** Where the phone's page is built to: scripts/buildWalk.mjs. */
const BUILT = join(process.cwd(), '.walk');
const TYPES: Record<string, string> = {
  html: 'text/html; charset=utf-8',
  js: 'text/javascript; charset=utf-8',
  css: 'text/css; charset=utf-8',
  woff2: 'font/woff2',
  svg: 'image/svg+xml',
  png: 'image/png',
  webmanifest: 'application/manifest+json',
};

interface File {
  plain: Buffer;
  /** Pressed together beforehand; null for what is that already. */
  brotli: Buffer | null;
  gzip: Buffer | null;
}

let files: { madeMs: number; byName: Map<string, File> } | null = null;

/** The built files by name, read once. */
function all(): Map<string, File> {
  if (!existsSync(BUILT)) return new Map();
  const madeMs = statSync(join(BUILT, 'index.html')).mtimeMs;
  if (files?.madeMs === madeMs) return files.byName;
  const byName = new Map<string, File>();
  const read = (name: string) => (existsSync(join(BUILT, name)) ? readFileSync(join(BUILT, name)) : null);
  for (const name of readdirSync(BUILT)) {
    if (/\.(br|gz)$/.test(name)) continue;
    byName.set(name, { plain: read(name)!, brotli: read(`${name}.br`), gzip: read(`${name}.gz`) });
  }
  files = { madeMs, byName };
  return byName;
}

/**
 * Serves the phone's page: a small one of its own, since it is loaded at the edge of a bad network. Anybody may load it; it
 * holds nothing of any job. Files with a hash in their name are kept for good.
 */
export function serveWalkFile(request: IncomingMessage, response: ServerResponse, path: string): void {
  if (path === '/walk') {
    response.writeHead(308, { location: '/walk/' });
    response.end();
    return;
  }
  const name = path === '/walk/' ? 'index.html' : path.slice('/walk/'.length);
  const file = all().get(name);
  if (!file) {
    response.writeHead(404, { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' });
    response.end(
      all().size === 0 ? 'The phone’s page is not built: npm run build' : 'There is nothing here.',
    );
    return;
  }
  const accepts = String(request.headers['accept-encoding'] ?? '');
  const [body, encoding] =
    file.brotli && /\bbr\b/.test(accepts)
      ? [file.brotli, 'br']
      : file.gzip && /\bgzip\b/.test(accepts)
        ? [file.gzip, 'gzip']
        : [file.plain, null];
  const hashed = /-[A-Z0-9]{8}\./.test(name);
  response.writeHead(200, {
    'content-type': TYPES[name.split('.').pop()!] ?? 'application/octet-stream',
    'cache-control': hashed ? 'public, max-age=31536000, immutable' : 'no-cache',
    'content-security-policy': WALK_POLICY,
    'content-length': body.length,
    vary: 'accept-encoding',
    ...(encoding === null ? {} : { 'content-encoding': encoding }),
  });
  response.end(request.method === 'HEAD' ? undefined : body);
}
