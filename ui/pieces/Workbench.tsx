import type { ReactNode } from 'react';

/**
 * The common arrangement of a stop: sheet and section on the left, tools and what is to be said on the right. A ledger stands
 * below them and always keeps half the height: what stands above it scrolls. On a wide screen they stand side by side.
 */
export function Workbench({
  sheet,
  section,
  side,
  ledger,
  above,
}: {
  sheet: ReactNode;
  section: ReactNode;
  side: ReactNode;
  ledger?: ReactNode;
  above?: ReactNode;
}) {
  return (
    <div
      className={`grid h-full grid-cols-[minmax(0,1fr)] gap-3 p-3 lg:grid-cols-[minmax(0,1.55fr)_minmax(420px,1fr)] ${ledger ? 'min-[110rem]:grid-cols-[minmax(0,1.5fr)_minmax(460px,0.8fr)_minmax(440px,0.8fr)]' : ''}`}
    >
      <div className="flex min-h-[620px] flex-col gap-3 lg:min-h-0">
        {above}
        {/* Their size is the page's, not their drawing's: measured for nothing, a drawing would be laid out twice. */}
        <div className="panel min-h-0 flex-1 will-change-transform [contain:strict]">{sheet}</div>
        <div className="panel h-[140px] shrink-0 will-change-transform [contain:strict] 2xl:h-[172px]">
          {section}
        </div>
      </div>
      {ledger ? (
        <div className="flex min-h-0 flex-col gap-3 min-[110rem]:contents">
          <div className="flex shrink-0 flex-col gap-3 lg:max-h-[50%] lg:min-h-0 lg:shrink lg:overflow-y-auto min-[110rem]:max-h-none">
            {side}
          </div>
          <div className="flex min-h-0 flex-1 flex-col lg:min-h-[50%] lg:[contain:strict] print:[contain:none]">
            {ledger}
          </div>
        </div>
      ) : (
        <div className="flex min-h-0 flex-col gap-3 lg:overflow-y-auto">{side}</div>
      )}
    </div>
  );
}
