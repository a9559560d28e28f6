/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import type { Light } from '@/core/kit/model/details';
import { whyNotHeld, whyNotJoined } from '@/core/fit/trouble';
import { began } from './clocks';
import type { WalkDayStep } from './day';
import { LightButtons } from './LightButtons';
import { useNow } from './useNow';

/** It is not good: what the light, the time since the press and the level say it is, and what to do next. */
export function NotGood({ step }: { step: WalkDayStep }) {
  const [light, setLight] = useState<Light | null>(null);
  const [level, setLevel] = useState('');
  const [tries, setTries] = useState(1);
  const now = useNow(5000);
  const at = began(step.key);
  const since = at === null ? null : (now - at) / 60_000;
  const levelDbm = level.trim() === '' ? null : Number(level.trim().replace('−', '-'));
  const isLevel = levelDbm === null || (levelDbm >= -120 && levelDbm <= 0);
  const seen = { light, sinceMin: since, levelDbm: isLevel ? levelDbm : null, tries };
  const said =
    light === null && levelDbm === null
      ? null
      : step.joins
        ? whyNotJoined(seen, step.joins)
        : step.held
          ? whyNotHeld(seen, step.held)
          : null;
  return (
    <section class="bad" aria-label="It is not good">
      <p>Which light does it show?</p>
      <LightButtons lights={step.lights} picked={light} onPick={(l) => setLight(light === l ? null : l)} />
      <label>
        Level beside it, dBm, if it was read
        <input inputMode="numeric" value={level} onInput={(e) => setLevel(e.currentTarget.value)} />
      </label>
      {!isLevel && <p role="alert">A level is between −120 and 0 dBm.</p>}
      {said && (
        <div role="status" class="said-why" data-cause={said.cause}>
          <p class="said">{said.words}</p>
          <ol class="acts">
            {said.next.map((n) => (
              <li key={n}>{n}</li>
            ))}
          </ol>
          {said.cause !== 'good' && said.cause !== 'wait' && (
            <button type="button" class="wide" onClick={() => setTries(tries + 1)}>
              Done that, still not good (tried {tries} {tries === 1 ? 'time' : 'times'})
            </button>
          )}
        </div>
      )}
    </section>
  );
}
