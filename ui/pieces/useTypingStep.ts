'use client';
import { useContext, useEffect, useId, useRef } from 'react';
import { JobStoreContext } from '@/ui/job/store';

/** Tells one stay in a field from the next. */
let stays = 0;

/** Typing in one field, from entering to leaving it, is one step of undo. Handlers for the input. */
export function useTypingStep(): { onFocus: () => void; onBlur: () => void } {
  const store = useContext(JobStoreContext);
  const id = useId();
  const inside = useRef(false);
  const leave = () => {
    if (inside.current) store?.getState().endStep();
    inside.current = false;
  };
  const latest = useRef(leave);
  useEffect(() => {
    latest.current = leave;
  });
  // A field may be taken away while somebody types in it.
  useEffect(() => () => latest.current(), []);
  return {
    onFocus: () => {
      inside.current = true;
      store?.getState().beginStep(`field ${id} ${++stays}`);
    },
    onBlur: leave,
  };
}
