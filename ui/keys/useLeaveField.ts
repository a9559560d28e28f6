'use client';
import { useEffect } from 'react';

const LINE = 'input:not([type=checkbox], [type=radio], [type=range], [type=file])';

/**
 * Escape leaves any field, and Enter one of a single line that sends no form: after it the keys of the job work again. What a
 * field does with these keys itself it has done before.
 */
export function useLeaveField(): void {
  useEffect(() => {
    const leave = (event: KeyboardEvent) => {
      const field = event.target;
      if (!(field instanceof HTMLElement) || event.defaultPrevented) return;
      if (field.closest('[role=dialog], [role=menu]')) return;
      const escapes = event.key === 'Escape' && field.matches(`${LINE}, textarea, select`);
      const enters = event.key === 'Enter' && field.matches(LINE) && !field.closest('form');
      if (escapes || enters) field.blur();
    };
    window.addEventListener('keydown', leave);
    return () => window.removeEventListener('keydown', leave);
  }, []);
}
