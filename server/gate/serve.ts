import { createServer, type Server } from 'node:http';
import next from 'next';
import { ALWAYS, LOOPBACK_NAMES, contentPolicy, freshNonce, refusal, type GateRules } from './gate';

export interface ServeOptions {
  port: number;
  /** Address to listen on; loopback unless somebody asks for more. */
  address: string;
  /** Further names this machine is asked for by, such as its address in the house. */
  names: readonly string[];
  dev: boolean;
}

/**
 * The one server: the gate in front, the application behind it. Resolves once it listens; the port may be 0, which takes
 * a free one.
 */
export async function serve(options: ServeOptions): Promise<{ server: Server; port: number }> {
  const { address, dev } = options;
  const app = next({ dev, dir: process.cwd(), hostname: address, port: options.port });
  await app.prepare();
  const handle = app.getRequestHandler();
  const rules: GateRules = { names: [...LOOPBACK_NAMES, ...options.names], port: options.port };
  const server = createServer((request, response) => {
    for (const [name, value] of Object.entries(ALWAYS)) response.setHeader(name, value);
    const { method = 'GET', url = '/', headers } = request;
    const no = refusal({ method, url, headers }, { ...rules, port: portOf(server) ?? rules.port });
    if (no) {
      response.statusCode = no.status;
      response.setHeader('cache-control', 'no-store');
      response.setHeader('content-type', 'application/json');
      // What was sent is not read: the connection ends with the answer.
      response.setHeader('connection', 'close');
      response.end(JSON.stringify({ ok: false, problems: [{ path: '', message: no.words }] }));
      return;
    }
    if (!url.startsWith('/_next/') && !url.startsWith('/api/')) {
      const policy = contentPolicy(freshNonce(), dev);
      // The application puts the nonce it finds here on its own scripts.
      request.headers['content-security-policy'] = policy;
      response.setHeader('content-security-policy', policy);
      response.setHeader('cache-control', 'no-store');
    }
    void handle(request, response);
  });
  server.requestTimeout = 60_000;
  server.headersTimeout = 20_000;
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(options.port, address, resolve);
  });
  return { server, port: portOf(server)! };
}

function portOf(server: Server): number | null {
  const at = server.address();
  return at !== null && typeof at === 'object' ? at.port : null;
}
