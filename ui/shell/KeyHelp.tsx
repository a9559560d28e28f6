'use client';
import { Dialog } from 'radix-ui';
import { HAND_KEYS, KEYS, type KeyEntry } from '@/ui/keys/registry';
import { TOOLS } from '@/ui/survey/draw/tools';

const PLACE_LABEL = { before: 'Before', plan: 'Plan', after: 'After' } as const;

function linesOfRegistry(): [string, string][] {
  return Object.values(KEYS).map((entry: KeyEntry) => {
    const places = entry.where.flatMap((w) => (w === 'everywhere' ? [] : [PLACE_LABEL[w]]));
    return [entry.shown, places.length > 0 ? `${entry.what} (${places.join(', ')})` : entry.what];
  });
}

/** Tools of the survey, a line for each with a key. */
function linesOfTools(): [string, string][] {
  return Object.values(TOOLS).flatMap((tool): [string, string][] =>
    tool.key ? [[tool.key.toUpperCase(), tool.label.toLowerCase()]] : [],
  );
}

function Lines({ lines }: { lines: readonly (readonly [string, string])[] }) {
  return (
    <dl className="grid grid-cols-[112px_1fr] gap-y-0.5">
      {lines.map(([key, what]) => (
        <div key={`${key}${what}`} className="contents">
          <dt className="fig font-semibold">{key}</dt>
          <dd>{what}</dd>
        </div>
      ))}
    </dl>
  );
}

/** The list of all keys, made from the registry and from the tools themselves. */
export function KeyHelp({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/40" />
        <Dialog.Content className="panel fixed top-1/2 left-1/2 z-30 max-h-[92dvh] w-[min(94vw,780px)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto p-4">
          <Dialog.Title className="head2">Keys</Dialog.Title>
          <Dialog.Description className="sr-only">Keys that work in a job</Dialog.Description>
          <div className="mt-2 grid gap-x-6 gap-y-4 sm:grid-cols-2">
            <div className="space-y-3">
              <Lines lines={linesOfRegistry()} />
              <Lines lines={HAND_KEYS} />
            </div>
            <div>
              <h3 className="fig mb-1 font-semibold text-ink-2">Survey</h3>
              <Lines lines={[['B', 'add a building'], ...linesOfTools()]} />
            </div>
          </div>
          <Dialog.Close className="btn mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
