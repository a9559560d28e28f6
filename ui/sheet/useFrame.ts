'use client';
import { useCallback, useRef, useState, type PointerEvent } from 'react';
import type { Point } from '@/core/site/model/schema';

/** A frame smaller than this is a press, m. */
const LEAST_M = 0.05;

/** A frame drawn over the sheet with Shift held; tells the press that ends it from a plain one. */
export function useFrame(
  onFrame: ((from: Point, to: Point) => void) | undefined,
  toMetres: (clientX: number, clientY: number) => [number, number],
) {
  const [ends, setEnds] = useState<[Point, Point] | null>(null);
  const drawn = useRef(false);
  const at = (e: PointerEvent): Point => {
    const [xM, yM] = toMetres(e.clientX, e.clientY);
    return { xM, yM };
  };
  const wasDrawn = useCallback(() => {
    const was = drawn.current;
    drawn.current = false;
    return was;
  }, []);
  const box = ends && [
    ends[0],
    { xM: ends[1].xM, yM: ends[0].yM },
    ends[1],
    { xM: ends[0].xM, yM: ends[1].yM },
  ];
  return {
    box,
    wasDrawn,
    onPointerDown(e: PointerEvent) {
      drawn.current = false;
      if (!onFrame || !e.shiftKey || e.button !== 0 || (e.target as Element).closest('[data-mark]')) return;
      const p = at(e);
      setEnds([p, p]);
    },
    onPointerMove(e: PointerEvent) {
      if (ends) setEnds([ends[0], at(e)]);
    },
    onPointerUp(e: PointerEvent) {
      if (!ends) return;
      const to = at(e);
      setEnds(null);
      if (Math.hypot(to.xM - ends[0].xM, to.yM - ends[0].yM) < LEAST_M) return;
      drawn.current = true;
      onFrame?.(ends[0], to);
    },
  };
}
