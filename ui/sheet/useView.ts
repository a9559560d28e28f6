'use client';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, zoomTransform, type D3ZoomEvent, type ZoomBehavior } from 'd3-zoom';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Box } from '@/core/site/model/levels';
import { FOOT_PX, INSET_PX, type Size } from './seen';

/** Pixels = metres · k + (x, y). */
export interface View {
  k: number;
  x: number;
  y: number;
}

/**
 * Pan and zoom of a sheet by wheel, pinch, drag and keys. It fits the plot until a person moves it; while a plot is drawn
 * it holds still and fits anew only when `fitKey` changes.
 */
export function useView(box: Box, fitKey: string) {
  const svg = useRef<SVGSVGElement>(null);
  const behavior = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  const moved = useRef(false);
  const [view, setView] = useState<View>({ k: 12, x: 0, y: 0 });
  /** Width and height of the sheet, px; null before they are known. */
  const [size, setSize] = useState<Size | null>(null);
  const { minXM, minYM, maxXM, maxYM } = box;

  /** Fills the sheet with a part of the plot. */
  const fitTo = useCallback((part: Box) => {
    const element = svg.current;
    if (!element || !behavior.current) return;
    const { width, height } = element.getBoundingClientRect();
    if (width < 40 || height < 40) return;
    const free = { w: width - 2 * INSET_PX, h: height - INSET_PX - FOOT_PX };
    const [w, h] = [part.maxXM - part.minXM, part.maxYM - part.minYM];
    const k = Math.min(free.w / w, free.h / h);
    const x = INSET_PX + (free.w - k * w) / 2 - k * part.minXM;
    const y = INSET_PX + (free.h - k * h) / 2 - k * part.minYM;
    select(element).call(behavior.current.transform, zoomIdentity.translate(x, y).scale(k));
    moved.current = true;
  }, []);
  const fit = useCallback(() => {
    fitTo({ minXM, minYM, maxXM, maxYM });
    moved.current = false;
  }, [fitTo, minXM, minYM, maxXM, maxYM]);

  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    const z = zoom<SVGSVGElement, unknown>()
      .scaleExtent([1, 400])
      .filter((e: MouseEvent) => !e.button && !e.shiftKey && !(e.target as Element).closest('[data-mark]'))
      .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => {
        if (event.sourceEvent) moved.current = true;
        setView({ k: event.transform.k, x: event.transform.x, y: event.transform.y });
      });
    behavior.current = z;
    select(element).call(z).on('dblclick.zoom', null);
    return () => {
      select(element).on('.zoom', null);
    };
  }, []);

  const latestFit = useRef(fit);
  useEffect(() => {
    latestFit.current = fit;
  }, [fit]);
  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    const observer = new ResizeObserver(() => {
      const { width: w, height: h } = element.getBoundingClientRect();
      setSize((was) => (was?.w === w && was.h === h ? was : { w, h }));
      if (!moved.current) latestFit.current();
    });
    observer.observe(element);
    if (!moved.current) latestFit.current();
    return () => observer.disconnect();
  }, [fitKey]);

  const zoomBy = useCallback((factor: number) => {
    if (svg.current && behavior.current) {
      moved.current = true;
      select(svg.current).call(behavior.current.scaleBy, factor);
    }
  }, []);

  /** Brings a point into the middle where it is not well inside already. */
  const show = useCallback((xM: number, yM: number) => {
    const element = svg.current;
    if (!element || !behavior.current) return;
    const { width, height } = element.getBoundingClientRect();
    const now = zoomTransform(element);
    const [x, y] = now.apply([xM, yM]);
    if (x > INSET_PX && y > INSET_PX && x < width - INSET_PX && y < height - FOOT_PX) return;
    moved.current = true;
    select(element).call(behavior.current.translateTo, xM, yM);
  }, []);

  /** A pointer's position in metres. */
  const toMetres = useCallback(
    (clientX: number, clientY: number): [number, number] => {
      const rect = svg.current!.getBoundingClientRect();
      return [(clientX - rect.left - view.x) / view.k, (clientY - rect.top - view.y) / view.k];
    },
    [view],
  );

  return { svg, view, size, fit, fitTo, zoomBy, show, toMetres };
}
