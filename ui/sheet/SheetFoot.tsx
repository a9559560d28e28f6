import { House, Maximize, Minus, Plus } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '@/ui/pieces/Button';

/** Foot of a sheet, under it and never over it: its buttons at the left, zoom at the right. */
export function SheetFoot({
  children,
  zoomBy,
  fit,
  fitBuilding,
}: {
  children: ReactNode;
  zoomBy: (factor: number) => void;
  fit: () => void;
  /** Fills the sheet with the building of the open storey; null where there is only one thing to fill it with. */
  fitBuilding: (() => void) | null;
}) {
  return (
    <div className="flex shrink-0 flex-wrap items-center justify-between gap-x-2 gap-y-1 border-t border-rule px-2 py-1">
      <div className="flex flex-wrap items-end gap-1">{children}</div>
      <div className="ml-auto flex">
        {(
          [
            ['Zoom in', Plus, () => zoomBy(1.4)],
            ['Zoom out', Minus, () => zoomBy(1 / 1.4)],
            ...(fitBuilding ? [['Open building', House, fitBuilding] as const] : []),
            ['Whole plot', Maximize, fit],
          ] as const
        ).map(([label, Icon, act]) => (
          <Button
            key={label}
            className="-ml-px w-8 rounded-none px-0"
            aria-label={label}
            title={label}
            onClick={act}
          >
            <Icon size={15} aria-hidden="true" />
          </Button>
        ))}
      </div>
    </div>
  );
}
