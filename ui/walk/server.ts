import type { RowAnswer } from '@/server/walk/rows';
import type { TogetherAnswer } from '@/server/walk/together';
import type { WalkView } from '@/server/walk/view';
import type { KeptRow } from './kept';

/** What came of asking the laptop. Status 0 is no answer at all. */
export type Asked<T> = { ok: true; value: T } | { ok: false; status: number; words: string };

/** An answer that takes longer than this is none, ms. */
const PATIENCE_MS = 15_000;

async function ask<T>(base: string, token: string, path: string, body?: unknown): Promise<Asked<T>> {
  const given = new AbortController();
  const timer = setTimeout(() => given.abort(), PATIENCE_MS);
  try {
    const response = await fetch(`${base}/walk/api/${path}`, {
      method: body === undefined ? 'GET' : 'POST',
      cache: 'no-store',
      signal: given.signal,
      headers: {
        authorization: `Bearer ${token}`,
        ...(body === undefined
          ? {}
          : { 'content-type': body instanceof Blob ? body.type : 'application/json' }),
      },
      body: body === undefined || body instanceof Blob ? body : JSON.stringify(body),
    });
    const said = (await response.json()) as T & { problems?: { message: string }[] };
    if (response.ok) return { ok: true, value: said };
    return {
      ok: false,
      status: response.status,
      words: said.problems?.map((p) => p.message).join(' ') ?? '',
    };
  } catch {
    return { ok: false, status: 0, words: 'The laptop does not answer.' };
  } finally {
    clearTimeout(timer);
  }
}

export const askView = (base: string, token: string, phase: WalkView['phase'] | null) =>
  ask<WalkView>(base, token, `job${phase ? `?phase=${phase}` : ''}`);

/** Which state of the job there is to look at, in a word. */
export const askNewest = (base: string, token: string) => ask<{ newest: string }>(base, token, 'newest');

export const sendRows = (base: string, token: string, rows: readonly KeptRow[]) =>
  ask<{ rows: RowAnswer[] }>(base, token, 'rows', {
    rows: rows.map(({ phase, basis, row }) => ({ phase, basis, row })),
  });

/** Sends a photo; the laptop gives it an id. */
export async function sendPhoto(
  base: string,
  token: string,
  photo: Blob,
): Promise<Asked<{ pictureId: string }>> {
  return ask<{ pictureId: string }>(base, token, 'picture', photo);
}

/** Asks the practice house for a run. */
export const askPractice = (
  base: string,
  token: string,
  asked: { id: string; subject: unknown; phase: WalkView['phase'] },
) => ask<{ words: string }>(base, token, 'practice', asked);

/** Says that this phone is ready at a spot to run with others, and asks whether they are. */
export const askTogether = (base: string, token: string, ready: { spotId: string; phones: number }) =>
  ask<TogetherAnswer>(base, token, 'together', ready);
