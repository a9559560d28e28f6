'use client';
import { useState } from 'react';
import { confirmed, guessedCounts } from '@/core/site/edit/guesses';
import { AGES, type AgeId } from '@/core/site/usual/ages';
import { asUsual, type UsualAdded } from '@/core/site/usual/asUsual';
import { isSideShared, shareSide, SIDES } from '@/core/site/usual/sides';
import type { Building, Storey } from '@/core/site/model/schema';
import { useJob } from '@/ui/job/store';
import { newId } from '@/ui/job/newId';
import { Button } from '@/ui/pieces/Button';
import { SelectField, Tick } from '@/ui/pieces/fields';
import { AGE_CHOICES } from '../draw/ageChoices';
import { useDrawing, useDrawingStore } from '../draw/drawing';

const many = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`;

/** What was put in, in words. */
function addedWords(added: UsualAdded): string {
  const said = (
    [
      [added.doors, 'door'],
      [added.windows, 'window'],
      [added.sockets, 'socket'],
      [added.circuits, 'circuit'],
      [added.spots, 'spot'],
    ] as const
  ).flatMap(([count, what]) => (count > 0 ? [many(count, what)] : []));
  return said.length > 0
    ? `Put in as guesses: ${said.join(', ')}. Move what is elsewhere, delete what is not there.`
    : 'Nothing to put in: every closed room with a name has what it usually has.';
}

/** What is guessed and not looked at yet, and one press that says all of it is so. */
function Guessed() {
  const site = useJob((s) => s.site);
  const setSite = useJob((s) => s.setSite);
  const counts = guessedCounts(site);
  if (counts.length === 0) return null;
  return (
    <div className="mt-2 flex flex-wrap items-center justify-between gap-2 border-l-4 border-l-lamp pl-2">
      <p className="fig" data-guessed={site.guessed.length}>
        Guessed, not looked at: {counts.map((c) => many(c.count, c.kind)).join(', ')}.
      </p>
      <Button onClick={() => setSite((s) => confirmed(s))}>All of it is so</Button>
    </div>
  );
}

/** Doors, windows, sockets, circuits and spots as a house of its age usually has them, in one press; all marked as guessed. */
export function AsUsual({ building, storey }: { building: Building; storey: Storey }) {
  const site = useJob((s) => s.site);
  const setSite = useJob((s) => s.setSite);
  const drawing = useDrawingStore();
  const age = useDrawing((s) => s.age);
  const [said, setSaid] = useState('');
  const put = (storeyIds: readonly string[]) => {
    if (!age) return setSaid('Choose when it was built first.');
    let added: UsualAdded | null = null;
    setSite((s) => {
      const made = asUsual(s, storeyIds, AGES[age], newId);
      added = made.added;
      return made.site;
    });
    if (added) setSaid(addedWords(added));
  };
  return (
    <section className="panel shrink-0 p-3" aria-label="As usual here">
      <h2 className="head2">As usual here</h2>
      <div className="mt-1 flex flex-wrap items-end gap-x-3 gap-y-1">
        <div className="w-36">
          <SelectField<AgeId | ''>
            label="Built"
            value={age ?? ''}
            options={[...(age === null ? [{ value: '' as const, label: 'when?' }] : []), ...AGE_CHOICES]}
            onChange={(id) =>
              id !== '' && drawing.getState().set({ age: id, construction: AGES[id].innerWall })
            }
          />
        </div>
        <Button look="strong" onClick={() => put([storey.id])}>
          This storey
        </Button>
        {building.storeys.length > 1 && (
          <Button onClick={() => put(building.storeys.map((s) => s.id))}>Whole building</Button>
        )}
      </div>
      {storey.outline.length === 4 && (
        <fieldset className="mt-1 flex flex-wrap items-center gap-x-3">
          <legend className="lab">Walls shared with next door</legend>
          {SIDES.map((side) => (
            <Tick
              key={side}
              label={side}
              checked={isSideShared(site, building, side)}
              onChange={(on) => setSite((s) => shareSide(s, building, side, on))}
            />
          ))}
        </fieldset>
      )}
      {said && (
        <p className="mt-1 text-[13px] text-ink-2" role="status">
          {said}
        </p>
      )}
      <Guessed />
    </section>
  );
}
