/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import { parseLinkText } from '@/core/intake/linkText';
import { traceWords, waitText } from '@/core/readings/traceWords';
import { judgeTrace } from '@/core/readings/walkTrace';
import { measureRuns, readingOf } from '@/meter/speed/runs';
import type { WalkUnit } from '@/server/walk/view';
import { newId } from '@/ui/job/newId';
import { recordMeasured, type Asked } from './asked';
import { AskedReading } from './AskedBox';
import { PlanSketch } from './PlanSketch';
import { askPractice } from './server';
import { StoreyPicker, useStorey } from './Storeys';
import { go, look } from './state';
import { useWalk } from './useWalk';
import { WalkPath } from './WalkPath';
import { beginWay, endWay, leaveWay, passOnWay } from './way';
import type { Trace, Way } from './wayTerms';

/** A level somebody typed, or what the device prints about its link. */
function levelIn(text: string): { rssiDbm: number; bandSeen: '2.4' | '5' | '6' | null } | null {
  const print = parseLinkText(text);
  if (print && print.rssiDbm !== null) return { rssiDbm: print.rssiDbm, bandSeen: print.band };
  const typed = Number(text.trim().replace('−', '-'));
  const dbm = typed > 0 ? -typed : typed;
  return text.trim() !== '' && dbm >= -120 && dbm < 0 ? { rssiDbm: dbm, bandSeen: null } : null;
}

/** What was read right beside the unit at the end, and kept with the walk. */
function KeepWalk({ way, onKept }: { way: Way; onKept: (asked: Asked | null) => void }) {
  const door = useWalk((s) => s.door)!;
  const [text, setText] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { from, to, trace } = way;

  async function keep(values: ReturnType<typeof readingOf> | null): Promise<boolean> {
    const level = levelIn(text);
    if (text.trim() !== '' && !level) {
      setSaid('No level found in that text: type it as −61, or leave it empty.');
      return false;
    }
    const asked = await recordMeasured({
      subject: { kind: 'walk', fromUnitId: from.id, toUnitId: to.id },
      device: 'phone',
      deviceName: '',
      target: 'house',
      band: 'free',
      bandSeen: level?.bandSeen ?? null,
      connected: trace.trips.some(([, tripMs]) => tripMs !== null),
      rssiDbm: level?.rssiDbm ?? null,
      downMbps: values?.downMbps ?? null,
      upMbps: values?.upMbps ?? null,
      loadedMs: values?.loadedMs ?? null,
      idleMs: values?.idleMs ?? null,
      source: 'meter',
      replacesId: null,
      note: values?.note ?? '',
      walk: trace,
    });
    onKept(asked);
    return true;
  }

  async function measureThenKeep() {
    if (busy) return;
    setBusy(true);
    setSaid(`Measuring beside ${to.letter}`);
    const fault = await measureRuns(
      door,
      1,
      () => newId('run'),
      { progress: () => {}, run: async (r) => ((await keep(readingOf(r))) ? null : 'Not kept yet.') },
      new AbortController().signal,
    );
    setBusy(false);
    if (fault !== null) setSaid(`${fault} Keep the walk without a test, or measure again.`);
  }
  return (
    <section aria-label={`Beside ${to.letter}`}>
      {traceWords(judgeTrace(trace)).map((w) => (
        <p key={w}>{w}</p>
      ))}
      <label for="level">Level beside {to.letter} in dBm, or what the device prints about its link</label>
      <textarea id="level" rows={2} value={text} onInput={(e) => setText(e.currentTarget.value)} />
      {said && (
        <p class="said" role="status">
          {said}
        </p>
      )}
      <button type="button" class="main" disabled={busy} onClick={() => void measureThenKeep()}>
        Measure beside {to.letter}, keep the walk
      </button>
      <button type="button" class="quiet wide" disabled={busy} onClick={() => void keep(null)}>
        Keep it without a test
      </button>
    </section>
  );
}

/** Which two units, and the walk between them. */
export function BetweenScreen() {
  const view = useWalk((s) => s.view)!;
  const door = useWalk((s) => s.door)!;
  const waiting = useWalk((s) => s.rows.filter((r) => r.row.walk !== undefined && r.state !== 'sent').length);
  const [said, setSaid] = useState<string | null>(null);
  const [asked, setAsked] = useState<Asked | null>(null);
  const way = useWalk((s) => s.way);
  const wayEnded = useWalk((s) => s.wayEnded);
  const [ids, setIds] = useState<[string, string]>([view.units[0]?.id ?? '', view.units[1]?.id ?? '']);
  const [from, to] = ids.map((id) => view.units.find((u) => u.id === id));
  const newest = view.walks[0];
  const here = way ? way.from.at.storeyId : newest?.marks[0]?.storeyId;
  const [storeyId, setStorey] = useStorey(here ?? from?.at.storeyId ?? null);
  const walked = !way ? newest : way.state === 'over' ? judgeTrace(way.trace) : undefined;

  async function practise() {
    setSaid('Walking');
    const subject = { kind: 'walk', fromUnitId: from!.id, toUnitId: to!.id };
    const asked = { id: newId('rd'), subject, phase: view.phase };
    const answer = await askPractice(door.base, door.token, asked);
    setSaid(answer.ok ? 'Walked, and recorded.' : answer.words);
    if (answer.ok) await look();
  }
  return (
    <main>
      <button type="button" class="back" onClick={() => go({ kind: 'list' })}>
        ‹ All spots
      </button>
      <h1>From unit to unit</h1>
      {!way && (
        <>
          <p>Carry the phone from beside one unit to beside another. Small requests go all the way.</p>
          <div class="ends">
            {(['From', 'To'] as const).map((label, k) => (
              <label key={label}>
                {label}{' '}
                <select
                  value={ids[k]}
                  onChange={(e) =>
                    setIds(k === 0 ? [e.currentTarget.value, ids[1]] : [ids[0], e.currentTarget.value])
                  }
                >
                  {view.units.map((u) => (
                    <option key={u.id} value={u.id}>
                      {u.letter} {u.name}
                    </option>
                  ))}
                </select>
              </label>
            ))}
          </div>
        </>
      )}
      {view.units.length > 0 && <StoreyPicker view={view} storeyId={storeyId} onStorey={setStorey} />}
      <PlanSketch
        view={view}
        storeyId={storeyId}
        spotId={null}
        onSpot={(id) => {
          const spot = view.spots.find((s) => s.id === id);
          if (spot) passOnWay(`${spot.number} ${spot.name}`, spot.at);
        }}
        over={(unit) => walked && <WalkPath walk={walked} storeyId={storeyId} unit={unit} />}
      />
      {way?.state === 'underWay' && (
        <>
          <div class="live" role="status">
            <p>
              {way.from.letter} to {way.to.letter}, {way.trace.trips.length} requests. Tap a spot as you pass
              it.
            </p>
            <p class="big">{lastText(way.trace.trips)}</p>
          </div>
          {way.trace.marks.length > 1 && (
            <p class="quietly">
              Passed:{' '}
              {way.trace.marks
                .slice(1)
                .map((m) => m.name)
                .join(', ')}
            </p>
          )}
          <button type="button" class="main" onClick={endWay}>
            I am beside {way.to.letter}
          </button>
          <button type="button" class="quiet wide" onClick={leaveWay}>
            Stop, keep nothing
          </button>
        </>
      )}
      {way?.state === 'over' && (
        <KeepWalk
          way={way}
          onKept={(doubt) => {
            leaveWay();
            setAsked(doubt);
            setSaid('The walk is kept.');
          }}
        />
      )}
      <AskedReading asked={asked} onSaid={() => setAsked(null)} />
      {wayEnded && !way && (
        <p class="ask" role="status">
          The page was out of sight, so the walk was stopped: keep it in sight, and walk once more.
        </p>
      )}
      {said && (
        <p class="said" role="status">
          {said}
        </p>
      )}
      {!way && (
        <>
          {!from || !to || from === to ? (
            <p class="ask">Choose two different units.</p>
          ) : (
            <button
              type="button"
              class="main"
              onClick={() => void (view.practice ? practise() : (setSaid(null), beginWay(from, to)))}
            >
              {view.practice
                ? `Walk the practice house from ${from.letter} to ${to.letter}`
                : `Start beside ${from.letter}`}
            </button>
          )}
          {waiting > 0 && <p class="quietly">{waiting} walked, not sent yet.</p>}
          <ol class="runs" aria-label="Walks">
            {view.walks.map((w) => (
              <li key={w.readingId}>
                <strong>
                  {letter(view.units, w.fromUnitId)} to {letter(view.units, w.toUnitId)}
                </strong>{' '}
                {w.words.join(' ')}
              </li>
            ))}
          </ol>
        </>
      )}
    </main>
  );
}

const letter = (units: readonly WalkUnit[], id: string) => units.find((u) => u.id === id)?.letter ?? '?';

function lastText(trips: Trace['trips']): string {
  const last = trips[trips.length - 1];
  return !last ? '…' : last[1] === null ? 'no answer' : waitText(last[1]);
}
