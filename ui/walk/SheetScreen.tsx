/** @jsxImportSource preact */
import { go, record, unsent } from './state';
import { useWalk } from './useWalk';

/** The run sheet in short: what comes next, its cautions, a tick. */
export function SheetScreen() {
  const view = useWalk((s) => s.view)!;
  const rows = useWalk((s) => s.rows);
  const left = useWalk((s) => unsent(s).length);
  // Ticks that are still on the phone count as well, the newest of each step.
  const own = new Map(
    rows
      .filter((r) => r.row.kind === 'step' && r.jobId === view.jobId && r.state !== 'refused')
      .map((r) => [r.row.stepKey as string, r.row.act === 'done']),
  );
  const done = (key: string, was: boolean) => own.get(key) ?? was;
  const next = view.steps.find((s) => !done(s.key, s.done));
  return (
    <main>
      <button type="button" class="back" onClick={() => go({ kind: 'list' })}>
        ‹ All spots
      </button>
      <h1>Run sheet</h1>
      {left > 0 && (
        <p class="ask">
          {left} {left === 1 ? 'entry is' : 'entries are'} on this phone alone: send them before anything is
          unplugged.
        </p>
      )}
      <ol class="steps" aria-label="Steps">
        {view.steps.map((s) => {
          const isDone = done(s.key, s.done);
          return (
            <li key={s.key} class={s.key === next?.key ? 'here' : ''}>
              <label>
                <input
                  type="checkbox"
                  checked={isDone}
                  onChange={() =>
                    void record('step', {
                      optionId: view.optionId,
                      stepKey: s.key,
                      act: isDone ? 'undone' : 'done',
                      text: '',
                    })
                  }
                />
                <span>
                  {s.title} <span class="quietly">{s.minutes} min</span>
                </span>
              </label>
              {s.key === next?.key &&
                s.cautions.map((c) => (
                  <p key={c} class="caution">
                    {c}
                  </p>
                ))}
            </li>
          );
        })}
      </ol>
    </main>
  );
}
