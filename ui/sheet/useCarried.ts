import { useRef, type RefObject } from 'react';
import { flushSync } from 'react-dom';
import type { Place } from '@/core/site/model/schema';
import { nextTurn } from '@/ui/job/pace';

/**
 * A mark in the drag preview: it goes where the hand goes in the same frame, by a transform of its own that nothing else is laid out
 * or painted for. What hangs on its place, the job and its numbers, is told in turns with the answers of the worker, and at last
 * when the hand lets go.
 */
export function useCarried(
  element: RefObject<SVGGElement | null>,
  k: number,
  tell: (place: Place) => void,
): { carry: (place: Place) => void; letGo: () => void } {
  const hand = useRef<Place | null>(null);
  const told = useRef<Place | null>(null);
  const isWaiting = useRef(false);
  const tellNow = () => {
    const place = hand.current;
    if (!place || place === told.current) return;
    told.current = place;
    tell(place);
  };
  return {
    carry(place) {
      hand.current = place;
      element.current?.style.setProperty('will-change', 'transform');
      element.current?.style.setProperty('transform', `translate(${place.xM * k}px, ${place.yM * k}px)`);
      if (isWaiting.current) return;
      isWaiting.current = true;
      void nextTurn().then(() => {
        isWaiting.current = false;
        tellNow();
      });
    },
    letGo() {
      // The mark is drawn where the job has it before it is let go, so that it does not jump back for a frame.
      flushSync(tellNow);
      hand.current = null;
      told.current = null;
      element.current?.style.removeProperty('transform');
      element.current?.style.removeProperty('will-change');
    },
  };
}
