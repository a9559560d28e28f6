'use client';
import { Contradicted } from '@/ui/readings/Contradicted';
import { useCallback, useMemo, useState } from 'react';
import { thingAt, thingsWithin } from '@/core/site/edit/hit';
import type { Place, Point } from '@/core/site/model/schema';
import { useJob, useJobStore } from '@/ui/job/store';
import { thingsSelected } from '@/ui/job/selection';
import { Workbench } from '@/ui/pieces/Workbench';
import { Section } from '@/ui/section/Section';
import { Sheet, type SheetPress } from '@/ui/sheet/Sheet';
import { useSheetSite } from '@/ui/sheet/useSheetSite';
import type { View } from '@/ui/sheet/useView';
import { AskDelete } from './draw/AskDelete';
import { BuildingDialog } from './draw/BuildingDialog';
import { DrawingContext, createDrawing, useDrawing, useDrawingStore } from './draw/drawing';
import { DrawOverlay } from './draw/DrawOverlay';
import { SelectionEditor } from './editors/SelectionEditor';
import { LengthBox } from './draw/LengthBox';
import { Notices } from './draw/Notices';
import { openStoreys } from './draw/hand';
import { AirPanel } from './panels/AirPanel';
import { HousePanel } from './panels/HousePanel';
import { SpotsPanel } from './panels/SpotsPanel';
import { TracePanel } from './panels/TracePanel';
import { WayPanel } from './panels/WayPanel';
import { WiringPanel } from './panels/WiringPanel';
import { penAt, reachM } from './draw/pen';
import { putIn } from './draw/putIn';
import { PointedRoom, Underlays, WiringLines, useRoomLabels } from './draw/SurveyLayers';
import { useMarkMoves, useSurveyMarks } from './draw/surveyMarks';
import { Begin, Hint } from './draw/SheetWords';
import { ToolRow } from './draw/ToolRow';
import { PASSES, type Pass } from './draw/tools';
import { useDrawingKeys } from './draw/useDrawingKeys';
import { Button } from '@/ui/pieces/Button';

const NONE: ReadonlySet<string> = new Set();
/** Yard shown around the plot while it is drawn, m. */
const MARGIN_M = 1;

/** The rounds of the survey in working order. */
function Rounds() {
  const drawing = useDrawingStore();
  const pass = useDrawing((s) => s.pass);
  return (
    <div className="px-1">
      <div role="group" aria-label="Rounds of the survey" className="flex flex-wrap items-center gap-1">
        {PASSES.map((p, i) => (
          <span key={p.id} className="flex items-center gap-1">
            {i > 0 && <span aria-hidden="true" className="w-3 border-t-2 border-rule" />}
            <Button
              aria-pressed={pass === p.id}
              title={p.about}
              onClick={() => drawing.getState().open(p.id)}
            >
              {p.label}
            </Button>
          </span>
        ))}
      </div>
    </div>
  );
}

function PassPanel({ pass, onAddBuilding }: { pass: Pass; onAddBuilding: () => void }) {
  switch (pass) {
    case 'trace':
      return <TracePanel />;
    case 'house':
      return <HousePanel onAddBuilding={onAddBuilding} />;
    case 'way':
      return <WayPanel />;
    case 'wiring':
      return <WiringPanel />;
    case 'spots':
      return <SpotsPanel />;
    case 'air':
      return <AirPanel />;
  }
}

/** The sheet with what is drawn on it, and the hand that draws. */
function SurveySheet({ onBuilding }: { onBuilding: () => void }) {
  const store = useJobStore();
  const drawing = useDrawingStore();
  const put = useMemo(() => putIn(store, drawing), [store, drawing]);
  useDrawingKeys(put, onBuilding);
  const today = useJob((s) => s.plan.today);
  const buildings = useJob((s) => s.site.buildings.length);
  const selected = useJob((s) => s.selected);
  const also = useJob((s) => s.also);
  const tool = useDrawing((s) => s.tool);
  const pass = useDrawing((s) => s.pass);
  const { storeyIds } = useSheetSite();
  const shown = useCallback(
    (place: Place) => place.storeyId === null || storeyIds.has(place.storeyId),
    [storeyIds],
  );
  const things = useSurveyMarks(shown, storeyIds);
  const roomLabels = useRoomLabels(storeyIds);
  const moving = useMarkMoves();
  const chosen = useMemo(
    () => new Set(thingsSelected({ selected, also }).map((t) => t.id)),
    [selected, also],
  );
  const drawn = tool !== 'select';

  const caught = useCallback(
    (p: Point, k: number) => {
      const job = store.getState();
      const pen = drawing.getState();
      return penAt(job.site, job.storeyId, job.brief.lengthUnit, pen.tool, pen.from, p, k);
    },
    [store, drawing],
  );
  const visible = useCallback(() => {
    const { pass } = drawing.getState();
    return { wiring: pass === 'wiring', pictures: pass === 'trace' };
  }, [drawing]);
  const onPoint = useCallback(
    (xM: number, yM: number, press: SheetPress) => {
      const job = store.getState();
      if (drawing.getState().tool !== 'select') {
        if (drawing.getState().typed !== null) return;
        const { at, kind } = caught({ xM, yM }, press.k);
        drawing.getState().set({ cross: at, caught: kind });
        return put.press(at);
      }
      const hit = thingAt(
        job.site,
        openStoreys(job.site, job.storeyId),
        { xM, yM },
        reachM(press.k),
        visible(),
      );
      if (hit && press.shiftKey) job.selectAlso(hit);
      else if (!press.shiftKey) job.select(hit);
    },
    [store, drawing, caught, put, visible],
  );
  const onHover = useCallback(
    (xM: number, yM: number, k: number) => {
      if (drawing.getState().typed !== null) return;
      const { at, kind } = caught({ xM, yM }, k);
      drawing.getState().set({ cross: at, caught: kind });
    },
    [drawing, caught],
  );
  const onFrame = useCallback(
    (from: Point, to: Point) => {
      const job = store.getState();
      job.selectAll(thingsWithin(job.site, openStoreys(job.site, job.storeyId), from, to, visible()));
    },
    [store, visible],
  );
  const overlay = useCallback((view: View) => <DrawOverlay view={view} />, []);
  return (
    <div className="flex h-full flex-col">
      <Hint />
      <div className="relative min-h-0 flex-1">
        <Sheet
          label="Survey sheet: walls and spots"
          option={today}
          shade={null}
          failing={NONE}
          fitKey={String(buildings)}
          marginM={MARGIN_M}
          cursor={drawn ? 'crosshair' : undefined}
          inertMarks={drawn}
          quietSpots={pass !== 'spots'}
          onPoint={onPoint}
          onHover={drawn ? onHover : undefined}
          onFrame={drawn ? undefined : onFrame}
          onMove={moving}
          things={things}
          roomLabels={roomLabels}
          chosen={chosen}
          under={<Underlays storeyIds={storeyIds} />}
          over={
            <>
              <PointedRoom />
              <WiringLines storeyIds={storeyIds} />
            </>
          }
          overlay={overlay}
          foot={<ToolRow onBuilding={onBuilding} />}
        />
        {buildings === 0 && <Begin onBuilding={onBuilding} />}
        <LengthBox put={put} />
      </div>
    </div>
  );
}

function SurveyBench() {
  const today = useJob((s) => s.plan.today);
  const pass = useDrawing((s) => s.pass);
  const [adding, setAdding] = useState(false);
  const addBuilding = useCallback(() => setAdding(true), []);
  return (
    <>
      <Workbench
        above={<Rounds />}
        sheet={<SurveySheet onBuilding={addBuilding} />}
        section={<Section option={today} />}
        side={
          <>
            <SelectionEditor />
            <PassPanel pass={pass} onAddBuilding={addBuilding} />
            <Notices />
            <Contradicted />
          </>
        }
      />
      <BuildingDialog open={adding} onOpenChange={setAdding} />
      <AskDelete />
    </>
  );
}

/** Survey: the house and its outbuildings on the sheet, round by round. */
export function SurveyStop() {
  const [drawing] = useState(createDrawing);
  return (
    <DrawingContext.Provider value={drawing}>
      <SurveyBench />
    </DrawingContext.Provider>
  );
}
