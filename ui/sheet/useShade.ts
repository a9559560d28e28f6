'use client';
import { useSearchParams } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Built } from '@/core/evidence/built';
import type { ShadeOutline } from '@/core/plan/shade/outlines';
import type { ShadeQuestion } from '@/core/plan/shade/shadeEngine';
import { plotBox, sheetStoreys } from '@/core/site/model/levels';
import type { ActivityId } from '@/core/site/model/needs';
import { useDerived, usePlanLine } from '@/ui/job/derived';
import { nextTurn } from '@/ui/job/pace';
import type { PlanLine } from '@/ui/job/planWorker';
import { useJob } from '@/ui/job/store';

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
  outlines: readonly ShadeOutline[];
  /** Time the worker took for this answer, ms; the bench reads it. */
  workMs: number;
}

type Question = Omit<ShadeQuestion, 'settle'>;
interface Asked {
  question: Question;
  network: Built;
  settle: boolean;
}

/**
 * Asks the worker; while one answer is under way only the newest question waits, and exact fields follow at rest. `under`
 * names what changes the answer though not the question.
 */
function useAnswers(
  line: PlanLine | null,
  question: Question | null,
  network: Built | null,
  under: string,
): Shade | null {
  const [shade, setShade] = useState<Shade | null>(null);
  const open = useRef<PlanLine | null>(null);
  const busy = useRef(false);
  const waiting = useRef<Asked | null>(null);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    open.current = line;
    return () => {
      open.current = null;
      busy.current = false;
      clearTimeout(rest.current);
    };
  }, [line]);
  useEffect(() => {
    async function run() {
      const on = open.current;
      if (busy.current || !on) return;
      busy.current = true;
      while (waiting.current && open.current === on) {
        const next = waiting.current;
        waiting.current = null;
        // Where it fails the line says so; the sheet stays as it was until something changes.
        const answer = await on
          .shade({ ...next.question, settle: next.settle }, next.network)
          .catch(() => null);
        await nextTurn();
        if (!answer) continue;
        if (open.current !== on) return;
        setShade({ outlines: answer.outlines, workMs: answer.workMs });
        if (answer.settled || waiting.current) continue;
        clearTimeout(rest.current);
        rest.current = setTimeout(() => {
          waiting.current ??= { ...next, settle: true };
          void run();
        }, SETTLE_AFTER_MS);
      }
      busy.current = false;
    }
    waiting.current = question && network ? { question, network, settle: false } : null;
    clearTimeout(rest.current);
    if (busy.current) line?.stopSettling('shade');
    void run();
  }, [line, question, network, under]);
  return question ? shade : null;
}

/** Light and shade of a network on the storeys of the open sheet; null until the worker has answered. */
export function useShade(
  network: Built | null,
  storeyId: string | null,
  activity: ActivityId | null,
): Shade | null {
  const site = useJob((s) => s.site);
  const brief = useJob((s) => s.brief);
  const line = usePlanLine();
  const { derived } = useDerived();
  const learnt = derived?.calibration?.posterior.mean.join() ?? '';
  const asked = Number(useSearchParams().get('cell'));
  const wantedCell = asked >= FINEST_CELL_M && asked <= 5 ? asked : CELL_M;
  const question = useMemo<Question | null>(() => {
    if (!network || site.buildings.length === 0) return null;
    const box = plotBox(site, YARD_MARGIN_M);
    const area = (box.maxXM - box.minXM) * (box.maxYM - box.minYM);
    return {
      option: network.option,
      storeyIds: sheetStoreys(site, storeyId).map((r) => r.storey.id),
      box,
      cellM: Math.max(wantedCell, Math.sqrt(area / MOST_CELLS)),
      activity,
    };
  }, [site, network, storeyId, activity, wantedCell]);
  // What the readings teach, and the rules of the brief.
  const under = JSON.stringify([learnt, brief.region, brief.ownLimitsDbm]);
  return useAnswers(line, question, network, under);
}
