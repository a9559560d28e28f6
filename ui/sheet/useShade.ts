'use client';
import { useSearchParams } from 'next/navigation';
import { useId, useMemo } from 'react';
import type { Built } from '@/core/evidence/built';
import type { ShadeOutline } from '@/core/plan/shade/outlines';
import type { ShadeAnswer, SheetQuestion, SheetView } from '@/core/plan/shade/shadeEngine';
import { plotBox, sheetStoreys } from '@/core/site/model/levels';
import type { ActivityId } from '@/core/site/model/needs';
import type { ClientTypeId } from '@/core/site/model/schema';
import { usePlanLine } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { useKnown } from '@/ui/job/useKnown';
import { useLatest } from '@/ui/job/useLatest';

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

interface Asked {
  question: Omit<SheetQuestion, 'settle'>;
  network: Built;
}

/** The open sheet as it is shaded: its storeys, its box and its cells; null where nothing is drawn yet. */
export function useSheetQuestion(
  storeyId: string | null,
  activity: ActivityId | null,
  client?: ClientTypeId,
): SheetView | null {
  const site = useJob((s) => s.site);
  const asked = Number(useSearchParams().get('cell'));
  const wantedCell = asked >= FINEST_CELL_M && asked <= 5 ? asked : CELL_M;
  return useMemo(() => {
    if (site.buildings.length === 0) return null;
    const box = plotBox(site, YARD_MARGIN_M);
    const area = (box.maxXM - box.minXM) * (box.maxYM - box.minYM);
    const storeyIds = sheetStoreys(site, storeyId).map((r) => r.storey.id);
    const cellM = Math.max(wantedCell, Math.sqrt(area / MOST_CELLS));
    return { storeyIds, box, cellM, activity, client };
  }, [site, storeyId, activity, client, wantedCell]);
}

/** Light and shade of a network on the open sheet; null until the worker has answered. */
export function useShade(network: Built | null, sheet: SheetView | null): Shade | null {
  const line = usePlanLine();
  const asker = useId();
  const question = useMemo<Asked | null>(
    () => network && sheet && { question: { ...sheet, option: network.option }, network },
    [network, sheet],
  );
  const asking = useMemo(() => {
    if (!line) return null;
    const ask = ({ question: of, network: on }: Asked, settle: boolean) =>
      line.shade({ ...of, settle }, on, asker);
    return {
      first: (of: Asked) => ask(of, false),
      exact: { ask: (of: Asked) => ask(of, true), afterMs: SETTLE_AFTER_MS },
      isExact: (answer: ShadeAnswer & { workMs: number }) => answer.settled,
      giveUp: () => line.stopSettling(asker),
    };
  }, [line, asker]);
  return useLatest(asking, question, useKnown())?.answer ?? null;
}
