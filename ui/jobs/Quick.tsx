'use client';
import { useId, useState } from 'react';
import type { Brief } from '@/core/brief/brief';
import { quickJob } from '@/core/job/quickJob';
import type { JobFile } from '@/core/job/jobFile';
import type { Problem } from '@/core/job/problem';
import type { LengthUnit } from '@/core/site/model/lengths';
import { AGES, type AgeId } from '@/core/site/usual/ages';
import { newId } from '@/ui/job/newId';
import { Button } from '@/ui/pieces/Button';
import { SelectField, Tick } from '@/ui/pieces/fields';

type LineKind = Brief['line']['kind'];
const LINES: { value: LineKind; label: string }[] = [
  { value: 'fibre', label: 'fibre' },
  { value: 'cable', label: 'cable' },
  { value: 'dsl', label: 'DSL' },
  { value: 'fixedWireless', label: 'fixed wireless' },
];
const LENGTHS: { value: LengthUnit; label: string }[] = [
  { value: 'metres', label: 'metres' },
  { value: 'feet', label: 'feet' },
];
const AGE_CHOICES = (Object.keys(AGES) as AgeId[]).map((value) => ({ value, label: AGES[value].label }));

/** A small visit as it is told over the telephone: line, rooms, what fails where. It becomes a job that a survey goes on from. */
export function Quick({
  busy,
  onMade,
  onProblems,
}: {
  busy: boolean;
  onMade: (job: JobFile) => void;
  onProblems: (problems: Problem[]) => void;
}) {
  const id = useId();
  const [name, setName] = useState('');
  const [rooms, setRooms] = useState('');
  const [fails, setFails] = useState('');
  const [router, setRouter] = useState('');
  const [down, setDown] = useState('');
  const [up, setUp] = useState('');
  const [lineKind, setLineKind] = useState<LineKind>('dsl');
  const [age, setAge] = useState<AgeId>('to1990');
  const [mayDrill, setMayDrill] = useState(false);
  const [lengthUnit, setLengthUnit] = useState<LengthUnit>('metres');
  const number = (text: string) => Number(text.trim().replace(',', '.'));
  const text = (label: string, value: string, set: (v: string) => void, hint: string, wide = false) => (
    <label className={`lab ${wide ? 'min-w-60 flex-1' : ''}`}>
      {label}
      <input
        className={`field mt-0.5 block ${wide ? '' : 'w-32!'}`}
        value={value}
        maxLength={300}
        placeholder={hint}
        onChange={(e) => set(e.target.value)}
      />
    </label>
  );
  return (
    <details className="panel mt-3 px-4 py-2">
      <summary className="cursor-pointer">
        <strong className="fig font-semibold">Quick job:</strong> a small visit told over the telephone,
        without a drawing. A survey goes on from it.
      </summary>
      <form
        className="mt-2 space-y-2"
        onSubmit={(e) => {
          e.preventDefault();
          const made = quickJob(
            {
              name,
              lineKind,
              downMbps: number(down),
              upMbps: number(up),
              age,
              rooms,
              fails,
              router,
              mayDrill,
              lengthUnit,
            },
            newId,
          );
          if (made.ok) onMade(made.job);
          else onProblems(made.problems);
        }}
      >
        <div className="flex flex-wrap items-end gap-3">
          {text('Name or address of the visit', name, setName, '4 Mill Lane', true)}
          <div className="w-36">
            <SelectField label="Line" value={lineKind} options={LINES} onChange={setLineKind} />
          </div>
          {text('Down, Mb/s', down, setDown, '80')}
          {text('Up, Mb/s', up, setUp, '20')}
          <div className="w-40">
            <SelectField label="House built" value={age} options={AGE_CHOICES} onChange={setAge} />
          </div>
        </div>
        <div>
          <label className="lab" htmlFor={id}>
            Rooms: a line for each storey, ground floor first; beside each other with commas, the next row
            behind a stroke
          </label>
          <textarea
            id={id}
            className="field"
            rows={3}
            maxLength={1500}
            value={rooms}
            placeholder={'hall, lounge / kitchen, dining\nlanding, front bedroom / study, bathroom'}
            onChange={(e) => setRooms(e.target.value)}
          />
        </div>
        <div className="flex flex-wrap items-end gap-3">
          {text('It fails in', fails, setFails, 'study, front bedroom', true)}
          {text('The router is in', router, setRouter, 'hall')}
          <div className="w-32">
            <SelectField label="Lengths in" value={lengthUnit} options={LENGTHS} onChange={setLengthUnit} />
          </div>
          <Tick label="we may drill" checked={mayDrill} onChange={setMayDrill} />
          <Button type="submit" look="strong" disabled={busy}>
            Plan the visit
          </Button>
        </div>
      </form>
    </details>
  );
}
