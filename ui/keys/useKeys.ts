'use client';
import { useEffect, useRef } from 'react';
import { tinykeys } from 'tinykeys';
import { isBlank, isTyping } from './isTyping';
import { KEYS, type KeyId } from './registry';

export type KeyHandlers = Partial<Record<KeyId, (event: KeyboardEvent) => void>>;

/**
 * Binds keys of the registry for as long as a view is there. A press in a field or a dialog is typing, and one that
 * drawing has taken is not given on. Undo and redo are the page's in a form that was emptied after it was recorded.
 */
export function useKeys(handlers: KeyHandlers): void {
  const latest = useRef(handlers);
  useEffect(() => {
    latest.current = handlers;
  });
  const ids = Object.keys(handlers).join();
  useEffect(() => {
    const bindings: Record<string, (event: KeyboardEvent) => void> = {};
    for (const id of ids.split(',') as KeyId[])
      for (const pattern of KEYS[id].patterns)
        bindings[pattern] = (event) => {
          const isForPage = !isTyping(event) || ((id === 'undo' || id === 'redo') && isBlank(event));
          if (!isForPage || event.defaultPrevented) return;
          latest.current[id]?.(event);
        };
    return tinykeys(window, bindings);
  }, [ids]);
}
