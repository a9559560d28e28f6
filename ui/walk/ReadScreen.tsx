/** @jsxImportSource preact */
import type { ComponentChildren } from 'preact';
import { speedText } from '@/core/site/model/speedText';
import type { WalkSpot, WalkUnit, WalkView } from '@/server/walk/view';
import { NotePad } from './NotePad';
import { RunPad } from './RunPad';
import { runsAt, type ShownRun } from './runs';
import { go, record } from './state';
import { useWalk } from './useWalk';

const mbps = (v: number | null) => (v === null ? '–' : speedText(v));

function RunLines({ runs }: { runs: readonly ShownRun[] }) {
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
const Remark = ({ spotId, unitId }: { spotId: string | null; unitId: string | null }) => (
  <NotePad id="remark" label="Note" onKeep={(text) => void record('remark', { spotId, unitId, text })} />
);

function nextOf(view: WalkView, id: string): WalkSpot | null {
  const at = view.spots.findIndex((s) => s.id === id);
  return view.spots[at + 1] ?? null;
}

/** What a place to read at shows: what it is, what was read, the pad, a note. */
function ReadScreen({
  mark,
  name,
  isUnit,
  words,
  runs,
  pad,
  children,
}: {
  mark: string;
  name: string;
  isUnit: boolean;
  words: string;
  runs: readonly ShownRun[];
  pad: ComponentChildren;
  children: ComponentChildren;
}) {
  return (
    <main>
      <button type="button" class="back" onClick={() => go({ kind: 'list' })}>
        ‹ All spots
      </button>
      <h1>
        <span class={`number ${isUnit ? 'lamp' : ''}`}>{mark}</span> {name}
      </h1>
      <p>{words}</p>
      <RunLines runs={runs} />
      {pad}
      {children}
    </main>
  );
}

/** One spot: where to stand, what must work there, one big button. */
export function SpotScreen({ spot }: { spot: WalkSpot }) {
  const view = useWalk((s) => s.view)!;
  const rows = useWalk((s) => s.rows);
  const runs = runsAt(view, rows, spot.runs, spot.id);
  const next = nextOf(view, spot.id);
  const device = spot.deviceName && ` Device: ${spot.deviceName}.`;
  return (
    <ReadScreen
      mark={String(spot.number)}
      name={spot.name}
      isUnit={false}
      words={`${spot.where}. ${spot.doing}: ${mbps(spot.need.downMbps)} ↓ ${mbps(spot.need.upMbps)} ↑ Mb/s.${device}`}
      runs={runs}
      pad={
        <RunPad
          about={{
            subject: { kind: 'spot', spotId: spot.id },
            device: spot.client,
            deviceName: spot.deviceName,
          }}
          known={{
            line: view.line,
            others: runs,
            expected: spot.expected,
            isKnownBad: spot.isKnownBad,
            device: spot.device,
          }}
        />
      }
    >
      <Remark spotId={spot.id} unitId={null} />
      <button type="button" class="quiet wide" onClick={() => go({ kind: 'together', id: spot.id })}>
        Several phones at once
      </button>
      <button
        type="button"
        class="main next"
        onClick={() => go(next ? { kind: 'spot', id: next.id } : { kind: 'list' })}
      >
        {next ? `Next: ${next.number} ${next.name}` : 'All spots walked'}
      </button>
    </ReadScreen>
  );
}

/** Beside a unit: its backhaul under load, read where its air is best. */
export function UnitScreen({ unit }: { unit: WalkUnit }) {
  const view = useWalk((s) => s.view)!;
  const rows = useWalk((s) => s.rows);
  const runs = runsAt(view, rows, unit.runs, unit.id);
  return (
    <ReadScreen
      mark={unit.letter}
      name={unit.name}
      isUnit
      words="Stand right beside it, joined to this very unit: what comes here is what feeds it."
      runs={runs}
      pad={
        <RunPad
          about={{
            subject: { kind: 'link', unitId: unit.id, load: 'loaded' },
            device: 'phone',
            deviceName: '',
          }}
          known={{ line: view.line, others: runs, expected: null, isKnownBad: false, device: null }}
        />
      }
    >
      <Remark spotId={null} unitId={unit.id} />
    </ReadScreen>
  );
}
