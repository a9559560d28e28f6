'use client';
import { wrap, type Remote } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { ShadeGrid } from '@/core/plan/shade';
import type { Option } from '@/core/plan/schema';
import { plotBox, sheetStoreys } from '@/core/site/levels';
import type { ActivityId } from '@/core/site/needs';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import type { ShadeRequest, ShadeWorker } from '@/workers/shade.worker';

/** Most cells a grid has; a larger plot gets larger cells. */
const MOST_CELLS = 24_000;
/** Yard around everything that is shaded too, m. */
export const YARD_MARGIN_M = 3;

/** Asks the worker for shade; while one answer is under way only the newest question waits. */
function useLatest(request: ShadeRequest | null): ShadeGrid | null {
  const [grid, setGrid] = useState<ShadeGrid | null>(null);
  const remote = useRef<Remote<ShadeWorker> | null>(null);
  const busy = useRef(false);
  const waiting = useRef<ShadeRequest | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('../../workers/shade.worker.ts', import.meta.url), { type: 'module' });
    remote.current = wrap<ShadeWorker>(worker);
    return () => {
      remote.current = null;
      busy.current = false;
      worker.terminate();
    };
  }, []);
  useEffect(() => {
    waiting.current = request;
    async function run() {
      if (busy.current) return;
      busy.current = true;
      while (waiting.current && remote.current) {
        const next = waiting.current;
        waiting.current = null;
        setGrid(await remote.current.shade(next));
      }
      busy.current = false;
    }
    void run();
  }, [request]);
  return request ? grid : null;
}

/** Light and shade of an option on the storeys of the open sheet; null until the worker has answered. */
export function useShade(
  option: Option | null,
  storeyId: string | null,
  activity: ActivityId | null,
): ShadeGrid | null {
  const site = useJob((s) => s.site);
  const brief = useJob((s) => s.brief);
  const ownKit = useJob((s) => s.plan.ownKit);
  const { line } = useDerived().context;
  const request = useMemo<ShadeRequest | null>(() => {
    if (!option || site.buildings.length === 0) return null;
    const box = plotBox(site, YARD_MARGIN_M);
    const area = (box.maxXM - box.minXM) * (box.maxYM - box.minYM);
    return {
      job: { site, brief, plan: { ownKit } },
      line,
      option,
      storeyIds: sheetStoreys(site, storeyId).map((r) => r.storey.id),
      box,
      cellM: Math.max(0.5, Math.sqrt(area / MOST_CELLS)),
      activity,
    };
  }, [site, brief, ownKit, line, option, storeyId, activity]);
  return useLatest(request);
}
