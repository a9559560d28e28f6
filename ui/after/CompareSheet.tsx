'use client';
import { Slider } from 'radix-ui';
import { useMemo, useState } from 'react';
import type { Built } from '@/core/evidence/built';
import type { WalkJudged } from '@/core/readings/changeover';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import { useJob } from '@/ui/job/store';
import { Sheet } from '@/ui/sheet/Sheet';
import { useShade, useSheetQuestion } from '@/ui/sheet/useShade';
import { WalkWay } from './WalkWay';

/** The sheet as built, with the sheet of before under a slider: left of it before, right of it after. */
export function CompareSheet({
  before,
  after,
  verdicts,
  walk,
}: {
  before: Built;
  after: Built;
  verdicts: readonly SpotVerdict[];
  /** A walk from unit to unit to draw; null for none. */
  walk: WalkJudged | null;
}) {
  const storeyId = useJob((s) => s.storeyId);
  const [share, setShare] = useState(50);
  const sheet = useSheetQuestion(storeyId, null);
  const shadeBefore = useShade(before, sheet);
  const shadeAfter = useShade(after, sheet);
  const dead = useMemo(() => new Set(verdicts.filter((v) => v.wasDead).map((v) => v.spotId)), [verdicts]);
  const still = useMemo(
    () => new Set(verdicts.filter((v) => v.wasDead && !v.gone).map((v) => v.spotId)),
    [verdicts],
  );
  return (
    <div className="relative h-full min-h-[300px]">
      <Sheet
        label="Sheet as built"
        option={after.option}
        shade={shadeAfter}
        failing={still}
        over={walk && <WalkWay walk={walk} storeyId={storeyId} />}
      />
      {walk ? (
        <span className="fig pointer-events-none absolute top-2 left-3 rounded-[3px] bg-sheet px-1.5 font-semibold">
          After, the way walked
        </span>
      ) : (
        <>
          <div
            className="pointer-events-none absolute inset-0 overflow-hidden bg-sheet"
            style={{ clipPath: `inset(0 ${100 - share}% 0 0)` }}
            inert
            aria-hidden="true"
          >
            <Sheet label="Sheet as it was" option={before.option} shade={shadeBefore} failing={dead} />
            <div className="absolute inset-0 bg-dusk opacity-10" />
          </div>
          <div
            className="pointer-events-none absolute inset-y-0 w-0.5 bg-ink"
            style={{ left: `${share}%` }}
            aria-hidden="true"
          />
          <span className="fig pointer-events-none absolute top-2 left-3 rounded-[3px] bg-sheet px-1.5 font-semibold">
            Before
          </span>
          <span className="fig pointer-events-none absolute top-2 right-3 rounded-[3px] bg-sheet px-1.5 font-semibold">
            After
          </span>
          <Slider.Root
            className="absolute inset-x-0 top-10 flex h-6 touch-none items-center select-none"
            value={[share]}
            min={0}
            max={100}
            step={1}
            onValueChange={([v]) => setShare(v ?? 0)}
          >
            <Slider.Track className="relative h-6 flex-1" />
            <Slider.Thumb
              aria-label="Before left of here, after right"
              className="block h-6 w-9 cursor-ew-resize rounded-[3px] border-2 border-ink bg-[#f2ae21] text-center text-[13px] leading-5 font-bold text-[#1c2a2e]"
            >
              ↔
            </Slider.Thumb>
          </Slider.Root>
        </>
      )}
    </div>
  );
}
