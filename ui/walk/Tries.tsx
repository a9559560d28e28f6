/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import { LIGHT_WORDS } from '@/core/fit/lights';
import { levelText } from '@/core/site/model/levelText';
import { expectedLight, judgementWords, judgeTries, TRIED_LIGHTS, type Tried } from '@/core/readings/tries';
import type { WalkTries } from '@/server/walk/view';
import { triesOn, type WalkDayStep } from './day';
import { LightButtons } from './LightButtons';
import { record } from './state';
import { useWalk } from './useWalk';

/** A unit in its place: its light or level in two taps, what was expected, and whether it stays, goes elsewhere or gets a wire. */
export function Tries({ tries, step }: { tries: WalkTries; step: WalkDayStep }) {
  const rows = useWalk((s) => s.rows);
  const view = useWalk((s) => s.view)!;
  const [level, setLevel] = useState('');
  const { table } = tries;
  const { tried, at } = triesOn(tries, view, rows);
  const here = at === null ? null : table.places[at]!;
  const judged = judgeTries(table, tried);
  const last = tried[tried.length - 1];
  const isAsked = last === undefined || last.at !== at;
  const levelDbm = level.trim() === '' ? null : Number(level.trim().replace('−', '-'));
  const isLevel = levelDbm !== null && levelDbm >= -120 && levelDbm < 0;
  const note = (seen: Pick<Tried, 'light' | 'levelDbm'>) => {
    if (!here) return;
    setLevel('');
    void record('try', { unitId: table.unitId, place: here.place, ...seen, linkMbps: null, note: '' });
  };
  const moveTo = (i: number) =>
    void record('move', {
      unitId: table.unitId,
      place: i === 0 ? null : table.places[i]!.place,
      feed: null,
      leftOut: false,
      note: '',
    });
  const was = here && table.places[at!]!;
  const expected = was && expectedLight(was.meanDbm);
  return (
    <section class="tries" aria-label={`Where ${table.letter} stands`}>
      <p>
        <strong>{here ? here.name : 'Elsewhere than any place that is reckoned'}</strong>
        {was && expected && (
          <span class="quietly">
            {' '}
            {levelText(was.meanDbm)} from {table.uplink} expected: {LIGHT_WORDS[expected]}
          </span>
        )}
      </p>
      {here && isAsked && (
        <>
          <p>Which light does it show, once it has settled?</p>
          <LightButtons
            lights={step.lights.filter((l) => TRIED_LIGHTS.includes(l.means))}
            onPick={(light) => note({ light, levelDbm: null })}
          />
          <form
            class="row"
            onSubmit={(e) => {
              e.preventDefault();
              if (isLevel) note({ light: null, levelDbm });
            }}
          >
            <input
              aria-label="Level from its page, dBm"
              placeholder="or its level, dBm"
              inputMode="numeric"
              value={level}
              onInput={(e) => setLevel(e.currentTarget.value)}
            />
            <button type="submit" disabled={!isLevel}>
              Note
            </button>
          </form>
        </>
      )}
      {tried.length > 0 && (
        <p role="status" class="said" data-says={judged.says}>
          {judgementWords(table, judged)}
        </p>
      )}
      {judged.says === 'next' && judged.at !== null && !isAsked && (
        <button type="button" class="wide" onClick={() => moveTo(judged.at!)}>
          {table.letter} stands at {table.places[judged.at]!.name} now
        </button>
      )}
      {tried.length > 0 && table.places.length > 1 && (
        <details>
          <summary>
            {tried.length} {tried.length === 1 ? 'try' : 'tries'}, other places
          </summary>
          <ul class="spots">
            {table.places.map((p, i) => (
              <li key={p.id}>
                <button type="button" disabled={i === at} onClick={() => moveTo(i)}>
                  <span class="what">
                    <strong>{p.name}</strong>
                  </span>
                  <span class="count">
                    {i === at ? 'it stands here' : `${Math.round(100 * judged.chances[i]!)} %`}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
