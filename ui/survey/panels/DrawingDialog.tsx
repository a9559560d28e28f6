'use client';
import { Dialog } from 'radix-ui';
import { useEffect, useMemo, useState } from 'react';
import type { ReadDrawing } from '@/core/intake/dxf';
import { layersOf, likelyUnitM, wallsFromDrawing } from '@/core/intake/dxfWalls';
import { storeysById } from '@/core/site/model/levels';
import { exactLengthText } from '@/core/site/model/lengths';
import { useJob } from '@/ui/job/store';
import { SelectField, Tick } from '@/ui/pieces/fields';
import { newId } from '@/ui/job/newId';
import { constructionChoices } from '../draw/constructionChoices';
import { drawingFrom } from '../draw/importDrawing';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';

const UNITS = [
  { value: '0.001', label: 'millimetres' },
  { value: '0.01', label: 'centimetres' },
  { value: '1', label: 'metres' },
  { value: '0.0254', label: 'inches' },
  { value: '0.3048', label: 'feet' },
];

type Drawn = Extract<ReadDrawing, { ok: true }>;

/** Which layers of a drawing are walls, in what unit and of what; puts them on the open storey. */
function Choices({ drawn, onClose }: { drawn: Drawn; onClose: () => void }) {
  const storeyId = useJob((s) => s.storeyId);
  const site = useJob((s) => s.site);
  const unit = useJob((s) => s.brief.lengthUnit);
  const setSite = useJob((s) => s.setSite);
  const layers = useMemo(() => layersOf(drawn.lines), [drawn]);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(
    () => new Set(layers.slice(0, 1).map((l) => l.name)),
  );
  const [unitM, setUnitM] = useState(() => drawn.unitM ?? likelyUnitM(drawn.lines));
  const [construction, setConstruction] = useState('plasterboard');
  const outline = (storeyId && storeysById(site).get(storeyId)?.storey.outline) || [];
  const xM = Math.min(...outline.map((p) => p.xM));
  const yM = Math.min(...outline.map((p) => p.yM));
  const made = useMemo(
    () => wallsFromDrawing(drawn.lines, chosen, unitM, { xM, yM }),
    [drawn, chosen, unitM, xM, yM],
  );
  const span = (pick: 'xM' | 'yM') => {
    if (!made.ok) return 0;
    const all = made.walls.flatMap((w) => [w.a[pick], w.b[pick]]);
    return all.reduce((m, v) => Math.max(m, v), -Infinity) - all.reduce((m, v) => Math.min(m, v), Infinity);
  };
  return (
    <>
      <fieldset className="mt-3">
        <legend className="lab">Layers that are walls</legend>
        <ul className="max-h-48 overflow-y-auto border-y border-rule">
          {layers.map((l) => (
            <li key={l.name}>
              <Tick
                label={`${l.name}: ${l.lines} lines, ${exactLengthText(l.length * unitM, unit)} in all`}
                checked={chosen.has(l.name)}
                onChange={(on) =>
                  setChosen((c) => {
                    const next = new Set(c);
                    if (on) next.add(l.name);
                    else next.delete(l.name);
                    return next;
                  })
                }
              />
            </li>
          ))}
        </ul>
      </fieldset>
      <div className="mt-2 grid grid-cols-2 gap-3">
        <SelectField
          label={drawn.unitM ? 'Drawn in' : 'Drawn in (guessed)'}
          value={String(unitM)}
          options={
            UNITS.some((u) => u.value === String(unitM))
              ? UNITS
              : [...UNITS, { value: String(unitM), label: `${unitM} m` }]
          }
          onChange={(v) => setUnitM(Number(v))}
        />
        <SelectField
          label="Construction"
          value={construction}
          options={constructionChoices('wall')}
          onChange={setConstruction}
        />
      </div>
      <p className="fig mt-2" role="status">
        {made.ok
          ? `${made.walls.length} walls, ${exactLengthText(span('xM'), unit)} by ${exactLengthText(span('yM'), unit)}${made.dropped ? `; ${made.dropped} too short or drawn twice` : ''}${drawn.passedOver ? `; ${drawn.passedOver} arcs, texts and blocks passed over` : ''}.`
          : made.message}
      </p>
      <div className="mt-3 flex gap-2">
        <Button
          look="strong"
          disabled={!made.ok || !storeyId}
          onClick={() => {
            if (!made.ok || !storeyId) return;
            setSite((s) => ({
              ...s,
              walls: [
                ...s.walls,
                ...made.walls.map((w) => ({ ...w, id: newId('wal'), storeyId, construction, heightM: null })),
              ],
            }));
            onClose();
          }}
        >
          Put in as walls
        </Button>
        <Dialog.Close className="btn">Cancel</Dialog.Close>
      </div>
    </>
  );
}

export function DrawingDialog({ file, onClose }: { file: File; onClose: () => void }) {
  const [read, setRead] = useState<ReadDrawing | null>(null);
  useEffect(() => {
    let live = true;
    void drawingFrom(file).then((r) => live && setRead(r));
    return () => {
      live = false;
    };
  }, [file]);
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-10 bg-black/40" />
        <Dialog.Content className="panel fixed top-1/2 left-1/2 z-20 w-[min(94vw,540px)] -translate-x-1/2 -translate-y-1/2 p-4">
          <Dialog.Title className="head2">Walls from {file.name}</Dialog.Title>
          <Dialog.Description className="text-[13px] text-ink-2">
            Lines and polylines of the layers you choose become walls of the open storey.
          </Dialog.Description>
          {!read && (
            <p role="status" className="mt-3">
              Reading the drawing …
            </p>
          )}
          {read && !read.ok && (
            <>
              <Problem words={read.message} className="mt-3" />
              <Dialog.Close className="btn mt-3">Close</Dialog.Close>
            </>
          )}
          {read?.ok && <Choices drawn={read} onClose={onClose} />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
