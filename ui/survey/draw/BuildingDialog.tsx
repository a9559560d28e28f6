'use client';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { addBoxBuilding, freeCorner } from '@/core/site/edit/plot';
import { storeyNameAt } from '@/core/site/edit/storeys';
import { MOST_STOREYS } from '@/core/site/model/schema';
import { AGES, type AgeId } from '@/core/site/usual/ages';
import { useJob } from '@/ui/job/store';
import { NumberField, SelectField, TextField } from '@/ui/pieces/fields';
import { LengthField } from '@/ui/pieces/LengthField';
import { newId } from '@/ui/job/newId';
import { Problem } from '@/ui/pieces/Problem';
import { AGE_CHOICES } from './ageChoices';
import { constructionChoices } from './constructionChoices';
import { useDrawing, useDrawingStore } from './drawing';
import { Button } from '@/ui/pieces/Button';

/** Yard left between a new building and the last one until it is moved, m. */
const GAP_M = 6;

/** Adds a building by its outside dimensions, with its outer walls on every storey. */
export function BuildingDialog({
  open,
  onOpenChange,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  const site = useJob((s) => s.site);
  const setSite = useJob((s) => s.setSite);
  const showStorey = useJob((s) => s.showStorey);
  const corner = freeCorner(site, GAP_M);
  const [name, setName] = useState('House');
  const [widthM, setWidthM] = useState(10);
  const [depthM, setDepthM] = useState(8);
  const [storeys, setStoreys] = useState(2);
  const [heightM, setHeightM] = useState(2.5);
  const [x, setX] = useState<number | null>(null);
  const [y, setY] = useState<number | null>(null);
  const [construction, setConstruction] = useState('brickCavity');
  const [floor, setFloor] = useState('timberFloor');
  const [roof, setRoof] = useState('tileRoof');
  const [refused, setRefused] = useState(false);
  const drawing = useDrawingStore();
  const age = useDrawing((s) => s.age);
  /** Walls, floors and roof as houses of an age mostly have them; each can be said otherwise. */
  const built = (id: AgeId) => {
    const { outerWall, innerWall, floor, roof } = AGES[id];
    drawing.getState().set({ age: id, construction: innerWall });
    setConstruction(outerWall);
    setFloor(floor);
    setRoof(roof);
  };
  const add = () => {
    const made = addBoxBuilding(
      site,
      {
        name: name.trim() || 'Building',
        at: { xM: x ?? corner.xM, yM: y ?? corner.yM },
        widthM,
        depthM,
        storeyNames: Array.from({ length: storeys }, (_, i) => storeyNameAt(i)),
        storeyHeightM: heightM,
        construction,
        floor,
        roof,
      },
      newId,
    );
    setSite(() => made.site);
    showStorey(made.storeyId);
    setX(null);
    setY(null);
    onOpenChange(false);
  };
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-10 bg-black/40" />
        <Dialog.Content className="panel fixed top-1/2 left-1/2 z-20 w-[min(94vw,540px)] -translate-x-1/2 -translate-y-1/2 p-4">
          <Dialog.Title className="head2">Add a building</Dialog.Title>
          <Dialog.Description className="text-[13px] text-ink-2">
            Outside dimensions. Inner walls, doors and windows are drawn afterwards.
          </Dialog.Description>
          <form
            className="mt-3 grid grid-cols-2 gap-3"
            onSubmit={(e) => {
              e.preventDefault();
              // What is marked as wrong is never replaced by what stood there before.
              const wrong = e.currentTarget.querySelector<HTMLElement>('[aria-invalid=true]');
              setRefused(wrong !== null);
              if (wrong) wrong.focus();
              else add();
            }}
          >
            <TextField label="Name" value={name} onChange={setName} />
            <NumberField
              label="Storeys"
              unit={`1 to ${MOST_STOREYS}`}
              value={storeys}
              min={1}
              max={MOST_STOREYS}
              whole
              onChange={(v) => v !== null && setStoreys(v)}
            />
            <LengthField
              label="West to east"
              valueM={widthM}
              minM={1}
              maxM={200}
              onChange={(v) => v !== null && setWidthM(v)}
            />
            <LengthField
              label="North to south"
              valueM={depthM}
              minM={1}
              maxM={200}
              onChange={(v) => v !== null && setDepthM(v)}
            />
            <LengthField
              label="North-west corner, east"
              valueM={x ?? corner.xM}
              minM={-1000}
              maxM={1000}
              onChange={setX}
            />
            <LengthField
              label="North-west corner, south"
              valueM={y ?? corner.yM}
              minM={-1000}
              maxM={1000}
              onChange={setY}
            />
            <LengthField
              label="Storey height"
              valueM={heightM}
              minM={1.8}
              maxM={8}
              onChange={(v) => v !== null && setHeightM(v)}
            />
            <SelectField<AgeId | ''>
              label="Built"
              value={age ?? ''}
              options={[...(age === null ? [{ value: '' as const, label: 'when?' }] : []), ...AGE_CHOICES]}
              onChange={(id) => id !== '' && built(id)}
            />
            <SelectField
              label="Outer walls"
              value={construction}
              options={constructionChoices('wall')}
              onChange={setConstruction}
            />
            <SelectField
              label="Floors"
              value={floor}
              options={constructionChoices('floor')}
              onChange={setFloor}
            />
            <SelectField label="Roof" value={roof} options={constructionChoices('roof')} onChange={setRoof} />
            <Problem
              className="col-span-2"
              words={refused ? 'Nothing was added: correct the marked field first.' : null}
            />
            <div className="col-span-2 flex gap-2">
              <Button type="submit" look="strong">
                Add building
              </Button>
              <Dialog.Close className="btn">Cancel</Dialog.Close>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
