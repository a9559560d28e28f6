'use client';
import { useCallback, useEffect, useRef, type FocusEvent, type MouseEvent, type PointerEvent } from 'react';
import { useJobStore, type Pointed } from '@/ui/job/store';

/** What a row that points takes as its properties. */
export interface PointProps {
  'data-point': string;
  onPointerDownCapture: (e: PointerEvent) => void;
  onPointerEnter: (e: PointerEvent) => void;
  onPointerLeave: (e: PointerEvent) => void;
  onFocus: (e: FocusEvent) => void;
  onBlur: () => void;
  onClickCapture: (e: MouseEvent) => void;
}

/**
 * Rows that show their network while they are pointed at: by the pointer, or by a key that has come to them. By touch the first
 * tap points and does nothing else; the second does what was tapped.
 */
export function usePointing(): (what: Pointed) => PointProps {
  const store = useJobStore();
  /** The row a finger came down on before it pointed. */
  const firstTap = useRef<string | null>(null);
  const mine = useRef<string | null>(null);
  useEffect(
    () => () => {
      // A list that goes takes what it showed with it.
      if (mine.current !== null && store.getState().pointed?.key === mine.current)
        store.getState().set({ pointed: null });
    },
    [store],
  );
  return useCallback(
    (what) => {
      const point = () => {
        mine.current = what.key;
        store.getState().set({ pointed: what });
      };
      const leave = () => {
        if (store.getState().pointed?.key === what.key) store.getState().set({ pointed: null });
      };
      return {
        'data-point': what.key,
        onPointerDownCapture: (e) => {
          const isFirst = e.pointerType === 'touch' && store.getState().pointed?.key !== what.key;
          firstTap.current = isFirst ? what.key : null;
        },
        onPointerEnter: (e) => {
          if (e.pointerType !== 'touch') point();
        },
        onPointerLeave: (e) => {
          if (e.pointerType !== 'touch') leave();
        },
        onFocus: point,
        onBlur: leave,
        onClickCapture: (e) => {
          if (firstTap.current !== what.key) return;
          firstTap.current = null;
          e.preventDefault();
          e.stopPropagation();
          point();
        },
      };
    },
    [store],
  );
}
