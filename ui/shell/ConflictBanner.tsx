'use client';
import type { DocumentKind } from '@/server/jobs/loaded';
import { useJob } from '@/ui/job/store';
import { useSyncOf } from '@/ui/job/useSync';
import { Button } from '@/ui/pieces/Button';

const NAMES: Record<DocumentKind, string> = { brief: 'brief', site: 'survey', plan: 'plan' };

/** What both changed, from the path of a clash: the last name in it that people know. */
const thingOf = (path: readonly string[]): string => path.slice(-2).join(' ') || 'the whole';

/** Shown where somebody else saved and both changed the same thing; everything else is merged already. */
export function ConflictBanner() {
  const conflicts = useJob((s) => s.conflicts);
  const problem = useJob((s) => s.saveProblem);
  const isRefused = useJob((s) => s.isRefused);
  const sync = useSyncOf();
  const kinds = Object.keys(conflicts) as DocumentKind[];
  return (
    <>
      {problem && (
        <div
          role="alert"
          className="no-print flex flex-wrap items-center gap-3 border-b border-mains bg-lamp-wash px-4 py-2"
        >
          <span>
            <strong className="font-semibold">Not saved.</strong> {problem.replace(/\.?$/, '.')}
            {isRefused && ' Mend it here, or go on from what is saved: Undo brings back what you leave.'}
          </span>
          {isRefused && <Button onClick={() => sync.goBack()}>Go on from what is saved</Button>}
        </div>
      )}
      {kinds.map((kind) => {
        const { clashes } = conflicts[kind]!;
        const things = [...new Set(clashes.map((c) => thingOf(c.path)))];
        return (
          <div
            key={kind}
            role="alert"
            className="no-print flex flex-wrap items-center gap-3 border-b border-mains bg-lamp-wash px-4 py-2"
          >
            <span>
              <strong className="font-semibold">
                Somebody else changed the same thing in the {NAMES[kind]}:
              </strong>{' '}
              {things.slice(0, 3).join(', ')}
              {things.length > 3 ? ` and ${things.length - 3} more` : ''}. Yours is still here and not saved;
              all else is merged.
            </span>
            <Button look="strong" onClick={() => sync.settle(kind, 'mine')}>
              Keep mine
            </Button>
            <Button onClick={() => sync.settle(kind, 'theirs')}>Take theirs</Button>
          </div>
        );
      })}
    </>
  );
}
