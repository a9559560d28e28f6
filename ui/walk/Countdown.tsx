/** @jsxImportSource preact */
import type { JoinAt } from '@/core/fit/step';
import { began, begin } from './clocks';
import { useNow } from './useNow';
import { useState } from 'preact/hooks';

const clock = (s: number) => `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, '0')}`;

/** Which side first, for how long, and how much of the window is left. */
export function Countdown({ stepKey, joins }: { stepKey: string; joins: JoinAt }) {
  const now = useNow(1000);
  const [, setAgain] = useState(0);
  const { joining, root, joiners } = joins;
  if (joining.method === 'none' || joining.method === 'page') return null;
  const all = joiners.join(', ');
  const windowS = joining.windowS || 120;
  const at = began(stepKey);
  const leftS = at === null ? null : windowS - (now - at) / 1000;
  const isNew = joining.first === 'new';
  const [first, then] = isNew ? [all, root] : [root, all];
  const press = joining.pressS > 0 ? `, ${joining.pressS} s` : '';
  return (
    <section class="live" aria-label="Countdown">
      {leftS === null && joining.method !== 'button' ? (
        <p>
          Search from <strong>{root}</strong>: <strong>{all}</strong> {joiners.length === 1 ? 'is' : 'are'}{' '}
          found within {clock(windowS)}.
        </p>
      ) : leftS === null ? (
        <p>
          First <strong>{first}</strong>
          {press}, then <strong>{then}</strong> within {clock(windowS)}.
        </p>
      ) : leftS > 0 ? (
        <>
          <p class="big" role="timer">
            {clock(leftS)}
          </p>
          <p>
            {joining.method === 'button' ? (
              <>
                Now <strong>{then}</strong>
                {press}
              </>
            ) : (
              <>
                <strong>{all}</strong> is being looked for
              </>
            )}
          </p>
        </>
      ) : (
        <p class="said">The window is over: was it found? If not, start again.</p>
      )}
      <button
        type="button"
        class="wide"
        onClick={() => {
          begin(stepKey, Date.now());
          setAgain((n) => n + 1);
        }}
      >
        {joining.method === 'button' ? `${first} is pressed` : 'The search is on'}
        {leftS === null ? '' : ', once more'}
      </button>
    </section>
  );
}
