import { existsSync, statSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';
import sirv from 'sirv';
import { WALK_POLICY } from './gate';

/** Where the phone's page is built to: scripts/buildWalk.mjs. */
const BUILT = join(process.cwd(), '.walk');

/** Files with a hash in their name are kept for good. */
const HASHED = /-[A-Z0-9]{8}\./;

let files: { madeMs: number; serve: ReturnType<typeof sirv> } | null = null;

/** What serves the built files, with those pressed together beforehand; anew where they were built anew, null before that. */
function built(): ReturnType<typeof sirv> | null {
  const index = join(BUILT, 'index.html');
  if (!existsSync(index)) return null;
  const madeMs = statSync(index).mtimeMs;
  if (files?.madeMs === madeMs) return files.serve;
  const serve = sirv(BUILT, {
    brotli: true,
    gzip: true,
    setHeaders: (response, path) => {
      const isHashed = HASHED.test(path);
      response.setHeader('cache-control', isHashed ? 'public, max-age=31536000, immutable' : 'no-cache');
      response.setHeader('content-security-policy', WALK_POLICY);
    },
  });
  files = { madeMs, serve };
  return serve;
}

/**
 * Serves the phone's page: a small one of its own, since it is loaded at the edge of a bad network. Anybody may load it; it
 * holds nothing of any job.
 */
export function serveWalkFile(request: IncomingMessage, response: ServerResponse, path: string): void {
  if (path === '/walk') {
    response.writeHead(308, { location: '/walk/' });
    response.end();
    return;
  }
  const nothing = (words: string) => {
    response.writeHead(404, { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' });
    response.end(words);
  };
  const serve = built();
  if (!serve) return nothing('The phone’s page is not built: npm run build');
  request.url = path.slice('/walk'.length);
  serve(request, response, () => nothing('There is nothing here.'));
}
