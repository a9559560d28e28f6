'use client';
import { useJob } from '@/ui/job/store';

const NAMES = { brief: 'the brief', site: 'the survey', plan: 'the plan' } as const;

/** Shown when another window saved first: keep mine (theirs stays as an older revision) or take theirs. */
export function ConflictBanner() {
  const conflict = useJob((s) => s.conflict);
  const problem = useJob((s) => s.saveProblem);
  const set = useJob((s) => s.set);
  const revisions = useJob((s) => s.revisions);
  if (!conflict && !problem) return null;
  if (!conflict)
    return (
      <div role="alert" className="no-print border-b border-mains bg-lamp-wash px-4 py-2">
        <strong className="font-semibold">Not saved.</strong> {problem}
      </div>
    );
  const base = { ...revisions, [conflict.kind]: conflict.revision };
  return (
    <div
      role="alert"
      className="no-print flex flex-wrap items-center gap-3 border-b border-mains bg-lamp-wash px-4 py-2"
    >
      <span>
        <strong className="font-semibold">
          Another window saved {NAMES[conflict.kind]} in the meantime.
        </strong>{' '}
        Your version is still here and not saved.
      </span>
      <button
        type="button"
        className="btn btn-strong"
        onClick={() => set({ revisions: base, conflict: null })}
      >
        Keep mine
      </button>
      <button
        type="button"
        className="btn"
        onClick={() => set({ revisions: base, conflict: null, [conflict.kind]: conflict.theirs })}
      >
        Take theirs
      </button>
    </div>
  );
}
