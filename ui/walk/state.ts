import { createStore } from 'zustand/vanilla';
import { WALK_SHAPE } from '@/core/job/walkShape';
import type { WalkView } from '@/server/walk/view';
import { newId } from '@/ui/job/newId';
import { watchFingers, whenLifted } from './finger';
import { kept, type KeptDoor, type KeptRow } from './kept';
import { askNewest, askView, sendPhoto, sendRows, type Asked } from './server';
import type { Way } from './wayTerms';

export type Screen =
  | { kind: 'list' }
  | { kind: 'spot'; id: string }
  | { kind: 'unit'; id: string }
  | { kind: 'between' }
  | { kind: 'together'; id: string }
  | { kind: 'sign' }
  | { kind: 'sheet' }
  | { kind: 'step'; key: string }
  | { kind: 'help' };

export interface WalkState {
  door: KeptDoor | null;
  view: WalkView | null;
  rows: readonly KeptRow[];
  screen: Screen;
  /** A walk from unit to unit that is not kept yet. */
  way: Way | null;
  /** Whether the last one was ended since nobody saw the page. */
  wayEnded: boolean;
  /** Whether the laptop answered when it was last asked. */
  reached: boolean;
  /** Why nothing can be shown or sent, in words; null while all is well. */
  trouble: string | null;
  /** Whether anything was read from the phone's own database yet. */
  ready: boolean;
}

export const walk = createStore<WalkState>()(() => ({
  door: null,
  view: null,
  rows: [],
  screen: { kind: 'list' },
  way: null,
  wayEnded: false,
  reached: true,
  trouble: null,
  ready: false,
}));

const { getState, setState } = walk;

/** Rows sent at a time, and how long to wait before trying again, ms. */
const AT_ONCE = 20;
const FIRST_WAIT_MS = 2000;
const LONGEST_WAIT_MS = 15_000;
/** How often an open page asks whether something is new, ms. */
const FOLLOW_MS = 10_000;

export const unsent = (s: WalkState): readonly KeptRow[] => s.rows.filter((r) => r.state !== 'sent');

export const go = (screen: Screen): void => {
  setState({ screen });
  scrollTo(0, 0);
};

/** The token in an address such as a code holds, with the server it names; null where there is none. */
export function doorOf(text: string): { base: string; token: string } | null {
  if (!URL.canParse(text.trim())) return null;
  const url = new URL(text.trim());
  const token = new URLSearchParams(url.hash.slice(1)).get('t');
  if (!/^https?:$/.test(url.protocol) || token === null || !/^[\w-]{20,80}$/.test(token)) return null;
  return { base: url.origin, token };
}

async function putRow(row: KeptRow): Promise<void> {
  await kept.putRow(row);
  setState({ rows: [...getState().rows.filter((r) => r.id !== row.id), row] });
}

/** Nothing came of asking: no answer at all, or one that refuses, told in its words. */
const unanswered = ({ status, words }: { status: number; words: string }): void =>
  setState({ reached: status !== 0, trouble: status === 0 ? null : words });

/** Looks at the job anew; what was sent before and is in it now is let go. */
export async function look(phase: WalkView['phase'] | null = getState().view?.phase ?? null): Promise<void> {
  const { door } = getState();
  if (!door) return;
  const before = getState().rows.filter((r) => r.state === 'sent');
  const asked = await askView(door.base, door.token, phase);
  if (!asked.ok) return unanswered(asked);
  for (const r of before) await kept.dropRow(r.id);
  const gone = new Set(before.map((r) => r.id));
  await kept.putView(door.jobId, asked.value);
  // What comes in moves what is on the screen: not from under a finger.
  await whenLifted();
  setState({
    view: asked.value,
    reached: true,
    trouble: null,
    rows: getState().rows.filter((r) => !gone.has(r.id)),
  });
}

/** Screens on which what others change is looked for: on none of them is something measured or typed that a look would disturb. */
const FOLLOWS: ReadonlySet<Screen['kind']> = new Set(['list', 'sheet', 'step']);

/** Looks at the job anew where it has changed on the laptop or another phone since. */
export async function follow(): Promise<void> {
  const { door, view, screen, reached } = getState();
  if (!door || !view || sending || !FOLLOWS.has(screen.kind)) return;
  const asked = await askNewest(door.base, door.token);
  if (!asked.ok) unanswered(asked);
  else if (asked.value.newest !== view.newest) await look();
  else if (!reached) setState({ reached: true, trouble: null });
}

/** Puts a photo on the laptop first: its row says which picture it is. One that is refused for good is told with its row. */
async function sendPhotoOf({ base, token }: KeptDoor, row: KeptRow): Promise<Asked<{ pictureId: string }>> {
  const { photo, ...plain } = row;
  const asked = await sendPhoto(base, token, photo!);
  if (asked.ok) await putRow({ ...plain, row: { ...row.row, text: asked.value.pictureId } });
  else if (asked.status >= 400 && asked.status < 500 && asked.status !== 401 && asked.status !== 429) {
    await putRow({ ...row, state: 'refused', words: asked.words });
    return { ok: true, value: { pictureId: '' } };
  }
  return asked;
}

let sending = false;
let timer: ReturnType<typeof setTimeout> | undefined;
let waitMs = FIRST_WAIT_MS;

/** Sends what waits, oldest first, until all is confirmed; without a network it tries again by itself. */
export async function flush(): Promise<void> {
  clearTimeout(timer);
  if (sending) return;
  sending = true;
  let sentSome = false;
  // Ways in that are no longer good: they hold up no other.
  const shut = new Set<string>();
  try {
    for (;;) {
      // What waits of another job goes by the way in to that job.
      const doors = (await kept.doors()).filter((d) => !shut.has(d.jobId));
      const { rows } = getState();
      const oldest = rows.find((r) => r.state === 'waiting' && doors.some((d) => d.jobId === r.jobId));
      const door = doors.find((d) => d.jobId === oldest?.jobId);
      if (!door) break;
      const waiting = rows.filter((r) => r.state === 'waiting' && r.jobId === door.jobId).slice(0, AT_ONCE);
      const photo = waiting.find((r) => r.photo);
      const asked = photo ? await sendPhotoOf(door, photo) : await sendRows(door.base, door.token, waiting);
      if (!asked.ok) {
        unanswered(asked);
        // A code that is no longer good is not tried again by itself.
        if (asked.status === 401) {
          shut.add(door.jobId);
          continue;
        }
        timer = setTimeout(() => void flush(), waitMs);
        waitMs = Math.min(LONGEST_WAIT_MS, 2 * waitMs);
        return;
      }
      waitMs = FIRST_WAIT_MS;
      setState(shut.size > 0 ? { reached: true } : { reached: true, trouble: null });
      if (!('rows' in asked.value)) continue;
      for (const answer of asked.value.rows) {
        const row = getState().rows.find((r) => r.id === answer.id);
        if (row) await putRow({ ...row, state: answer.ok ? 'sent' : 'refused', words: answer.words });
        sentSome ||= answer.ok;
      }
    }
  } finally {
    sending = false;
  }
  if (sentSome) await look();
}

/** Keeps something on the phone first, then sends it. Gives the id it has. */
export async function record(
  kind: string,
  values: Record<string, unknown>,
  photo?: Blob,
): Promise<string | null> {
  const { door, view } = getState();
  if (!door || !view) return null;
  const id = newId(kind === 'reading' ? 'rd' : 'ev');
  const at = new Date().toISOString();
  await putRow({
    id,
    jobId: door.jobId,
    at,
    phase: view.phase,
    basis: view.basis,
    row: { kind, id, at, ...values },
    ...(photo ? { photo } : {}),
    state: 'waiting',
    words: '',
  });
  void flush();
  return id;
}

/** Gives up a row the laptop has refused. */
export async function discard(id: string): Promise<void> {
  await kept.dropRow(id);
  setState({ rows: getState().rows.filter((r) => r.id !== id) });
}

/** Comes in by a token; the job it is for is told by the laptop. Words where that fails. */
export async function comeIn(token: string, base: string): Promise<string | null> {
  const own = base === location.origin ? '' : base;
  return letIn(token, own, await askView(own, token, null));
}

async function letIn(token: string, own: string, asked: Asked<WalkView>): Promise<string | null> {
  if (!asked.ok) {
    setState({ reached: asked.status !== 0 });
    return asked.words;
  }
  const door = { jobId: asked.value.jobId, token, base: own, usedAt: new Date().toISOString() };
  // Shown first, then kept: it is there again after a reload once the head says so.
  setState({ door, view: asked.value, reached: true, trouble: null });
  await kept.putView(door.jobId, asked.value);
  await kept.putDoor(door);
  void flush();
  return null;
}

/** Starts: what the phone kept is shown at once, then the laptop is asked. */
export async function start(): Promise<void> {
  const scanned = doorOf(location.href);
  // Asked for before anything else: it has the longest way.
  const asked = scanned && askView('', scanned.token, null);
  setState({ rows: await kept.rows() });
  if (scanned && asked) {
    // The token goes from the address line into the phone's own database: nobody reads it over a shoulder.
    history.replaceState(null, '', location.pathname);
    const words = await letIn(scanned.token, '', await asked);
    if (words !== null) setState({ trouble: words });
  }
  if (!getState().door) {
    const [door] = await kept.doors();
    if (door) {
      const view = await kept.view(door.jobId);
      // What an earlier version kept has another shape: the laptop is asked anew.
      setState({ door, view: view?.shape === WALK_SHAPE ? view : null });
      void look().then(flush);
    }
  }
  setState({ ready: true });
  watchFingers();
  addEventListener('online', () => void flush());
  addEventListener('beforeunload', (event) => {
    if (unsent(getState()).length > 0) event.preventDefault();
  });
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'visible') void flush().then(follow);
  });
  setInterval(() => {
    if (document.visibilityState === 'visible') void follow();
  }, FOLLOW_MS);
}
