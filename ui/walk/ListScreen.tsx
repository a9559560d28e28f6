/** @jsxImportSource preact */
import { PlanSketch } from './PlanSketch';
import { runsAt } from './runs';
import { StoreyPicker, useStorey } from './Storeys';
import { go, look } from './state';
import { useWalk } from './useWalk';

/** The spots in walking order on a small plan, the next one to stand at first. */
export function ListScreen() {
  const view = useWalk((s) => s.view)!;
  const rows = useWalk((s) => s.rows);
  const next = view.spots.find((s) => runsAt(view, rows, s.runs, s.id).length < view.runsWanted) ?? null;
  const [storeyId, setStorey] = useStorey(next?.at.storeyId ?? view.storeys[0]?.id ?? null);
  return (
    <main>
      {view.phases.length > 1 && (
        <div class="phases" role="group" aria-label="Which readings">
          {view.phases.map((p) => (
            <button key={p} type="button" aria-pressed={p === view.phase} onClick={() => void look(p)}>
              {p === 'before' ? 'Before' : 'After'}
            </button>
          ))}
        </div>
      )}
      <StoreyPicker view={view} storeyId={storeyId} onStorey={setStorey} />
      <PlanSketch
        view={view}
        storeyId={storeyId}
        spotId={next?.id ?? null}
        onSpot={(id) => go({ kind: 'spot', id })}
      />
      {view.spots.length === 0 ? (
        <p>No spots yet: put them in Survey on the laptop.</p>
      ) : (
        <ol class="spots" aria-label="Spots in walking order">
          {view.spots.map((s) => {
            const count = runsAt(view, rows, s.runs, s.id).length;
            return (
              <li key={s.id} class={s.id === next?.id ? 'here' : ''}>
                <button type="button" onClick={() => go({ kind: 'spot', id: s.id })}>
                  <span class="number">{s.number}</span>
                  <span class="what">
                    <strong>{s.name}</strong>
                    <span class="quietly">{s.where}</span>
                  </span>
                  <span class="count">
                    {count >= view.runsWanted ? (s.verdict ?? 'read') : `${count} of ${view.runsWanted} runs`}
                  </span>
                </button>
              </li>
            );
          })}
        </ol>
      )}
      {view.units.some((u) => u.fed) && (
        <>
          <h2>Beside a unit</h2>
          <ul class="spots">
            {view.units
              .filter((u) => u.fed)
              .map((u) => (
                <li key={u.id}>
                  <button type="button" onClick={() => go({ kind: 'unit', id: u.id })}>
                    <span class="number lamp">{u.letter}</span>
                    <span class="what">
                      <strong>{u.name}</strong>
                      <span class="quietly">its backhaul under load</span>
                    </span>
                  </button>
                </li>
              ))}
          </ul>
        </>
      )}
      {view.units.length > 1 && (
        <button type="button" class="quiet wide" onClick={() => go({ kind: 'between' })}>
          Walk from unit to unit
        </button>
      )}
      {view.scope === 'walkAndSheet' && view.steps.length > 0 && (
        <button type="button" class="quiet wide" onClick={() => go({ kind: 'sheet' })}>
          Run sheet
        </button>
      )}
      {view.sign && (
        <button type="button" class="quiet wide" onClick={() => go({ kind: 'sign' })}>
          {view.sign.last?.isSame ? `Signed by ${view.sign.last.who}` : 'Sign for what was done'}
        </button>
      )}
      {next && (
        <button type="button" class="main next" onClick={() => go({ kind: 'spot', id: next.id })}>
          Go to {next.number} {next.name}
        </button>
      )}
    </main>
  );
}
