import type { IncomingMessage, ServerResponse } from 'node:http';
import { phase } from '@/core/evidence/rows';
import { PICTURE_LIMIT_BYTES } from '@/core/job/picture';
import { NOT_LET_IN, isOurToken, knownPhone, wasOurAddress, type KnownPhone } from '../access/phones';
import { answered, done, noSuchJob, refuse, type Outcome } from '../base/outcome';
import { askThread } from '../thread/ask';
import { practise } from '../requests/practise';
import { newestOf } from '../walk/newest';
import { takePicture } from '../walk/pictures';
import { readyTogether } from '../walk/together';
import { WALK_API } from './gate';
import { ROWS_BODY, SMALL_BODY, readJson, readPictureBody } from '../base/body';
import { patiently } from '../base/patience';
import { throttle } from '../base/throttle';
import { reply, sentBy } from './replies';
import { takeRows } from './walkRows';
import { addressOf, tokenOf } from './who';

/** Wrong tokens from one address before it has to wait, and how long, ms. */
const FREE_TRIES = 12;
const WAIT_MS = 30_000;
const tries = throttle(FREE_TRIES, () => WAIT_MS);

/**
 * The phone a request comes from. A right token is never held up by wrong ones of others behind the same address, and one that was right
 * once is not taken for a guess: only tokens that are none of ours have to wait.
 */
export function phoneOf(request: IncomingMessage): Outcome<KnownPhone> {
  const token = tokenOf(request);
  if (token === null) return refuse(401, NOT_LET_IN);
  const known = answered(() => knownPhone(token, request.headers.host?.toLowerCase() ?? null));
  if (known.ok || known.status !== 401) return known;
  const wasOurs = answered(() => done(isOurToken(token)));
  if (!wasOurs.ok || wasOurs.value) return known;
  const from = addressOf(request);
  const hasToWait = tries.waitOf(from) > 0;
  tries.fail(from);
  return hasToWait ? refuse(429, 'Too many tries. Wait half a minute, then scan the code again.') : known;
}

/** Lets a page of an earlier address of ours read the answer. Cookies are never sent along. */
function allowOrigin(request: IncomingMessage, response: ServerResponse): void {
  const { origin } = request.headers;
  if (origin === undefined || !URL.canParse(origin)) return;
  const { host } = new URL(origin);
  if (host === request.headers.host || !wasOurAddress(host)) return;
  response.setHeader('access-control-allow-origin', origin);
  // How long the browser held a request back is told to the page of another address as well.
  response.setHeader('timing-allow-origin', origin);
  response.setHeader('vary', 'origin');
  response.setHeader('cross-origin-resource-policy', 'cross-origin');
  response.setHeader('access-control-allow-headers', 'authorization, content-type');
  response.setHeader('access-control-allow-methods', 'GET, POST');
  response.setHeader('access-control-allow-private-network', 'true');
  response.setHeader('access-control-max-age', '600');
}

async function view(phone: KnownPhone, url: URL): Promise<Outcome<unknown>> {
  const asked = phase.safeParse(url.searchParams.get('phase'));
  const seen = await askThread('walkView', {
    jobId: phone.jobId,
    phone: phone.caller.name,
    scope: phone.scope,
    phase: asked.success ? asked.data : null,
  });
  return seen ? done(seen) : noSuchJob();
}

/** What phones ask for and send. */
export async function answerWalk(
  request: IncomingMessage,
  response: ServerResponse,
  url: URL,
): Promise<void> {
  allowOrigin(request, response);
  const what = url.pathname.slice(WALK_API.length);
  if (request.method === 'OPTIONS') {
    response.writeHead(204);
    response.end();
    return;
  }
  const phone = phoneOf(request);
  if (!phone.ok) return reply(response, phone);
  try {
    if (what === 'job' && request.method === 'GET') return reply(response, await view(phone.value, url));
    if (what === 'newest' && request.method === 'GET')
      return reply(
        response,
        answered(() => done(newestOf(phone.value.jobId))),
      );
    if (what === 'rows' && request.method === 'POST') {
      const body = await readJson(sentBy(request), ROWS_BODY);
      return reply(response, body.ok ? await takeRows(phone.value, body.value) : body);
    }
    if (what === 'together' && request.method === 'POST') {
      const body = await readJson(sentBy(request), SMALL_BODY);
      return reply(response, body.ok ? readyTogether(phone.value, body.value) : body);
    }
    if (what === 'picture' && request.method === 'POST') {
      const body = await readPictureBody(sentBy(request), PICTURE_LIMIT_BYTES);
      return reply(response, body.ok ? await patiently(() => takePicture(phone.value, body.value)) : body);
    }
    if (what === 'practice' && request.method === 'POST') {
      const body = await readJson(sentBy(request), ROWS_BODY);
      const { caller, jobId } = phone.value;
      return reply(response, body.ok ? await practise(caller, jobId, body.value) : body);
    }
    reply(response, refuse(404, 'There is nothing here.'));
  } catch {
    reply(response, refuse(503, 'The laptop could not work that out. Try again.'));
  }
}
