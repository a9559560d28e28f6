'use client';
import { FileImage, PencilRuler, Trash2 } from 'lucide-react';
import { useRef, useState } from 'react';
import { storeysById } from '@/core/site/model/levels';
import { exactLengthText } from '@/core/site/model/lengths';
import type { Underlay } from '@/core/site/model/schema';
import { turnPicture } from '@/core/site/edit/underlay';
import { useJob, useJobStore } from '@/ui/job/store';
import { problemText, sendPicture } from '@/ui/job/requests';
import { NumberField, SelectField } from '@/ui/pieces/fields';
import { newId } from '@/ui/job/newId';
import { askDelete } from '../draw/askDelete';
import { useDrawingStore } from '../draw/drawing';
import { isPdf, openPdf, pictureFrom, type MadePicture } from '../draw/importPicture';
import { DrawingDialog } from './DrawingDialog';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';

/** Width a new picture is given until it is scaled, m: that of a usual house with some paper around it. */
const FIRST_WIDTH_M = 16;

type OpenPdf = Extract<Awaited<ReturnType<typeof openPdf>>, { ok: true }>;

/** Takes in a picture file: made ready here, kept by the server, laid under the open storey. */
function usePictureImport() {
  const store = useJobStore();
  const [state, setState] = useState<{ busy: string | null; problem: string | null }>({
    busy: null,
    problem: null,
  });
  const [pdf, setPdf] = useState<{ name: string; open: OpenPdf } | null>(null);
  const say = (problem: string) => setState({ busy: null, problem });

  async function keep(name: string, made: MadePicture): Promise<void> {
    if (!made.ok) return say(made.message);
    const { id: jobId, storeyId, site } = store.getState();
    if (!storeyId) return say('Add a building first: a picture lies under a storey.');
    const { blob, widthPx, heightPx } = made.picture;
    const answer = await sendPicture(jobId, blob);
    if (!answer.ok) return say(problemText(answer.problems));
    const outline = storeysById(site).get(storeyId)?.storey.outline ?? [];
    const underlay: Underlay = {
      id: newId('und'),
      storeyId,
      pictureId: answer.value.pictureId,
      name: name.slice(0, 80) || 'Plan',
      widthPx,
      heightPx,
      xM: Math.min(...outline.map((p) => p.xM)) - 1,
      yM: Math.min(...outline.map((p) => p.yM)) - 1,
      mPerPx: FIRST_WIDTH_M / widthPx,
      turnDeg: 0,
      strength: 0.55,
    };
    store.getState().setSite((s) => ({
      ...s,
      underlays: [...s.underlays.filter((u) => u.storeyId !== storeyId), underlay],
    }));
    setState({ busy: null, problem: null });
  }

  async function take(file: File): Promise<void> {
    setState({ busy: 'Reading the picture', problem: null });
    setPdf(null);
    if (!(await isPdf(file))) return keep(file.name, await pictureFrom(file));
    const opened = await openPdf(file);
    if (!opened.ok) return say(opened.message);
    if (opened.pages === 1) return keep(file.name, await opened.page(1));
    setPdf({ name: file.name, open: opened });
    setState({ busy: null, problem: null });
  }

  async function takePage(page: number): Promise<void> {
    if (!pdf) return;
    setState({ busy: `Drawing page ${page}`, problem: null });
    setPdf(null);
    await keep(`${pdf.name}, page ${page}`, await pdf.open.page(page));
  }
  return { ...state, pdf, take, takePage };
}

/** Strength, turn and size of the picture under the open storey. */
function UnderlayFields({ underlay }: { underlay: Underlay }) {
  const store = useJobStore();
  const drawing = useDrawingStore();
  const setSite = useJob((s) => s.setSite);
  const unit = useJob((s) => s.brief.lengthUnit);
  const others = useJob((s) => s.site.underlays).filter((u) => u.id !== underlay.id);
  const storeys = storeysById(useJob((s) => s.site));
  const select = useJob((s) => s.select);
  const change = (next: Underlay) =>
    setSite((s) => ({ ...s, underlays: s.underlays.map((u) => (u.id === next.id ? next : u)) }));
  return (
    <div className="mt-2 grid grid-cols-2 gap-3 border-t border-rule pt-2">
      <p className="fig col-span-2">
        <strong className="font-semibold">{underlay.name}</strong>, {underlay.widthPx} × {underlay.heightPx}{' '}
        px, {exactLengthText(underlay.widthPx * underlay.mPerPx, unit)} wide
      </p>
      <label className="lab">
        Strength {Math.round(underlay.strength * 100)} %
        <input
          type="range"
          className="block w-full accent-[var(--fibre)]"
          min={0}
          max={100}
          value={Math.round(underlay.strength * 100)}
          onChange={(e) => change({ ...underlay, strength: Number(e.target.value) / 100 })}
        />
      </label>
      <NumberField
        label="Turned"
        unit="° clockwise"
        value={underlay.turnDeg}
        min={-360}
        max={360}
        onChange={(deg) => deg !== null && change(turnPicture(underlay, deg))}
      />
      {others.length > 0 && (
        <SelectField
          label="Lay it as the picture of"
          value=""
          options={[
            { value: '', label: 'choose a storey' },
            ...others.map((u) => {
              const ref = storeys.get(u.storeyId);
              return { value: u.id, label: `${ref?.building.name ?? ''}, ${ref?.storey.name ?? ''}` };
            }),
          ]}
          onChange={(id) => {
            const as = others.find((u) => u.id === id);
            if (as)
              change({
                ...underlay,
                xM: as.xM,
                yM: as.yM,
                turnDeg: as.turnDeg,
                mPerPx: (as.mPerPx * as.widthPx) / underlay.widthPx,
              });
          }}
        />
      )}
      <div className="flex flex-wrap items-end gap-2">
        <Button
          onClick={() => {
            drawing.getState().take('select');
            select({ kind: 'underlay', id: underlay.id });
          }}
        >
          Nudge with arrows
        </Button>
        <Button onClick={() => askDelete(store, drawing, [{ kind: 'underlay', id: underlay.id }])}>
          <Trash2 size={15} aria-hidden="true" /> Take away
        </Button>
      </div>
    </div>
  );
}

/** Trace: a picture, a PDF page or a drawing under the open storey. */
export function TracePanel() {
  const storeyId = useJob((s) => s.storeyId);
  const underlay = useJob((s) => s.site.underlays.find((u) => u.storeyId === storeyId));
  const storey = useJob((s) => (storeyId ? storeysById(s.site).get(storeyId)?.storey.name : undefined));
  const { busy, problem, pdf, take, takePage } = usePictureImport();
  const [drawing, setDrawing] = useState<File | null>(null);
  const picture = useRef<HTMLInputElement>(null);
  const dxf = useRef<HTMLInputElement>(null);
  if (!storeyId)
    return (
      <section className="panel p-3">
        <p>Add a building first: a picture lies under one of its storeys. Its size may be guessed for now.</p>
      </section>
    );
  return (
    <section className="panel shrink-0 p-3" aria-label="Picture to trace">
      <h2 className="head2">Under {storey}</h2>
      <p className="text-[13px] text-ink-2">
        A floor plan as PNG, JPEG, WebP or a page of a PDF; or the walls of a DXF drawing. Kept with the job,
        without what the camera noted.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button look="strong" onClick={() => picture.current?.click()}>
          <FileImage size={15} aria-hidden="true" /> {underlay ? 'Another picture' : 'Add a picture'}
        </Button>
        <Button onClick={() => dxf.current?.click()}>
          <PencilRuler size={15} aria-hidden="true" /> Walls from DXF
        </Button>
      </div>
      <input
        ref={picture}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label="Picture file"
        accept="image/png,image/jpeg,image/webp,application/pdf,.pdf"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) void take(file);
        }}
      />
      <input
        ref={dxf}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label="Drawing file"
        accept=".dxf"
        onChange={(e) => {
          setDrawing(e.target.files?.[0] ?? null);
          e.target.value = '';
        }}
      />
      {busy && (
        <p role="status" className="mt-2">
          {busy} …
        </p>
      )}
      <Problem words={problem} className="mt-2" />
      {pdf && (
        <div className="mt-2">
          <SelectField
            label={`${pdf.name} has ${pdf.open.pages} pages. Which one?`}
            value=""
            options={[
              { value: '', label: 'choose' },
              ...Array.from({ length: Math.min(200, pdf.open.pages) }, (_, i) => ({
                value: String(i + 1),
                label: `page ${i + 1}`,
              })),
            ]}
            onChange={(page) => page && void takePage(Number(page))}
          />
        </div>
      )}
      {underlay && <UnderlayFields key={underlay.id} underlay={underlay} />}
      {drawing && <DrawingDialog key={drawing.name} file={drawing} onClose={() => setDrawing(null)} />}
    </section>
  );
}
