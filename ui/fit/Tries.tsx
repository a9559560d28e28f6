'use client';
import { useMemo, useState } from 'react';
import { evidenceOf } from '@/core/evidence/fold';
import { LIGHT_WORDS } from '@/core/fit/lights';
import type { DayStep } from '@/core/fit/progress';
import type { Option, Unit } from '@/core/plan/option/schema';
import { levelText } from '@/core/site/model/levelText';
import {
  expectedLight,
  judgementWords,
  judgeTries,
  placeAt,
  TRIED_LIGHTS,
  triedOf,
  type Tried,
} from '@/core/readings/tries';
import { useAsk } from '@/ui/job/useAsk';
import { useJob } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';
import { LightTable } from './LightTable';
import { NumberText } from './NumberText';

/** A unit in its place: its light or level, what was expected, and whether it stays, goes elsewhere or gets a wire. */
export function Tries({ step, planned, unit }: { step: DayStep; planned: Option; unit: Unit }) {
  const evidence = useJob((s) => s.evidence);
  const record = useRecord();
  const [level, setLevel] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const question = useMemo(
    () => ({ kind: 'tries' as const, option: planned, unitId: unit.id }),
    [planned, unit.id],
  );
  const table = useAsk<'tries'>(question);
  if (!table) return null;
  const tried = triedOf(table, evidenceOf(evidence).tries);
  const at = placeAt(table, unit.place);
  const here = at === null ? null : table.places[at]!;
  const judged = judgeTries(table, tried);
  const last = tried[tried.length - 1];
  const isAsked = here !== null && (last === undefined || last.at !== at);
  const levelDbm = level.trim() === '' ? null : Number(level.trim().replace('−', '-'));
  const isLevel = levelDbm !== null && levelDbm >= -120 && levelDbm < 0;
  const note = (seen: Pick<Tried, 'light' | 'levelDbm'>) => {
    if (!here) return;
    setLevel('');
    void record.tried(unit.id, here.place, { ...seen, linkMbps: null }).then(setProblem);
  };
  const stands = (i: number) =>
    void record.stands(unit.id, i === 0 ? null : table.places[i]!.place).then(setProblem);
  return (
    <div
      className="mt-2 border-l-2 border-l-lamp pl-3"
      role="group"
      aria-label={`Where ${unit.letter} stands`}
    >
      <p className="fig">
        <strong>{here ? here.name : 'Elsewhere than any place that is reckoned'}</strong>
        {here && (
          <span className="text-ink-2">
            {' '}
            {levelText(here.meanDbm)} from {table.uplink} expected: {LIGHT_WORDS[expectedLight(here.meanDbm)]}
          </span>
        )}
      </p>
      {isAsked && (
        <>
          <p className="fig text-[13px] text-ink-2">Which light does it show, once it has settled?</p>
          <LightTable
            lights={step.lights.filter((l) => TRIED_LIGHTS.includes(l.means))}
            onPick={(light) => note({ light, levelDbm: null })}
          />
          <form
            className="mt-1 flex items-end gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              if (isLevel) note({ light: null, levelDbm });
            }}
          >
            <NumberText label="Or its level, dBm" value={level} onChange={setLevel} />
            <Button type="submit" disabled={!isLevel}>
              Note the level
            </Button>
          </form>
        </>
      )}
      {tried.length > 0 && (
        <p role="status" className="mt-1 font-semibold" data-says={judged.says}>
          {judgementWords(table, judged)}
        </p>
      )}
      {judged.says === 'next' && judged.at !== null && !isAsked && (
        <Button className="mt-1" onClick={() => stands(judged.at!)}>
          {unit.letter} stands at {table.places[judged.at]!.name} now
        </Button>
      )}
      {table.places.length > 1 && (
        <details className="mt-1">
          <summary className="cursor-pointer text-[13px]">
            {tried.length} {tried.length === 1 ? 'try' : 'tries'}, other places
          </summary>
          <ul className="fig">
            {table.places.map((p, i) => (
              <li key={p.id} className="flex items-center gap-2 py-0.5">
                <span className="flex-1">{p.name}</span>
                <span className="text-ink-2">
                  {i === at ? 'it stands here' : `${Math.round(100 * judged.chances[i]!)} %`}
                </span>
                {i !== at && <Button onClick={() => stands(i)}>Stands there now</Button>}
              </li>
            ))}
          </ul>
        </details>
      )}
      <Problem words={problem} />
    </div>
  );
}
