/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import type { WalkSpot, WalkUnit, WalkView } from '@/server/walk/view';
import { RunPad } from './RunPad';
import { go, record, type WalkState } from './state';
import { useWalk } from './useWalk';

const mbps = (v: number | null) => (v === null ? '–' : v < 10 ? v.toFixed(1) : v.toFixed(0));

interface Shown {
  key: string;
  connected: boolean;
  downMbps: number | null;
  upMbps: number | null;
  state: string;
}

/** Runs at a subject: those the laptop knows, then those that are still here. */
function runsHere(
  view: WalkView,
  rows: WalkState['rows'],
  known: WalkSpot['runs'],
  match: (subject: unknown) => boolean,
): Shown[] {
  const told = known.map((r, i) => ({ ...r, key: `known-${i}`, state: '' }));
  // Struck out here: it goes from the list at once.
  const struck = new Set(rows.map((r) => (r.row.kind === 'correction' ? r.row.readingId : null)));
  const own = rows
    .filter(
      (r) =>
        r.jobId === view.jobId &&
        r.phase === view.phase &&
        r.row.kind === 'reading' &&
        !struck.has(r.id) &&
        match(r.row.subject),
    )
    .map((r) => ({
      key: r.id,
      connected: r.row.connected === true,
      downMbps: r.row.downMbps as number | null,
      upMbps: r.row.upMbps as number | null,
      state: r.state === 'waiting' ? 'on the phone' : r.state === 'refused' ? 'refused' : '',
    }));
  return [...told, ...own];
}

function RunLines({ runs }: { runs: Shown[] }) {
  if (runs.length === 0) return <p class="quietly">Nothing read here yet: three runs are wanted.</p>;
  return (
    <ol class="runs" aria-label="Runs">
      {runs.map((r) => (
        <li key={r.key}>
          {r.connected ? `${mbps(r.downMbps)} ↓ ${mbps(r.upMbps)} ↑ Mb/s` : 'no connection'}
          {r.state && <span class="quietly"> {r.state}</span>}
        </li>
      ))}
    </ol>
  );
}

/** Something seen that is no number. */
function Remark({ spotId, unitId }: { spotId: string | null; unitId: string | null }) {
  const [text, setText] = useState('');
  const [kept, setKept] = useState(false);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim() === '') return;
        void record('remark', { spotId, unitId, text: text.trim() });
        setText('');
        setKept(true);
      }}
    >
      <label for="remark">Note</label>
      <div class="row">
        <input
          id="remark"
          value={text}
          maxLength={500}
          autocomplete="off"
          onInput={(e) => {
            setText(e.currentTarget.value);
            setKept(false);
          }}
        />
        <button type="submit">Keep</button>
      </div>
      {kept && (
        <p class="said" role="status">
          Note kept.
        </p>
      )}
    </form>
  );
}

function nextOf(view: WalkView, id: string): WalkSpot | null {
  const at = view.spots.findIndex((s) => s.id === id);
  return view.spots[at + 1] ?? null;
}

/** One spot: where to stand, what must work there, one big button. */
export function SpotScreen({ spot }: { spot: WalkSpot }) {
  const view = useWalk((s) => s.view)!;
  const rows = useWalk((s) => s.rows);
  const runs = runsHere(
    view,
    rows,
    spot.runs,
    (subject) => (subject as { spotId?: string }).spotId === spot.id,
  );
  const next = nextOf(view, spot.id);
  return (
    <main>
      <button type="button" class="back" onClick={() => go({ kind: 'list' })}>
        ‹ All spots
      </button>
      <h1>
        <span class="number">{spot.number}</span> {spot.name}
      </h1>
      <p>
        {spot.where}. {spot.doing}: {mbps(spot.need.downMbps)} ↓ {mbps(spot.need.upMbps)} ↑ Mb/s.
        {spot.deviceName && ` Device: ${spot.deviceName}.`}
      </p>
      <RunLines runs={runs} />
      <RunPad
        key={spot.id}
        about={{
          subject: { kind: 'spot', spotId: spot.id },
          device: spot.client,
          deviceName: spot.deviceName,
        }}
        known={{
          line: view.line,
          others: runs,
          expected: spot.expected,
          device: spot.device,
        }}
      />
      <Remark key={`note-${spot.id}`} spotId={spot.id} unitId={null} />
      <button
        type="button"
        class="main next"
        onClick={() => go(next ? { kind: 'spot', id: next.id } : { kind: 'list' })}
      >
        {next ? `Next: ${next.number} ${next.name}` : 'All spots walked'}
      </button>
    </main>
  );
}

/** Beside a unit: its feed under load, read where its air is best. */
export function UnitScreen({ unit }: { unit: WalkUnit }) {
  const view = useWalk((s) => s.view)!;
  const rows = useWalk((s) => s.rows);
  const runs = runsHere(view, rows, [], (subject) => (subject as { unitId?: string }).unitId === unit.id);
  return (
    <main>
      <button type="button" class="back" onClick={() => go({ kind: 'list' })}>
        ‹ All spots
      </button>
      <h1>
        <span class="number lamp">{unit.letter}</span> {unit.name}
      </h1>
      <p>Stand right beside it, joined to this very unit: what comes here is what feeds it.</p>
      <RunLines runs={runs} />
      <RunPad
        key={unit.id}
        about={{
          subject: { kind: 'link', unitId: unit.id, load: 'loaded' },
          device: 'phone',
          deviceName: '',
        }}
        known={{ line: view.line, others: runs, expected: null, device: null }}
      />
      <Remark key={`note-${unit.id}`} spotId={null} unitId={unit.id} />
    </main>
  );
}
