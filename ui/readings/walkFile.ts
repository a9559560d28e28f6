import type { RowAnswer } from '@/server/walk/rows';
import { problemText, send } from '@/ui/job/requests';

/** Rows of a walk file sent at a time. */
const AT_ONCE = 40;

/** Sends what a phone has saved; null where the text is no such file. */
export async function sendWalkFile(
  jobId: string,
  text: string,
): Promise<{ ok: boolean; words: string } | null> {
  if (!/^\s*\{\s*"format"\s*:\s*"nestle-walk"/.test(text.slice(0, 200))) return null;
  let rows: unknown[];
  let madeIn: unknown;
  try {
    const file = JSON.parse(text) as { rows?: unknown; jobId?: unknown };
    madeIn = file.jobId;
    if (!Array.isArray(file.rows)) return { ok: false, words: 'The walk file holds no rows.' };
    rows = file.rows;
  } catch {
    return { ok: false, words: 'The walk file was cut off: save it on the phone again.' };
  }
  let kept = 0;
  const refused: string[] = [];
  for (let from = 0; from < rows.length; from += AT_ONCE) {
    const answer = await send<{ rows: RowAnswer[] }>('POST', `/api/jobs/${jobId}/walk-file`, {
      jobId: madeIn,
      rows: rows.slice(from, from + AT_ONCE),
    });
    if (!answer.ok) return { ok: false, words: problemText(answer.problems) };
    for (const r of answer.value.rows)
      if (r.ok) kept++;
      else refused.push(r.words);
  }
  const more = refused.length > 0 ? ` ${refused.length} refused: ${[...new Set(refused)].join(' ')}` : '';
  return { ok: refused.length === 0, words: `${kept} entries of the walk are in.${more}` };
}
