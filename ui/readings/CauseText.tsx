import type { SpotCause } from '@/core/readings/causes';
import { causeWords, settledWords, suspectWord } from '@/core/readings/causeWords';
import type { Option } from '@/core/plan/option/schema';

/** Why a spot does not get what it needs, with what it rests on and what one reading would settle. */
export function CauseText({ cause, option }: { cause: SpotCause; option: Option }) {
  const settles = settledWords(cause, option);
  return (
    <p className="mt-1">
      <strong className="font-semibold">Likely cause, {suspectWord(cause.first, option)}:</strong>{' '}
      {causeWords(cause, option)}
      {settles && <span className="text-ink-2"> {settles}</span>}
    </p>
  );
}
