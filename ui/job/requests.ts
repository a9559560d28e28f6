import type { Problem } from '@/core/job/problem';

export type Answer<T> =
  | { ok: true; value: T }
  | { ok: false; status: number; problems: Problem[]; current?: { revision: number; document: unknown } };

const unreachable: { ok: false; status: number; problems: Problem[] } = {
  ok: false,
  status: 0,
  problems: [{ path: '', message: 'The server does not answer. Is it still running?' }],
};

/** Sends JSON to our own server. A server that cannot be reached is an answer with status 0. */
export async function send<T>(
  method: 'POST' | 'PUT' | 'PATCH',
  path: string,
  body: unknown,
): Promise<Answer<T>> {
  try {
    const response = await fetch(path, {
      method,
      headers: { 'content-type': 'application/json' },
      body: typeof body === 'string' ? body : JSON.stringify(body),
    });
    const data = (await response.json()) as T & {
      problems?: Problem[];
      current?: { revision: number; document: unknown };
    };
    if (response.ok) return { ok: true, value: data };
    return { ok: false, status: response.status, problems: data.problems ?? [], current: data.current };
  } catch {
    return unreachable;
  }
}

/** Sends a picture to be kept with a job. */
export async function sendPicture(jobId: string, blob: Blob): Promise<Answer<{ pictureId: string }>> {
  try {
    const response = await fetch(`/api/jobs/${jobId}/pictures`, {
      method: 'POST',
      headers: { 'content-type': blob.type },
      body: blob,
    });
    const data = (await response.json()) as { pictureId: string; problems?: Problem[] };
    if (response.ok) return { ok: true, value: data };
    return { ok: false, status: response.status, problems: data.problems ?? [] };
  } catch {
    return unreachable;
  }
}

export const problemText = (problems: readonly Problem[]): string =>
  problems.map((p) => (p.path ? `${p.path}: ${p.message}` : p.message)).join(' · ');
