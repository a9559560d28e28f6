'use client';
import { useEffect, useId, useMemo, useState } from 'react';
import { AGES } from '@/core/site/usual/ages';
import { layRooms } from '@/core/site/usual/layRooms';
import { readRooms } from '@/core/site/usual/roomText';
import type { Storey } from '@/core/site/model/schema';
import { useJob, useJobStore } from '@/ui/job/store';
import { newId } from '@/ui/job/newId';
import { Button } from '@/ui/pieces/Button';
import { SelectField } from '@/ui/pieces/fields';
import { Problem } from '@/ui/pieces/Problem';
import { constructionChoices } from '../draw/constructionChoices';
import { useDrawing, useDrawingStore } from '../draw/drawing';

const EXAMPLE = {
  metres: '4.2: hall 1.8, lounge\nkitchen 3.4, dining',
  feet: `14: hall 6, lounge\nkitchen 11' 2", dining`,
};

/** Rooms of a storey with nothing inside, typed with their clear sizes: seen on the sheet as they are typed, laid by a press. */
export function TypedRooms({ storey }: { storey: Storey }) {
  const id = useId();
  const store = useJobStore();
  const drawing = useDrawingStore();
  const unit = useJob((s) => s.brief.lengthUnit);
  const site = useJob((s) => s.site);
  const age = useDrawing((s) => s.age);
  const [text, setText] = useState('');
  const [construction, setConstruction] = useState<string>(age ? AGES[age].innerWall : 'plasterboard');
  const [refused, setRefused] = useState(false);
  const made = useMemo(() => {
    if (text.trim() === '') return null;
    const read = readRooms(text, unit);
    return read.ok ? layRooms(site, storey, read.rows, construction, unit, () => 'sketch') : read;
  }, [text, unit, site, storey, construction]);
  useEffect(() => {
    drawing.getState().set({ sketch: made?.ok ? made.rooms.map((r) => r.corners) : [] });
    return () => drawing.getState().set({ sketch: [] });
  }, [made, drawing]);
  const lay = () => {
    const read = readRooms(text, unit);
    const laid = read.ok
      ? layRooms(store.getState().site, storey, read.rows, construction, unit, newId)
      : read;
    setRefused(!laid.ok);
    if (!laid.ok) return;
    store.getState().setSite(() => laid.site);
    setText('');
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        lay();
      }}
    >
      <label className="lab" htmlFor={id}>
        Rooms, west to east; a line for each row, north to south, its depth before a colon
      </label>
      <textarea
        id={id}
        className="field"
        rows={3}
        value={text}
        maxLength={2000}
        placeholder={EXAMPLE[unit]}
        aria-invalid={refused || undefined}
        onChange={(e) => {
          setText(e.target.value);
          setRefused(false);
        }}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' || !(e.ctrlKey || e.metaKey)) return;
          e.preventDefault();
          lay();
        }}
      />
      <Problem words={made && !made.ok && (refused || /\d/.test(text)) ? made.message : null} />
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <div className="w-56">
          <SelectField
            label="Walls between them"
            value={construction}
            options={constructionChoices('wall')}
            onChange={setConstruction}
          />
        </div>
        <Button type="submit" look="strong">
          Lay the rooms
        </Button>
        <span className="text-[13px] text-ink-2">
          Clear sizes, as a tape reads them. One of a row may go without; Ctrl Enter lays.
        </span>
      </div>
    </form>
  );
}
