/** @jsxImportSource preact */
import { useEffect, useRef, useState } from 'preact/hooks';
import { parseLinkText } from '@/core/intake/linkText';
import { askedReason } from '@/core/evidence/askedReason';
import { doubtsOf, type KnownThere } from '@/core/readings/doubts';
import { NO_CONNECTION, quickRun, type QuickRun } from '@/core/readings/quickRun';
import { levelText } from '@/core/site/model/levelText';
import type { Progress } from '@/meter/speed/client';
import type { Limit } from '@/meter/speed/limits';
import { measureRuns, readingOf, runWords } from '@/meter/speed/runs';
import { newId } from '@/ui/job/newId';
import { AskedBox } from './AskedBox';
import { askPractice } from './server';
import { look, record } from './state';
import { useWalk } from './useWalk';

const PHASE_WORDS = {
  idle: 'round trips',
  down: 'down',
  up: 'up',
  both: 'both ways at once',
} as const;

type Values = QuickRun & { note: string; bandSeen: '2.4' | '5' | '6' | null };
const plain = (run: QuickRun): Values => ({ ...run, note: '', bandSeen: null });

/** All runs of one test, those of them that are asked about, and why. */
interface Doubt {
  ids: readonly string[];
  askedIds: readonly string[];
  words: readonly string[];
}

/** Runs that tell nothing of the house: each is asked about. */
const NOT_THE_HOUSE: ReadonlySet<Limit['kind']> = new Set(['sameMachine', 'connections']);

const NO_TEST: Doubt = { ids: [], askedIds: [], words: [] };

/** Takes readings: by the meter with one tap, typed in one line, or none. What it is about is given. */
export function RunPad({
  about,
  known,
}: {
  /** Subject, device and so on, as the reading holds them. */
  about: Record<string, unknown>;
  known: KnownThere;
}) {
  const door = useWalk((s) => s.door)!;
  const view = useWalk((s) => s.view)!;
  const reached = useWalk((s) => s.reached);
  const [progress, setProgress] = useState<(Progress & { run: number }) | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [typed, setTyped] = useState('');
  const [level, setLevel] = useState<{ rssiDbm: number; bandSeen: Values['bandSeen'] } | null>(null);
  const [pasted, setPasted] = useState('');
  /** What of the last test is hard to believe: it is kept, and counts once somebody says that it is right. */
  const [doubt, setDoubt] = useState<Doubt | null>(null);
  const testRef = useRef<Doubt>(NO_TEST);
  const stopRef = useRef<AbortController | null>(null);
  /** The last run in words. */
  const lastRef = useRef('');
  const runs = view.runsWanted;
  useEffect(() => () => stopRef.current?.abort(), []);

  const put = (values: Values, source: 'meter' | 'typed') =>
    record('reading', {
      ...about,
      ...values,
      rssiDbm: values.rssiDbm ?? level?.rssiDbm ?? null,
      bandSeen: values.bandSeen ?? level?.bandSeen ?? null,
      target: source === 'meter' ? 'house' : 'internet',
      band: 'free',
      source,
      replacesId: null,
    });

  const doubts = (values: Values, target: 'house' | 'internet') => doubtsOf({ ...values, target }, known);

  /** Begins another test: what was said of the last one stays with its runs. */
  function begin() {
    setDoubt(null);
    testRef.current = NO_TEST;
  }

  async function run() {
    if (progress) return;
    setSaid(null);
    begin();
    setProgress({ phase: 'idle', mbps: null, run: 1 });
    stopRef.current = new AbortController();
    lastRef.current = '';
    try {
      const fault = view.practice ? await practise() : await meter(stopRef.current.signal);
      setSaid(fault ?? `Three runs recorded. ${lastRef.current}`.trim());
    } finally {
      setProgress(null);
    }
  }

  async function practise(): Promise<string | null> {
    for (let i = 1; i <= runs; i++) {
      setProgress({ phase: 'down', mbps: null, run: i });
      const answer = await askPractice(door.base, door.token, {
        id: newId('rd'),
        subject: about.subject,
        phase: view.phase,
      });
      if (!answer.ok) return answer.words;
    }
    await look();
    return null;
  }

  /** Keeps a run, and what is hard to believe about it beside it. */
  async function keep(values: Values, source: 'meter' | 'typed', more: readonly string[] = []) {
    const id = await put(values, source);
    const words = [...more, ...doubts(values, source === 'meter' ? 'house' : 'internet')];
    if (id === null) return;
    if (words.length > 0)
      await record('correction', { readingId: id, act: 'setAside', reason: askedReason(words) });
    testRef.current = {
      ids: [...testRef.current.ids, id],
      askedIds: words.length > 0 ? [...testRef.current.askedIds, id] : testRef.current.askedIds,
      words: words.length > 0 ? words : testRef.current.words,
    };
    if (testRef.current.words.length > 0) setDoubt(testRef.current);
  }

  /** What somebody says of a test that is asked about: it counts, or all its runs are set aside. */
  async function answer(isRight: boolean) {
    if (!doubt) return;
    setDoubt(null);
    for (const readingId of isRight ? doubt.askedIds : doubt.ids)
      await record('correction', {
        readingId,
        act: isRight ? 'takeBack' : 'setAside',
        reason: isRight ? 'it is right' : 'doubted on the spot',
      });
  }

  const meter = (signal: AbortSignal) =>
    measureRuns(
      door,
      runs,
      () => newId('run'),
      {
        progress: setProgress,
        run: async (result) => {
          lastRef.current = `The last: ${runWords(result)}`;
          // What this machine measures of itself is no reading of the house.
          const own = NOT_THE_HOUSE.has(result.limit.kind) ? [result.limit.words] : [];
          await keep({ ...readingOf(result), rssiDbm: null, bandSeen: null }, 'meter', own);
          return null;
        },
      },
      signal,
    );

  async function enter(values: Values) {
    begin();
    await keep(values, 'typed');
    setTyped('');
    setSaid('Recorded.');
  }

  function enterTyped(event: Event) {
    event.preventDefault();
    const read = quickRun(typed);
    if (!read.ok) return setSaid(read.words);
    const { rssiDbm } = read.run;
    if (rssiDbm !== null && (rssiDbm < -120 || rssiDbm > 0))
      return setSaid('A level is between −120 and 0 dBm.');
    void enter(plain(read.run));
  }

  function paste(text: string) {
    setPasted(text);
    const print = parseLinkText(text);
    if (!print || print.rssiDbm === null)
      return setSaid(text.trim() === '' ? null : 'No level found in that text.');
    setLevel({ rssiDbm: print.rssiDbm, bandSeen: print.band });
    setPasted('');
    setSaid(`Level ${levelText(print.rssiDbm)} goes with the next runs.`);
  }

  return (
    <section aria-label="Reading">
      {progress ? (
        <div class="live" role="status">
          <p>
            Run {progress.run} of {runs}, {view.practice ? 'practice' : PHASE_WORDS[progress.phase]}
          </p>
          <p class="big">{progress.mbps === null ? '…' : `${progress.mbps.toFixed(0)} Mb/s`}</p>
          <button type="button" class="quiet" onClick={() => stopRef.current?.abort()}>
            Stop
          </button>
        </div>
      ) : (
        <button type="button" class="main" onClick={() => void run()}>
          {view.practice ? 'Read the practice house: three runs' : 'Measure here: three runs'}
        </button>
      )}
      {said && (
        <p class="said" role="status">
          {said}
        </p>
      )}
      {doubt && (
        <AskedBox words={doubt.words} onRight={() => void answer(true)}>
          <button type="button" onClick={() => void answer(false)}>
            Set aside {doubt.ids.length === 1 ? 'this run' : `all ${doubt.ids.length} runs`}
          </button>
        </AskedBox>
      )}
      {!reached && !progress && (
        <p class="said">No network to the laptop: type what you read, it is kept here and sent later.</p>
      )}
      <form onSubmit={enterTyped}>
        <label for="quick">Or type a run: level, down/up Mb/s, ms under load</label>
        <div class="row">
          <input
            id="quick"
            value={typed}
            placeholder="-71 38/9 24"
            autocomplete="off"
            onInput={(e) => setTyped(e.currentTarget.value)}
          />
          <button type="submit">Record</button>
        </div>
      </form>
      <button type="button" class="quiet wide" onClick={() => void enter(plain(NO_CONNECTION))}>
        No connection here
      </button>
      <details>
        <summary>{level ? `Signal ${levelText(level.rssiDbm)}` : 'Add the signal'}</summary>
        <label for="paste">Paste what the device prints about its Wi-Fi link</label>
        <textarea id="paste" rows={3} value={pasted} onInput={(e) => paste(e.currentTarget.value)} />
        {level && (
          <button type="button" class="quiet" onClick={() => setLevel(null)}>
            Without signal
          </button>
        )}
      </details>
    </section>
  );
}
