import { House, Maximize, Minus, Plus } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '@/ui/pieces/Button';
import { VERDICTS, VERDICT_WORDS } from '@/core/site/model/verdict';

function ShadeKey({ id }: { id: string }) {
  return (
    <ul
      className="fig flex gap-3 rounded-[3px] border border-rule bg-sheet px-2 py-1 text-[13px]"
      aria-label="Steps of shade"
    >
      {VERDICTS.map((step) => (
        <li key={step} className="flex items-center gap-1.5">
          <svg width="20" height="14" aria-hidden="true">
            <rect
              x="0.5"
              y="0.5"
              width="19"
              height="13"
              fill={step === 'works' ? 'none' : `url(#${id}-${step})`}
              stroke="var(--rule)"
            />
          </svg>
          {VERDICT_WORDS[step]}
        </li>
      ))}
    </ul>
  );
}

/** Foot of a sheet: its buttons at the left, key of shade and zoom at the right. */
export function SheetFoot({
  children,
  shadeId,
  zoomBy,
  fit,
  fitBuilding,
}: {
  children: ReactNode;
  /** Id of the sheet's shade patterns; null where it shows none. */
  shadeId: string | null;
  zoomBy: (factor: number) => void;
  fit: () => void;
  /** Fills the sheet with the building of the open storey; null where there is only one thing to fill it with. */
  fitBuilding: (() => void) | null;
}) {
  return (
    <div className="pointer-events-none absolute inset-x-3 bottom-3 z-10 flex flex-wrap items-end justify-between gap-2 *:pointer-events-auto">
      <div className="flex flex-wrap items-end gap-1">{children}</div>
      <div className="ml-auto flex flex-wrap items-center justify-end gap-2">
        {shadeId && <ShadeKey id={shadeId} />}
        <div className="flex">
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
    </div>
  );
}
