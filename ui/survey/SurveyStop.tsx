'use client';
import { useEffect, useMemo, useState } from 'react';
import { checkSurvey } from '@/core/site/check';
import { changeSpot, deleteSpot, deleteWall } from '@/core/site/edit';
import { activitiesLabel } from '@/core/site/needs';
import { isTyping } from '@/ui/cable/Shortcuts';
import { useJob, useJobStore } from '@/ui/job/store';
import { Workbench } from '@/ui/job/Workbench';
import { SelectField } from '@/ui/pieces/fields';
import { exactLengthText } from '@/core/site/lengths';
import { Section } from '@/ui/section/Section';
import { Sheet } from '@/ui/sheet/Sheet';
import type { View } from '@/ui/sheet/useView';
import { BuildingDialog, constructionChoices } from './BuildingDialog';
import { SpotEditor } from './SpotEditor';
import { WallEditor } from './WallEditor';
import { useDrawing, type Tool } from './useDrawing';

const TOOLS: readonly { tool: Tool; label: string; hint: string }[] = [
  { tool: 'select', label: 'Select', hint: 'Click a wall or a spot. Drag a spot to move it.' },
  { tool: 'spot', label: 'Spot', hint: 'Click where something must work.' },
  {
    tool: 'wall',
    label: 'Wall',
    hint: 'Click one end, then the next; Escape ends. Ends snap to walls and right angles.',
  },
  { tool: 'door', label: 'Door', hint: 'Click the wall it is in.' },
  { tool: 'window', label: 'Window', hint: 'Click the wall it is in.' },
  { tool: 'router', label: 'Router', hint: 'Click where the line enters and today’s router stands.' },
];

const NONE: ReadonlySet<string> = new Set();

function Notices() {
  const site = useJob((s) => s.site);
  const showStorey = useJob((s) => s.showStorey);
  const select = useJob((s) => s.select);
  const notices = useMemo(() => checkSurvey(site), [site]);
  if (notices.length === 0) return null;
  return (
    <section className="panel shrink-0 p-3" aria-label="Worth a look">
      <h2 className="head2">Worth a look</h2>
      <ul className="mt-1 space-y-1">
        {notices.slice(0, 8).map((n, i) => (
          <li key={i}>
            {n.itemId ? (
              <button
                type="button"
                className="link text-left"
                onClick={() => {
                  if (n.storeyId) showStorey(n.storeyId);
                  select({ kind: n.kind === 'spotOutside' ? 'spot' : 'wall', id: n.itemId! });
                }}
              >
                {n.message}
              </button>
            ) : (
              n.message
            )}
          </li>
        ))}
        {notices.length > 8 && <li className="text-ink-2">and {notices.length - 8} more</li>}
      </ul>
    </section>
  );
}

function SpotList() {
  const spots = useJob((s) => s.site.spots);
  const selected = useJob((s) => s.selected);
  const select = useJob((s) => s.select);
  const showStorey = useJob((s) => s.showStorey);
  return (
    <section className="panel flex min-h-40 flex-1 flex-col" aria-label="Spots">
      <h2 className="head2 px-3 py-2">Spots</h2>
      {spots.length === 0 ? (
        <p className="border-t border-rule p-3">
          No spots yet. Press S, then click where something must work.
        </p>
      ) : (
        <ul className="min-h-0 flex-1 overflow-y-auto">
          {[...spots]
            .sort((a, b) => a.number - b.number)
            .map((s) => {
              const isOpen = selected?.kind === 'spot' && selected.id === s.id;
              return (
                <li
                  key={s.id}
                  className={`border-t border-rule ${isOpen ? 'border-l-4 border-l-lamp bg-lamp-wash' : ''}`}
                  data-spot={s.number}
                >
                  <button
                    type="button"
                    className="flex w-full cursor-pointer items-center gap-3 px-3 py-1.5 text-left"
                    aria-expanded={isOpen}
                    onClick={() => {
                      select(isOpen ? null : { kind: 'spot', id: s.id });
                      if (!isOpen && s.place.storeyId) showStorey(s.place.storeyId);
                    }}
                  >
                    <span className="fig grid h-6 w-6 place-items-center rounded-[3px] border border-ink text-[13px] font-semibold">
                      {s.number}
                    </span>
                    <span className="fig font-semibold">{s.name}</span>
                    <span className="fig ml-auto text-[13px] text-ink-2">
                      {activitiesLabel(s.activities)}
                    </span>
                  </button>
                  {isOpen && (
                    <div className="px-4 pb-3">
                      <SpotEditor spot={s} />
                    </div>
                  )}
                </li>
              );
            })}
        </ul>
      )}
    </section>
  );
}

/** Survey: the house and its outbuildings on the sheet. */
export function SurveyStop() {
  const site = useJob((s) => s.site);
  const today = useJob((s) => s.plan.today);
  const setSite = useJob((s) => s.setSite);
  const setPlan = useJob((s) => s.setPlan);
  const selected = useJob((s) => s.selected);
  const select = useJob((s) => s.select);
  const unit = useJob((s) => s.brief.lengthUnit);
  const readings = useJob((s) => s.evidence.readings);
  const store = useJobStore();
  const [construction, setConstruction] = useState('plasterboard');
  const [adding, setAdding] = useState(false);
  const drawing = useDrawing(construction);
  const wall = selected?.kind === 'wall' ? site.walls.find((w) => w.id === selected.id) : undefined;

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event) || event.ctrlKey || event.metaKey) return;
      if (event.key.toLowerCase() === 'b') {
        event.preventDefault();
        setAdding(true);
      }
      if (event.key !== 'Delete' && event.key !== 'Backspace') return;
      const { selected: s } = store.getState();
      if (s?.kind === 'wall') setSite((x) => deleteWall(x, s.id));
      // A spot with readings is deleted in its row, where it asks.
      else if (s?.kind === 'spot' && !readings.some((r) => r.spotId === s.id))
        setSite((x) => deleteSpot(x, s.id));
      else return;
      select(null);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [store, setSite, select, readings]);

  const overlay = (view: View) => {
    const { from, cross, tool } = drawing;
    if (!cross) return null;
    const px = (p: { xM: number; yM: number }): [number, number] => [
      p.xM * view.k + view.x,
      p.yM * view.k + view.y,
    ];
    const [x, y] = px(cross);
    const start = from && tool === 'wall' ? px(from) : null;
    return (
      <g pointerEvents="none" className="fig">
        {start && (
          <>
            <line x1={start[0]} y1={start[1]} x2={x} y2={y} stroke="var(--air)" strokeWidth={3} />
            <text
              x={x + 12}
              y={y - 10}
              fontSize={13}
              fontWeight={600}
              fill="var(--ink)"
              stroke="var(--sheet)"
              strokeWidth={4}
              paintOrder="stroke"
            >
              {exactLengthText(Math.hypot(cross.xM - from!.xM, cross.yM - from!.yM), unit)}
            </text>
          </>
        )}
        <path d={`M${x - 9} ${y}H${x + 9}M${x} ${y - 9}V${y + 9}`} stroke="var(--air)" strokeWidth={1.6} />
      </g>
    );
  };

  return (
    <>
      <Workbench
        sheet={
          <Sheet
            label="Survey sheet: walls and spots"
            option={today}
            shade={null}
            failing={NONE}
            cursor={drawing.tool === 'select' ? undefined : 'crosshair'}
            onPoint={drawing.setPoint}
            onHover={drawing.tool === 'select' ? undefined : drawing.onHover}
            onMove={{
              spot: (id, place) => setSite((s) => changeSpot(s, id, { place })),
              unit: (id, place) =>
                setPlan((p) => ({
                  ...p,
                  today: { ...p.today, units: p.today.units.map((u) => (u.id === id ? { ...u, place } : u)) },
                })),
            }}
            overlay={overlay}
            foot={
              <>
                <div role="group" aria-label="Drawing" className="flex flex-wrap gap-1">
                  {TOOLS.map((t) => (
                    <button
                      key={t.tool}
                      type="button"
                      className="btn"
                      aria-pressed={drawing.tool === t.tool}
                      onClick={() => drawing.setTool(t.tool)}
                    >
                      {t.label}
                    </button>
                  ))}
                  <button type="button" className="btn" onClick={() => setAdding(true)}>
                    Building
                  </button>
                </div>
                {drawing.tool === 'wall' && (
                  <div className="w-56">
                    <SelectField
                      hideLabel
                      label="Construction of new walls"
                      value={construction}
                      options={constructionChoices('wall')}
                      onChange={setConstruction}
                    />
                  </div>
                )}
              </>
            }
          />
        }
        section={<Section option={today} />}
        above={
          <p className="fig px-1 text-ink-2" role="status">
            {drawing.message || TOOLS.find((t) => t.tool === drawing.tool)!.hint} Keys: S spot, W wall, D
            door, I window, O router, B building; arrows and Enter draw too.
          </p>
        }
        side={
          <>
            {wall && <WallEditor wall={wall} />}
            <Notices />
            <SpotList />
          </>
        }
      />
      <BuildingDialog open={adding} onOpenChange={setAdding} />
    </>
  );
}
