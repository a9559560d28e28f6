/** @jsxImportSource preact */
import { useEffect, useRef, useState } from 'preact/hooks';
import { measureTogether } from '@/meter/speed/together';
import { MeterFault } from '@/meter/speed/transfers';
import type { WalkSpot } from '@/server/walk/view';
import { newId } from '@/ui/job/newId';
import { recordMeasured, type Asked } from './asked';
import { AskedReading } from './AskedBox';
import { askTogether } from './server';
import { go } from './state';
import { useWalk } from './useWalk';

/** How often a phone that is ready asks whether the others are, ms. */
const ASK_EVERY_MS = 1000;

type Doing =
  | { kind: 'none' }
  | { kind: 'ready'; words: string }
  | { kind: 'running'; phase: 'waiting' | 'down' | 'up'; mbps: number | null };

const PHASE = {
  waiting: 'All are ready, it begins',
  down: 'Down, all at once',
  up: 'Up, all at once',
} as const;

/** At a spot, ready to run at the same time as other phones at theirs: the busy hour as it is. */
export function TogetherScreen({ spot }: { spot: WalkSpot }) {
  const door = useWalk((s) => s.door)!;
  const view = useWalk((s) => s.view)!;
  const [phones, setPhones] = useState(2);
  const [doing, setDoing] = useState<Doing>({ kind: 'none' });
  const [said, setSaid] = useState<string | null>(null);
  const [asked, setAsked] = useState<Asked | null>(null);
  const stopRef = useRef<AbortController | null>(null);
  useEffect(() => () => stopRef.current?.abort(), []);

  /** Waits until as many are ready as run; gives what to run, or null where it was left or refused. */
  async function others(signal: AbortSignal) {
    for (;;) {
      const askedMs = performance.now();
      const answer = await askTogether(door.base, door.token, { spotId: spot.id, phones });
      if (signal.aborted) return null;
      if (!answer.ok) {
        setSaid(answer.words);
        return null;
      }
      const { value } = answer;
      // The answer was on its way for about half of the time.
      if (value.state === 'go')
        return { ...value, startsInMs: value.startsInMs - (performance.now() - askedMs) / 2 };
      setDoing({
        kind: 'ready',
        words: `${value.here.length} of ${value.phones} ready: ${value.here.join(', ')}`,
      });
      await new Promise((next) => setTimeout(next, ASK_EVERY_MS));
      if (signal.aborted) return null;
    }
  }

  async function run() {
    if (doing.kind !== 'none') return;
    setSaid(null);
    setAsked(null);
    setDoing({ kind: 'ready', words: 'Asking who else is ready' });
    const stop = (stopRef.current = new AbortController());
    try {
      const begin = await others(stop.signal);
      if (!begin) return;
      const got = await measureTogether(
        door,
        newId('run'),
        begin.startsInMs,
        (phase, mbps) => setDoing({ kind: 'running', phase, mbps }),
        stop.signal,
      );
      const connected = got.downMbps > 0 || got.upMbps > 0;
      const doubt = await recordMeasured({
        subject: { kind: 'together', spotId: spot.id, meetingId: begin.meetingId, phones: begin.phones },
        device: spot.client,
        deviceName: spot.deviceName,
        target: 'house',
        band: 'free',
        bandSeen: null,
        connected,
        rssiDbm: null,
        downMbps: connected ? got.downMbps : null,
        upMbps: connected ? got.upMbps : null,
        loadedMs: got.loadedMs,
        idleMs: null,
        source: 'meter',
        replacesId: null,
        note: '',
      });
      setAsked(doubt);
      setSaid(`Kept: ${got.downMbps} ↓ ${got.upMbps} ↑ Mb/s while ${begin.phones} ran at once.`);
    } catch (error) {
      if (!(error instanceof MeterFault)) throw error;
      setSaid(error.message);
    } finally {
      setDoing({ kind: 'none' });
    }
  }
  return (
    <main>
      <button type="button" class="back" onClick={() => go({ kind: 'spot', id: spot.id })}>
        ‹ {spot.number} {spot.name}
      </button>
      <h1>Several phones at once</h1>
      <p>
        Each phone comes in by a code of its own and stands at a spot of its own. When all are ready they run
        for the same half minute, to the laptop: the house at its busiest, without the line.
      </p>
      {view.practice ? (
        <p class="ask">A practice house has no phones in it: this is for a real one.</p>
      ) : (
        <>
          <label for="phones">Phones that run</label>
          <select
            id="phones"
            value={String(phones)}
            disabled={doing.kind !== 'none'}
            onChange={(e) => setPhones(Number(e.currentTarget.value))}
          >
            {[2, 3, 4].map((n) => (
              <option key={n} value={String(n)}>
                {n}
              </option>
            ))}
          </select>
          {doing.kind === 'none' ? (
            <button type="button" class="main" onClick={() => void run()}>
              Ready at {spot.number} {spot.name}
            </button>
          ) : (
            <div class="live" role="status">
              <p>{doing.kind === 'ready' ? doing.words : PHASE[doing.phase]}</p>
              {doing.kind === 'running' && (
                <p class="big">{doing.mbps === null ? '…' : `${doing.mbps.toFixed(0)} Mb/s`}</p>
              )}
              <button type="button" class="quiet" onClick={() => stopRef.current?.abort()}>
                Leave
              </button>
            </div>
          )}
        </>
      )}
      <AskedReading asked={asked} onSaid={() => setAsked(null)} />
      {said && (
        <p class="said" role="status">
          {said}
        </p>
      )}
    </main>
  );
}
