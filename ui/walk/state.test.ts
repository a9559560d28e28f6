import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { WalkView } from '@/server/walk/view';
import type { KeptDoor, KeptRow } from './kept';
import type { Asked } from './server';

/** The phone's own database and the laptop, made up. */
const held = {
  rows: new Map<string, KeptRow>(),
  doors: [] as KeptDoor[],
  views: new Map<string, WalkView>(),
};
const laptop = {
  /** Rows of each request that came, with the token it came by. */
  sent: [] as { token: string; ids: string[] }[],
  answer: (_token: string, rows: readonly KeptRow[]): Asked<{ rows: unknown[] }> => ({
    ok: true,
    value: { rows: rows.map((r) => ({ id: r.id, ok: true, words: '' })) },
  }),
  view: (): Asked<WalkView> => ({ ok: true, value: viewOf('farm') }),
  newest: (): Asked<{ newest: string }> => ({ ok: true, value: { newest: '1.1.1.3' } }),
  /** How often the whole job was looked at. */
  looks: 0,
  /** Photos that came. */
  photos: 0,
  picture: (): Asked<{ pictureId: string }> => ({ ok: true, value: { pictureId: `pic-${++laptop.photos}` } }),
};
const viewOf = (jobId: string) =>
  ({ jobId, phase: 'before', basis: { site: 1, plan: 1, evidence: 3 }, newest: '1.1.1.3' }) as WalkView;

jest.unstable_mockModule('./kept', () => ({
  kept: {
    rows: async () => [...held.rows.values()],
    putRow: async (row: KeptRow) => void held.rows.set(row.id, row),
    dropRow: async (id: string) => void held.rows.delete(id),
    doors: async () => held.doors,
    putDoor: async (door: KeptDoor) => void held.doors.unshift(door),
    view: async (jobId: string) => held.views.get(jobId) ?? null,
    putView: async (jobId: string, view: WalkView) => void held.views.set(jobId, view),
  },
}));
jest.unstable_mockModule('./server', () => ({
  askView: async () => {
    laptop.looks++;
    return laptop.view();
  },
  askNewest: async () => laptop.newest(),
  sendRows: async (_base: string, token: string, rows: readonly KeptRow[]) => {
    laptop.sent.push({ token, ids: rows.map((r) => r.id) });
    return laptop.answer(token, rows);
  },
  sendPhoto: async () => laptop.picture(),
}));
const { comeIn, discard, doorOf, flush, follow, go, record, unsent, walk } = await import('./state');

const door: KeptDoor = { jobId: 'farm', token: 'token-of-the-farm-123', base: '', usedAt: '' };
const answerWell = laptop.answer;
const viewWell = laptop.view;
const pictureWell = laptop.picture;
const newestWell = laptop.newest;
const none: Asked<never> = { ok: false, status: 0, words: 'The laptop does not answer.' };

beforeEach(() => {
  jest.useFakeTimers();
  (globalThis as { location?: unknown }).location = { origin: 'http://laptop.local:4680' };
  held.rows.clear();
  held.views.clear();
  held.doors = [door];
  Object.assign(laptop, {
    sent: [],
    answer: answerWell,
    view: viewWell,
    photos: 0,
    picture: pictureWell,
    newest: newestWell,
    looks: 0,
  });
  walk.setState({ door, view: viewOf('farm'), rows: [], reached: true, trouble: null });
});
const settle = async () => {
  for (let i = 0; i < 30; i++) await jest.advanceTimersByTimeAsync(0);
};
const take = async (n: number) => {
  for (let i = 0; i < n; i++) await record('reading', { downMbps: i });
};

describe('the door in an address', () => {
  const token = 'a'.repeat(24);
  test.each([
    [`http://10.0.0.4:4680/walk/#t=${token}`, { base: 'http://10.0.0.4:4680', token }],
    [`  https://laptop.local/walk/#t=${token} `, { base: 'https://laptop.local', token }],
    ['http://10.0.0.4:4680/walk/', null],
    ['http://10.0.0.4:4680/walk/#t=short', null],
    [`javascript:alert(1)#t=${token}`, null],
    [`http://10.0.0.4/walk/#t=${token}<script>`, null],
    ['not an address', null],
  ])('%s', (text, found) => expect(doorOf(text)).toEqual(found));
});

describe('what others change', () => {
  const changed = (): Asked<{ newest: string }> => ({ ok: true, value: { newest: '1.1.2.3' } });
  beforeEach(() => {
    (globalThis as { scrollTo?: unknown }).scrollTo = () => {};
    go({ kind: 'sheet' });
  });
  test('is looked at once there is something new, and not where there is nothing', async () => {
    await follow();
    expect(laptop.looks).toBe(0);
    laptop.newest = changed;
    laptop.view = () => ({ ok: true, value: { ...viewOf('farm'), newest: '1.1.2.3' } });
    await follow();
    await follow();
    expect([laptop.looks, walk.getState().view?.newest]).toEqual([1, '1.1.2.3']);
  });
  test('is not looked for where something is read or signed', async () => {
    laptop.newest = changed;
    for (const screen of [{ kind: 'spot', id: 's' }, { kind: 'between' }, { kind: 'sign' }] as const) {
      go(screen);
      await follow();
    }
    expect(laptop.looks).toBe(0);
  });
  test('a laptop that does not answer is told, and that it is back; one that refuses says why', async () => {
    laptop.newest = () => none;
    await follow();
    expect(walk.getState()).toMatchObject({ reached: false, trouble: null });
    laptop.newest = newestWell;
    await follow();
    expect(walk.getState()).toMatchObject({ reached: true, trouble: null });
    laptop.newest = () => ({ ok: false, status: 401, words: 'The code is no longer good.' });
    await follow();
    expect(walk.getState()).toMatchObject({ reached: true, trouble: 'The code is no longer good.' });
    expect(laptop.looks).toBe(0);
  });
});

describe('a photo', () => {
  const photo = new Blob(['picture']);
  test('is on the laptop before its row says which it is, and is kept here until then', async () => {
    laptop.picture = () => none;
    const id = (await record('step', { stepKey: 'boxes', act: 'photo', text: '' }, photo))!;
    await settle();
    expect(held.rows.get(id)).toMatchObject({ state: 'waiting', photo });
    expect(laptop.sent).toEqual([]);
    laptop.picture = pictureWell;
    let told: unknown = null;
    laptop.answer = (token, rows) => {
      told = rows[0]!.row.text;
      return answerWell(token, rows);
    };
    await flush();
    await settle();
    expect([told, laptop.photos, held.rows.size]).toEqual(['pic-1', 1, 0]);
  });
  test('that is refused is told with its row, stays here, and holds up nothing else', async () => {
    laptop.picture = () => ({ ok: false, status: 413, words: 'Take a smaller one.' });
    const id = (await record('step', { stepKey: 'boxes', act: 'photo', text: '' }, photo))!;
    await settle();
    await take(1);
    await settle();
    expect(held.rows.get(id)).toMatchObject({ state: 'refused', words: 'Take a smaller one.', photo });
    expect(laptop.sent).toHaveLength(1);
  });
});

describe('what is recorded', () => {
  test('is kept before it is sent, with what it hung on, and let go once the job has it', async () => {
    laptop.answer = () => none;
    const id = (await record('reading', { downMbps: 40 }))!;
    expect(held.rows.get(id)).toMatchObject({
      jobId: 'farm',
      phase: 'before',
      basis: { evidence: 3 },
      row: { kind: 'reading', id, downMbps: 40 },
      state: 'waiting',
    });
    await settle();
    expect(unsent(walk.getState())).toHaveLength(1);
    laptop.answer = answerWell;
    await flush();
    await settle();
    expect([held.rows.size, walk.getState().rows]).toEqual([0, []]);
  });
  test('goes oldest first, twenty at a time, by one sender', async () => {
    laptop.answer = () => none;
    await take(45);
    await settle();
    Object.assign(laptop, { sent: [], answer: answerWell });
    await Promise.all([flush(), flush(), flush()]);
    expect(laptop.sent.map((s) => s.ids.length)).toEqual([20, 20, 5]);
    expect(new Set(laptop.sent.flatMap((s) => s.ids)).size).toBe(45);
  });
  test('without an answer it is tried again by itself, each time later, and nothing is lost', async () => {
    laptop.answer = () => none;
    await take(1);
    await settle();
    const tries = () => laptop.sent.length;
    expect([tries(), walk.getState().reached]).toEqual([1, false]);
    await jest.advanceTimersByTimeAsync(2000);
    expect(tries()).toBe(2);
    await jest.advanceTimersByTimeAsync(2000);
    expect(tries()).toBe(2);
    await jest.advanceTimersByTimeAsync(2000);
    expect(tries()).toBe(3);
    laptop.answer = answerWell;
    await jest.advanceTimersByTimeAsync(15_000);
    await settle();
    expect([held.rows.size, walk.getState().reached]).toEqual([0, true]);
  });
  test('what the laptop refuses stays with its words until it is given up', async () => {
    laptop.answer = (_, rows) => ({
      ok: true,
      value: { rows: rows.map((r) => ({ id: r.id, ok: false, words: 'No such spot.' })) },
    });
    const id = (await record('reading', {}))!;
    await settle();
    expect(held.rows.get(id)).toMatchObject({ state: 'refused', words: 'No such spot.' });
    await flush();
    expect(laptop.sent).toHaveLength(1);
    await discard(id);
    expect([held.rows.size, unsent(walk.getState())]).toEqual([0, []]);
  });
  test('a code that is no longer good holds up no other job and is not tried again by itself', async () => {
    const mill = { ...door, jobId: 'mill', token: 'token-of-the-mill-1234' };
    held.doors = [door, mill];
    laptop.answer = () => none;
    await take(1);
    await settle();
    walk.setState({ door: mill, view: viewOf('mill') });
    await take(1);
    await settle();
    laptop.answer = (token, rows) =>
      token === door.token
        ? { ok: false, status: 401, words: 'This code has ended.' }
        : answerWell(token, rows);
    await flush();
    await settle();
    expect([...held.rows.values()].map((r) => r.jobId)).toEqual(['farm']);
    const { length } = laptop.sent;
    await jest.advanceTimersByTimeAsync(60_000);
    expect(laptop.sent).toHaveLength(length);
  });
  test('with no job at hand there is nothing to hang it on', async () => {
    walk.setState({ door: null });
    expect(await record('reading', {})).toBeNull();
    expect(held.rows.size).toBe(0);
  });
});

describe('coming in', () => {
  test('by a token the job is there and kept; from the page’s own address none is noted', async () => {
    expect(await comeIn('a-token-of-twenty-4-characters', 'http://laptop.local:4680')).toBeNull();
    expect(held.doors[0]).toMatchObject({ jobId: 'farm', base: '', token: 'a-token-of-twenty-4-characters' });
    expect(await comeIn('a-token-of-twenty-4-characters', 'http://10.0.0.9:4680')).toBeNull();
    expect(held.doors[0]!.base).toBe('http://10.0.0.9:4680');
    expect(held.views.has('farm')).toBe(true);
  });
  test('refused it says why and changes nothing', async () => {
    laptop.view = () => ({ ok: false, status: 401, words: 'This code has ended.' });
    expect(await comeIn('b-token-of-twenty-4-characters', 'http://10.0.0.9:4680')).toBe(
      'This code has ended.',
    );
    expect([held.doors, walk.getState().door]).toEqual([[door], door]);
  });
});
