import type { ReactNode } from 'react';

/**
 * A layer of a sheet of its own, that no pointer meets: what moves with the hand in one does not make the others be laid
 * out and painted anew.
 */
export function SheetLayer({ children }: { children: ReactNode }) {
  return (
    <svg
      className="pointer-events-none absolute inset-0 h-full w-full will-change-transform"
      aria-hidden="true"
    >
      {children}
    </svg>
  );
}
