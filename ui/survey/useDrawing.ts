'use client';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { addOpening, addSpot, addWall, placeOn, snapPoint, wallNear } from '@/core/site/edit';
import { sheetStoreys } from '@/core/site/levels';
import { SHORTEST_WALL_M, type Point } from '@/core/site/schema';
import { isTyping } from '@/ui/cable/Shortcuts';
import { useJob, useJobStore } from '@/ui/job/store';
import { newId } from '@/ui/pieces/newId';
import { roomNameAt, withRouter } from '@/ui/plan/placing';

export type Tool = 'select' | 'spot' | 'wall' | 'door' | 'window' | 'router';

const KEY_TOOLS: Record<string, Tool> = {
  s: 'spot',
  w: 'wall',
  d: 'door',
  i: 'window',
  o: 'router',
  Escape: 'select',
};
/** How near the pointer snaps to a wall or end, m. */
const SNAP_M = 0.35;
const OPENINGS = {
  door: { widthM: 0.9, sillM: 0, heightM: 2.05, construction: 'timberDoor' },
  window: { widthM: 1.2, sillM: 0.9, heightM: 1.2, construction: 'glazingClear' },
} as const;
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Drawing on the sheet with pointer or keys: a cross-hair that arrows move and Enter sets. */
export function useDrawing(construction: string) {
  const store = useJobStore();
  const site = useJob((s) => s.site);
  const storeyId = useJob((s) => s.storeyId);
  const setSite = useJob((s) => s.setSite);
  const setPlan = useJob((s) => s.setPlan);
  const select = useJob((s) => s.select);
  const [tool, setToolState] = useState<Tool>('select');
  const [from, setFrom] = useState<Point | null>(null);
  const [cross, setCross] = useState<Point | null>(null);
  const [message, setMessage] = useState('');
  const storeyIds = useMemo(
    () => new Set(sheetStoreys(site, storeyId).map((r) => r.storey.id)),
    [site, storeyId],
  );

  const setTool = useCallback((next: Tool) => {
    setToolState(next);
    setFrom(null);
    setMessage('');
  }, []);

  const pointAt = useCallback(
    (xM: number, yM: number) => {
      const at = { xM, yM };
      return tool === 'wall'
        ? snapPoint(site, storeyIds, from, at, SNAP_M)
        : { xM: Math.round(xM * 100) / 100, yM: Math.round(yM * 100) / 100 };
    },
    [tool, site, storeyIds, from],
  );

  const setPoint = useCallback(
    (xM: number, yM: number) => {
      const p = pointAt(xM, yM);
      if (tool === 'select') {
        const hit = wallNear(site, storeyIds, p, SNAP_M);
        select(hit ? { kind: 'wall', id: hit.wall.id } : null);
      } else if (tool === 'spot') {
        const id = newId('spot');
        const place = placeOn(site, storeyIds, p, 1);
        setSite((s) => addSpot(s, id, place, roomNameAt(s, place)));
        select({ kind: 'spot', id });
        setTool('select');
      } else if (tool === 'router') {
        const place = placeOn(site, storeyIds, p, 1);
        setPlan((plan) => ({ ...plan, today: withRouter(plan.today, place, roomNameAt(site, place)) }));
        setSite((s) => ({ ...s, lineEntry: place }));
        setTool('select');
      } else if (tool === 'wall') {
        if (!storeyId) return setMessage('Add a building first: a wall stands on a storey.');
        if (!from) return setFrom(p);
        if (Math.hypot(p.xM - from.xM, p.yM - from.yM) < SHORTEST_WALL_M)
          return setMessage('The wall has no length: set its other end farther off.');
        setSite((s) =>
          addWall(s, { id: newId('wal'), storeyId, a: from, b: p, construction, heightM: null }),
        );
        setFrom(p);
        setMessage('');
      } else {
        const hit = wallNear(site, storeyIds, p, 0.8);
        const shape = OPENINGS[tool];
        if (!hit) return setMessage(`A ${tool} goes into a wall: point at one.`);
        const widthM = Math.min(shape.widthM, hit.lengthM - 0.1);
        if (widthM < 0.3) return setMessage(`This wall is too short for a ${tool}.`);
        const offsetM = Math.max(0, Math.min(hit.lengthM - widthM, hit.alongM - widthM / 2));
        setSite((s) =>
          addOpening(s, {
            id: newId('ope'),
            wallId: hit.wall.id,
            kind: tool,
            ...shape,
            widthM,
            offsetM: Math.round(offsetM * 100) / 100,
          }),
        );
        select({ kind: 'wall', id: hit.wall.id });
        setMessage('');
      }
    },
    [pointAt, tool, site, storeyIds, storeyId, from, construction, select, setPlan, setSite, setTool],
  );

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event) || event.ctrlKey || event.metaKey) return;
      const next = KEY_TOOLS[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (next) {
        setTool(next);
        // A mark that has the focus would take the arrows; while drawing they move the cross-hair.
        if (next !== 'select' && document.activeElement instanceof SVGElement) document.activeElement.blur();
        if (next === 'select') select(null);
        return;
      }
      if (tool === 'select') return;
      const arrow = ARROWS[event.key];
      if (arrow) {
        event.preventDefault();
        const step = event.shiftKey ? 1 : 0.1;
        setCross((c) => {
          const start = c ?? middleOf(store.getState().site, store.getState().storeyId);
          return { xM: start.xM + arrow[0] * step, yM: start.yM + arrow[1] * step };
        });
      } else if (event.key === 'Enter' && cross) {
        event.preventDefault();
        setPoint(cross.xM, cross.yM);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [tool, cross, setPoint, setTool, select, store]);

  const onHover = useCallback((xM: number, yM: number) => setCross(pointAt(xM, yM)), [pointAt]);
  return {
    tool,
    setTool,
    from,
    cross: tool === 'select' ? null : cross,
    message,
    setPoint,
    onHover,
    pointAt,
  };
}

function middleOf(site: Parameters<typeof sheetStoreys>[0], storeyId: string | null): Point {
  const outline = site.buildings.flatMap((b) => b.storeys).find((s) => s.id === storeyId)?.outline;
  if (!outline) return { xM: 0, yM: 0 };
  const mean = (pick: (p: Point) => number) =>
    Math.round((outline.reduce((sum, p) => sum + pick(p), 0) / outline.length) * 10) / 10;
  return { xM: mean((p) => p.xM), yM: mean((p) => p.yM) };
}
