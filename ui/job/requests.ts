import { MOST_PROBLEMS, type Problem } from '@/core/job/problem';

export type Answer<T> = { ok: true; value: T } | { ok: false; status: number; problems: Problem[] };

const failed = (status: number, message: string): { ok: false; status: number; problems: Problem[] } => ({
  ok: false,
  status,
  problems: [{ path: '', message }],
});

async function ask<T>(path: string, init: RequestInit): Promise<Answer<T>> {
  let status = 0;
  try {
    const response = await fetch(path, init);
    if (response.status >= 500) ({ status } = response);
    const data = (await response.json()) as T & { problems?: Problem[] };
    if (response.ok) return { ok: true, value: data };
    // What else a refusal carries, such as the current version of a document, comes along.
    return { ...data, ok: false, status: response.status, problems: data.problems ?? [] };
  } catch {
    return status === 0
      ? failed(0, 'The server does not answer. Is it still running?')
      : failed(status, `The server failed at this (${status}). Try again; what it printed says why.`);
  }
}

/** Asks our own server for something. A server that cannot be reached is an answer with status 0. */
export const get = <T>(path: string): Promise<Answer<T>> => ask<T>(path, { cache: 'no-store' });

/** Sends JSON, or the bytes of a file, to our own server. A server that cannot be reached is an answer with status 0. */
export function send<T>(method: 'POST' | 'PUT' | 'PATCH', path: string, body: unknown): Promise<Answer<T>> {
  return ask<T>(path, {
    method,
    headers: { 'content-type': 'application/json' },
    body: typeof body === 'string' || body instanceof ArrayBuffer ? body : JSON.stringify(body),
  });
}

/** Takes something away on our own server. */
export const remove = <T>(path: string): Promise<Answer<T>> => ask<T>(path, { method: 'DELETE' });

/** Sends a picture to be kept with a job. */
export function sendPicture(jobId: string, blob: Blob): Promise<Answer<{ pictureId: string }>> {
  return ask(`/api/jobs/${jobId}/pictures`, {
    method: 'POST',
    headers: { 'content-type': blob.type },
    body: blob,
  });
}

export const problemText = (problems: readonly Problem[]): string =>
  problems
    .slice(0, MOST_PROBLEMS)
    .map((p) => (p.path ? `${p.path}: ${p.message}` : p.message))
    .join(' · ');
