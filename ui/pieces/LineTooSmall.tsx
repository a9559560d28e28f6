'use client';
import { lineShortWords } from '@/core/plan/predict/eveningWords';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';

/** What the line does not hold whatever is built: said before any price. */
export function LineTooSmall() {
  const spots = useJob((s) => s.site.spots);
  const { derived } = useDerived();
  const words = derived && lineShortWords(derived.today.busyHour, spots);
  return words && <p className="mt-2 border-l-4 border-l-amber pl-2">{words}</p>;
}
