import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import { VERDICT_WORDS } from '@/core/site/model/verdict';
import { directionOf, readOf } from '@/ui/ledger/rows';
import { VERDICT_TONE, type Tone } from '@/ui/ledger/tones';

/** Word of the result column and its tone. */
export function resultOf(v: SpotVerdict): { result: string; tone: Tone } {
  if (v.gone) return { result: 'gone ✓', tone: 'good' };
  if (v.worse) return { result: `worse: ${VERDICT_WORDS[v.after!.verdict]}`, tone: 'bad' };
  if (!v.after) {
    const again = v.past.length > 0 ? 'read again' : 'not read yet';
    return { result: v.wasDead ? `dead, ${again}` : again, tone: v.past.length > 0 ? 'care' : 'plain' };
  }
  const { verdict } = v.after;
  // A dead spot that serves now is still not proven gone: that is never shown as good.
  if (v.wasDead)
    return {
      result: `not yet: ${VERDICT_WORDS[verdict]}`,
      tone: verdict === 'works' ? 'care' : VERDICT_TONE[verdict],
    };
  return { result: VERDICT_WORDS[verdict], tone: VERDICT_TONE[verdict] };
}

/** What was read of what is needed, in how many runs, and the rounds it comes from where there was more than one. */
export function runsText(v: SpotVerdict): string {
  const { runs } = v.after!;
  const rounds = v.rounds.join(' and ');
  const up = directionOf(v.after!.decidedBy) === 'up';
  return `${readOf(v.after!, up, v.need)}, ${runs} ${runs === 1 ? 'run' : 'runs'}, round ${rounds}`;
}

/** Whether a spot still waits for a reading: a dead one until it is gone, any other until it is read and no worse. */
export const stillToRead = (v: SpotVerdict): boolean => (v.wasDead ? !v.gone : !v.after || v.worse);
