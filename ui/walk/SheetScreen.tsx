/** @jsxImportSource preact */
import { WHO_WORDS } from '@/core/fit/crewWords';
import { clockText } from '@/core/fit/progress';
import { minutesText } from '@/core/plan/cost/duration';
import { speedsMeet, twoMoreTell } from '@/core/readings/enough';
import { dayOn, type WalkDayStep } from './day';
import { runsAt } from './runs';
import { go, unsent } from './state';
import { useNow } from './useNow';
import { useWalk } from './useWalk';

/** A wait of this length is worth a walk, ms. */
const WORTH_MS = 3 * 60_000;

/** What goes on by itself, with the time it is over. */
function Waits({ day, now }: { day: readonly WalkDayStep[]; now: number }) {
  const open = day.filter((s) => s.standing === 'done' && s.waitLabel !== null && s.waitEndMs! > now);
  if (open.length === 0) return null;
  return (
    <ul class="waits" aria-label="By itself">
      {open.map((s) => (
        <li key={s.key}>
          <strong>{s.waitLabel}</strong> until {clockText(s.waitEndMs!)}: leave it alone
        </li>
      ))}
    </ul>
  );
}

/** When a step is, by the clock where that is known. */
const whenOf = (s: WalkDayStep): string =>
  s.fromMs !== null ? clockText(s.fromMs) : s.beforeVisit ? 'before' : '';

/** The run sheet: the step that comes next in large, then the day by the clock. */
export function SheetScreen() {
  const view = useWalk((s) => s.view)!;
  const rows = useWalk((s) => s.rows);
  const left = useWalk((s) => unsent(s).length);
  const now = useNow(10_000);
  const { day, current, meanwhile, currentNumber, dayLeftMin } = dayOn(view, rows, now);
  const unread = view.spots.filter((s) => {
    const runs = runsAt(view, rows, s.runs, s.id);
    // What is still here has not been judged: by its speeds it may meet.
    const own = runs.slice(s.runs.length).filter((r) => speedsMeet(r, s.need)).length;
    return twoMoreTell(s.runsMet + own, runs.length);
  }).length;
  // Between two pieces of work there is time for readings.
  const waits =
    current !== undefined &&
    current.fromMs !== null &&
    current.fromMs > now + WORTH_MS &&
    day.some((s) => s.standing === 'done' && !s.beforeVisit);
  const open = day.filter((s) => s.standing !== 'done');
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
      <Waits day={day} now={now} />
      {waits && current && (
        <p class="ask">
          Nothing for the hands until {clockText(current.fromMs!)}.{' '}
          {unread > 0 && (
            <button type="button" class="wide" onClick={() => go({ kind: 'list' })}>
              Read meanwhile: runs at {unread} {unread === 1 ? 'spot' : 'spots'} still tell something
            </button>
          )}
        </p>
      )}
      {current ? (
        <>
          <button type="button" class="main" onClick={() => go({ kind: 'step', key: current.key })}>
            {currentNumber}. {current.title}
          </button>
          {meanwhile && (
            <p>
              Meanwhile {WHO_WORDS[meanwhile.who!]}:{' '}
              <button type="button" class="wide" onClick={() => go({ kind: 'step', key: meanwhile.key })}>
                {meanwhile.title}
              </button>
            </p>
          )}
          <p class="quietly">
            {open.length} {open.length === 1 ? 'step' : 'steps'} left, {minutesText(dayLeftMin)} with{' '}
            {open.length === 1 ? 'its wait' : 'their waits'}.
          </p>
        </>
      ) : (
        <p class="said">All steps are done.</p>
      )}
      <ol class="steps" aria-label="Steps">
        {day.map((s) => (
          <li key={s.key} class={s.key === current?.key ? 'here' : s.standing === 'done' ? 'over' : ''}>
            <button type="button" onClick={() => go({ kind: 'step', key: s.key })}>
              <span class="when">{s.standing === 'done' ? '✓' : whenOf(s)}</span>
              <span class="told">
                {s.title}
                {s.standing === 'again' && <span class="again"> again: it was changed since</span>}
              </span>
              <span class="quietly">{Math.round(s.handsMin)} min</span>
            </button>
          </li>
        ))}
      </ol>
    </main>
  );
}
