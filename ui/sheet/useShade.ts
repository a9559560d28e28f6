'use client';
import { wrap, type Remote } from 'comlink';
import { useSearchParams } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { ShadeGrid } from '@/core/plan/shade/shade';
import type { ShadeQuestion } from '@/core/plan/shade/shadeEngine';
import type { Option } from '@/core/plan/option/schema';
import { plotBox, sheetStoreys } from '@/core/site/model/levels';
import type { ActivityId } from '@/core/site/model/needs';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import type { ShadeJob, ShadeWorker } from '@/workers/shade.worker';

/** Most cells a grid has; a larger plot gets larger cells. */
const MOST_CELLS = 30_000;
/** Cell of the sheet, m; `?cell=0.25` in the address asks for finer ones. */
const CELL_M = 0.5;
const FINEST_CELL_M = 0.2;
/** Yard around everything that is shaded too, m. */
export const YARD_MARGIN_M = 3;
/** Rest of the hand before fields are settled, ms. */
const SETTLE_AFTER_MS = 250;

export interface Shade {
  grid: ShadeGrid;
  /** Time the worker took for this answer, ms; the bench reads it. */
  workMs: number;
}

type Question = Omit<ShadeQuestion, 'settle'>;

/** Asks the worker; while one answer is under way only the newest question waits, and exact fields follow at rest. */
function useWorker(job: ShadeJob | null, question: Question | null): Shade | null {
  const [shade, setShade] = useState<Shade | null>(null);
  const remote = useRef<Remote<ShadeWorker> | null>(null);
  const opened = useRef<ShadeJob | null>(null);
  const busy = useRef(false);
  const waiting = useRef<{ job: ShadeJob; question: Question; settle: boolean } | null>(null);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    const worker = new Worker(new URL('../../workers/shade.worker.ts', import.meta.url), { type: 'module' });
    remote.current = wrap<ShadeWorker>(worker);
    opened.current = null;
    return () => {
      remote.current = null;
      busy.current = false;
      clearTimeout(rest.current);
      worker.terminate();
    };
  }, []);
  useEffect(() => {
    async function run() {
      if (busy.current) return;
      busy.current = true;
      while (waiting.current && remote.current) {
        const next = waiting.current;
        waiting.current = null;
        if (opened.current !== next.job) {
          await remote.current.open(next.job);
          opened.current = next.job;
        }
        const answer = await remote.current?.shade({ ...next.question, settle: next.settle });
        if (!answer) break;
        setShade({ grid: answer.grid, workMs: answer.workMs });
        if (answer.settled || waiting.current) continue;
        clearTimeout(rest.current);
        rest.current = setTimeout(() => {
          waiting.current ??= { ...next, settle: true };
          void run();
        }, SETTLE_AFTER_MS);
      }
      busy.current = false;
    }
    waiting.current = job && question ? { job, question, settle: false } : null;
    clearTimeout(rest.current);
    void run();
  }, [job, question]);
  return question ? shade : null;
}

/** Light and shade of an option on the storeys of the open sheet; null until the worker has answered. */
export function useShade(
  option: Option | null,
  storeyId: string | null,
  activity: ActivityId | null,
): Shade | null {
  const site = useJob((s) => s.site);
  const brief = useJob((s) => s.brief);
  const ownKit = useJob((s) => s.plan.ownKit);
  const { context, calibration } = useDerived();
  const { line } = context;
  const posterior = calibration?.posterior ?? null;
  const job = useMemo<ShadeJob>(
    () => ({ site, brief, plan: { ownKit }, line, posterior }),
    [site, brief, ownKit, line, posterior],
  );
  const asked = Number(useSearchParams().get('cell'));
  const wantedCell = asked >= FINEST_CELL_M && asked <= 5 ? asked : CELL_M;
  const question = useMemo<Question | null>(() => {
    if (!option || site.buildings.length === 0) return null;
    const box = plotBox(site, YARD_MARGIN_M);
    const area = (box.maxXM - box.minXM) * (box.maxYM - box.minYM);
    return {
      option,
      storeyIds: sheetStoreys(site, storeyId).map((r) => r.storey.id),
      box,
      cellM: Math.max(wantedCell, Math.sqrt(area / MOST_CELLS)),
      activity,
    };
  }, [site, option, storeyId, activity, wantedCell]);
  return useWorker(job, question);
}
