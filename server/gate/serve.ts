import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { createServer as createSecure } from 'node:https';
import { hostname, networkInterfaces } from 'node:os';
import type { Duplex } from 'node:stream';
import next from 'next';
import { answerMeter } from '@/meter/speed/serve';
import { aboutSocket } from '@/meter/speed/port';
import { openSessions, type Sessions } from '../access/passphrase';
import { wasOurAddress } from '../access/phones';
import { refuse } from '../base/outcome';
import { noteLanRequest, ownAddresses, setServing } from '../base/serving';
import { openThreads } from '../thread/open';
import { answerEnter } from './enter';
import { ALWAYS, LOOPBACK_NAMES, WALK_API, contentPolicy, freshNonce, refusal, type GateRules } from './gate';
import { reply } from './replies';
import { answerWalk, phoneOf } from './walkApi';
import { answerSessions } from './sessionsPage';
import { serveWalkFile } from './walkFiles';
import { addressOf, isLoopback, isOwner } from './who';

export interface ServeOptions {
  port: number;
  /** Address to listen on; loopback unless somebody asks for more. */
  address: string;
  /** Further names this machine is asked for by. */
  names: readonly string[];
  dev: boolean;
  /** Opens Nestle to the house; the whole application then asks for this passphrase. Null keeps it on this machine. */
  passphrase: string | null;
  /** Certificate and key as PEM; null serves plain http. */
  tls: { cert: Buffer; key: Buffer } | null;
}

/** Names by which the house reaches this machine now: its addresses may change while it runs. */
function houseNames(): string[] {
  const own = hostname().toLowerCase();
  return [
    ...ownAddresses(networkInterfaces()).map((a) => a.address),
    own,
    ...(own.endsWith('.local') ? [] : [`${own}.local`]),
  ];
}

const THROUGH_A_PROXY =
  'Through a proxy everybody would be taken for you. Start Nestle with --lan, which asks for a passphrase, or open it at this machine itself.';

/** The one server: the gate in front, the meter and the walk beside, the application behind. Port 0 takes a free one. */
export async function serve(options: ServeOptions): Promise<{ server: Server; port: number }> {
  const { address, dev, tls } = options;
  const lan = options.passphrase !== null;
  const door: Sessions | null = options.passphrase === null ? null : await openSessions(options.passphrase);
  const thread = openThreads();
  const app = next({ dev, dir: process.cwd(), hostname: address, port: options.port });
  await app.prepare();
  const handle = app.getRequestHandler();

  const rules = (): GateRules => ({
    names: [...LOOPBACK_NAMES, ...options.names, ...(lan ? houseNames() : [])],
    port: portOf(server) ?? options.port,
    secure: tls !== null,
    wasOurs: wasOurAddress,
  });

  /** What only the owner may ask for: the application itself. */
  function toApplication(request: IncomingMessage, response: ServerResponse, url: string): void {
    if (!url.startsWith('/_next/') && !url.startsWith('/api/')) {
      const policy = contentPolicy(freshNonce(), dev);
      // The application puts the nonce it finds here on its own scripts.
      request.headers['content-security-policy'] = policy;
      response.setHeader('content-security-policy', policy);
      response.setHeader('cache-control', 'no-store');
    }
    void handle(request, response);
  }

  function toMeter(request: IncomingMessage, response: ServerResponse, at: URL, owner: boolean): void {
    const phone = owner ? null : phoneOf(request);
    if (phone && !phone.ok) reply(response, phone);
    else answerMeter(request, response, at, aboutSocket(request.socket));
  }

  const answer = (request: IncomingMessage, response: ServerResponse): void => {
    for (const [name, value] of Object.entries(ALWAYS)) response.setHeader(name, value);
    const { method = 'GET', url = '/', headers } = request;
    const no = refusal({ method, url, headers }, rules());
    const from = addressOf(request);
    if (!isLoopback(from))
      noteLanRequest({
        from,
        at: new Date().toISOString(),
        path: url.split('?')[0]!.slice(0, 80),
        refused: no?.status ?? null,
      });
    if (no) {
      // What was sent is not read: the connection ends with the answer.
      response.setHeader('connection', 'close');
      return reply(response, refuse(no.status, no.words));
    }
    const at = new URL(url, 'http://nestle.invalid');
    const path = at.pathname;
    if (path.startsWith(WALK_API)) return void answerWalk(request, response, at);
    if (path === '/walk' || path.startsWith('/walk/')) return serveWalkFile(request, response, path);
    const owner = isOwner(request, door);
    if (path.startsWith('/meter/')) return toMeter(request, response, at, owner);
    if (owner && path === '/sessions' && door) return void answerSessions(request, response, door);
    if (owner) return toApplication(request, response, url);
    if (!door) return reply(response, refuse(403, THROUGH_A_PROXY));
    if (path === '/enter') return void answerEnter(request, response, door, tls !== null);
    response.setHeader('cache-control', 'no-store');
    if (path.startsWith('/api/') || path.startsWith('/_next/') || method !== 'GET')
      return reply(response, refuse(401, 'Say the passphrase first: open this address in a browser.'));
    response.writeHead(303, { location: '/enter' });
    response.end();
  };
  /** Nothing here speaks another protocol, but for the reloading of pages while one develops. */
  const upgrade = (request: IncomingMessage, socket: Duplex): void => {
    const { method = 'GET', url = '/', headers } = request;
    const isOwn = dev && url.startsWith('/_next/') && isOwner(request, door);
    if (isOwn && refusal({ method, url, headers }, rules()) === null) return;
    socket.destroy();
  };
  const server: Server = tls ? createSecure(tls, answer) : createServer(answer);
  // Before any listener of the framework, which would keep the connection open.
  server.on('upgrade', upgrade);
  server.requestTimeout = 60_000;
  server.headersTimeout = 20_000;
  // A phone's next request is often half a minute after the last: at Node's 5 s it would meet a connection that is just being closed.
  server.keepAliveTimeout = 75_000;
  server.once('close', () => void thread.close());
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(options.port, address, resolve);
  });
  setServing({ lan, port: portOf(server)!, secure: tls !== null });
  return { server, port: portOf(server)! };
}

function portOf(server: Server): number | null {
  const at = server.address();
  return at !== null && typeof at === 'object' ? at.port : null;
}
