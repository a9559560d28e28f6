import { BANDS, type PerBand } from '../radio/link/bands';
import { SPEED_DB_PER_LN, asLoss } from '../radio/learning/beliefs';
import { lossParameter } from '../radio/propagation/features';
import type { Posterior } from '../radio/learning/posterior';
import { CLIENT_TYPES } from '../radio/link/clients';
import { describeConstruction, inSentence, type CustomConstruction } from '../site/model/constructions';
import type { ClientTypeId } from '../site/model/schema';

/** A change smaller than this says nothing a person would act on, dB, and as a share of a speed. */
const WORTH_SAYING_DB = 1.5;
const WORTH_SAYING_SHARE = 0.1;
/** A queue of so many ms matters as much as a dB (estimate). */
const QUEUE_MS_PER_DB = 10;
/** Most things said: more is a table. */
const MOST_SAID = 3;

interface Lesson {
  words: string;
  /** How much it matters, dB; speeds by what they are worth in level. */
  size: number;
}

const moreOrLess = (db: number, more: string, less: string) =>
  `${Math.abs(db).toFixed(0)} dB ${db > 0 ? more : less}`;

function lessonsOf(
  { parameters, mean }: Posterior,
  custom: readonly CustomConstruction[],
  airQueueMs: PerBand,
): Lesson[] {
  const lessons = new Map<string, Lesson>();
  const put = (thing: string, lesson: Lesson) => {
    if (lesson.size > (lessons.get(thing)?.size ?? 0)) lessons.set(thing, lesson);
  };
  const value = (name: string) => mean[parameters.indexOf(name)] ?? 0;
  for (const [i, name] of parameters.entries()) {
    const m = mean[i]!;
    const [kind, what, band] = name.split(':');
    if (kind === 'device' && band === undefined && Math.abs(m) >= WORTH_SAYING_DB)
      put(name, {
        words: `the ${inSentence(CLIENT_TYPES[what as ClientTypeId].label)} hears ${moreOrLess(m, 'more', 'less')} than its kind usually does`,
        size: Math.abs(m),
      });
    const loss = asLoss(name);
    if (loss && loss.band === '5') {
      // Bands hang together: said is their middle, which readings of any of them teach.
      const middle =
        BANDS.reduce((sum, own) => sum + value(lossParameter(loss.construction, own)), 0) / BANDS.length;
      if (Math.abs(middle) >= WORTH_SAYING_DB)
        put(loss.construction, {
          words: `${inSentence(describeConstruction(loss.construction, custom).label)} takes ${moreOrLess(middle, 'more', 'less')} than usual`,
          size: Math.abs(middle),
        });
    }
    if (kind === 'edge' && Math.abs(m) >= WORTH_SAYING_DB)
      put(name, {
        words: `signal gets round corners with ${moreOrLess(m, 'more', 'less')} loss than usual`,
        size: Math.abs(m),
      });
    if (kind === 'air') {
      const factor = Math.exp(m + value('share'));
      if (Math.abs(factor - 1) >= WORTH_SAYING_SHARE)
        put(name, {
          words: `${what} GHz moves ${(100 * factor).toFixed(0)} % of the usual speed at its level`,
          size: SPEED_DB_PER_LN * Math.abs(Math.log(factor)),
        });
    }
  }
  for (const [b, ms] of airQueueMs.entries())
    if (ms > 0)
      put(`queue:${b}`, {
        words: `${BANDS[b]} GHz keeps a loaded run waiting ${ms.toFixed(0)} ms longer than the line does`,
        size: ms / QUEUE_MS_PER_DB,
      });
  return [...lessons.values()].sort((a, b) => b.size - a.size);
}

/** What readings taught in one sentence; that the house is as usual where nothing is worth saying. */
export function posteriorWords(
  posterior: Posterior,
  custom: readonly CustomConstruction[],
  airQueueMs: PerBand,
): string {
  const said = lessonsOf(posterior, custom, airQueueMs)
    .slice(0, MOST_SAID)
    .map((l) => l.words);
  if (said.length === 0)
    return 'This house is as its drawing says: nothing differs from the usual by more than a reading scatters.';
  const last = said.pop()!;
  const list = said.length > 0 ? `${said.join(', ')}, and ${last}` : last;
  return `In this house ${list}.`;
}
