'use client';
import { useState } from 'react';
import { whyNotHeld, whyNotJoined } from '@/core/fit/trouble';
import type { DayStep } from '@/core/fit/progress';
import type { HeldAt } from '@/core/fit/held';
import type { Light } from '@/core/kit/model/details';
import { Problem } from '@/ui/pieces/Problem';
import { LightTable } from './LightTable';
import { NumberText } from './NumberText';

const number = (text: string): number | null => {
  const value = Number(text.trim().replace(',', '.').replace('−', '-'));
  return text.trim() === '' || !Number.isFinite(value) ? null : value;
};

/** It is not good: what the light, the time since the press and the level say it is, and what to do next. */
export function NotGood({ step, held }: { step: DayStep; held: HeldAt | null }) {
  const [light, setLight] = useState<Light | null>(null);
  const [since, setSince] = useState('');
  const [level, setLevel] = useState('');
  const [tries, setTries] = useState(1);
  const seen = { light, sinceMin: number(since), levelDbm: number(level), tries };
  const badLevel =
    level.trim() !== '' && (seen.levelDbm === null || seen.levelDbm > 0 || seen.levelDbm < -120);
  const said =
    light === null && seen.sinceMin === null && seen.levelDbm === null
      ? null
      : step.joins
        ? whyNotJoined(seen, step.joins)
        : held
          ? whyNotHeld(seen, held)
          : null;
  return (
    <div className="mt-2 border-l-2 border-l-mains pl-3" role="group" aria-label="It is not good">
      <p className="fig text-[13px] text-ink-2">Which light does it show?</p>
      <LightTable lights={step.lights} picked={light} onPick={(l) => setLight(l === light ? null : l)} />
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <NumberText
          label={step.joins ? 'Minutes since the press' : 'Minutes since power on'}
          mode="decimal"
          value={since}
          onChange={setSince}
        />
        <NumberText label="Level beside it, dBm" value={level} onChange={setLevel} />
        <label className="lab">
          Tries so far
          <input
            className="field fig mt-0.5 block w-20!"
            type="number"
            min={1}
            max={20}
            value={tries}
            onChange={(e) => setTries(Math.min(20, Math.max(1, Math.round(Number(e.target.value) || 1))))}
          />
        </label>
      </div>
      <Problem words={badLevel ? 'A level is between −120 and 0 dBm.' : null} />
      {said && !badLevel && (
        <div role="status" className="mt-1" data-cause={said.cause}>
          <p className="font-semibold">{said.words}</p>
          <ul className="list-disc pl-5">
            {said.next.map((n) => (
              <li key={n}>{n}</li>
            ))}
          </ul>
        </div>
      )}
    </div>
  );
}
