'use client';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { sumOf, type ServedAnswer } from '@/core/plan/area/served';
import type { Built } from '@/core/evidence/built';
import { areaText } from '@/core/site/model/lengths';
import { useDerived, useOption } from '@/ui/job/derived';
import { nextTurn } from '@/ui/job/pace';
import { useJob } from '@/ui/job/store';

/** Rest of the hand before the exact count, ms. */
const SETTLE_AFTER_MS = 400;

/** What an option serves, as it is under the hand: while one count is under way only the newest waits. */
function useFollowing(network: Built | null): { answer: ServedAnswer; tookMs: number } | null {
  const { line } = useDerived();
  const [got, setGot] = useState<{ answer: ServedAnswer; tookMs: number } | null>(null);
  const waiting = useRef<Built | null>(null);
  const busy = useRef(false);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    if (!line || !network) return;
    let open = true;
    const count = async (of: Built, settle: boolean) => {
      const start = performance.now();
      // Where it fails the line says so.
      const answer = await line.served(of, settle).catch(() => null);
      if (answer) setGot({ answer, tookMs: performance.now() - start });
    };
    async function run() {
      if (busy.current) return;
      busy.current = true;
      while (waiting.current) {
        const next = waiting.current;
        waiting.current = null;
        await count(next, false);
        await nextTurn();
      }
      busy.current = false;
    }
    waiting.current = network;
    void run();
    clearTimeout(rest.current);
    rest.current = setTimeout(() => void (open && count(network, true)), SETTLE_AFTER_MS);
    return () => {
      open = false;
      clearTimeout(rest.current);
    };
  }, [line, network]);
  return got;
}

/** How much of the house the option being looked at serves; it follows a lamp under the hand. */
export const AreaLine = memo(function AreaLine() {
  const option = useOption();
  const ownKit = useJob((s) => s.plan.ownKit);
  const rooms = useJob((s) => s.site.buildings.length);
  const lengthUnit = useJob((s) => s.brief.lengthUnit);
  const network = useMemo(
    () => (option && option.units.length > 0 && rooms > 0 ? { option, kit: ownKit } : null),
    [option, ownKit, rooms],
  );
  const got = useFollowing(network);
  if (!network || !got) return null;
  const indoors = sumOf(got.answer.areas.filter((a) => a.storeyId !== null));
  if (indoors.areaM2 === 0) return null;
  return (
    <p className="fig shrink-0 text-[13.5px]" data-area-ms={got.tookMs.toFixed(1)}>
      Serves {Math.round(indoors.share * 100)} % of the house: {areaText(indoors.servedM2, lengthUnit)} of{' '}
      {areaText(indoors.areaM2, lengthUnit)}.
    </p>
  );
});
