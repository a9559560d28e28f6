import { describe, expect, test } from '@jest/globals';
import { plainFeed } from '@/core/plan/option/feeds';
import type { Option, Unit } from '@/core/plan/option/schema';
import { quillfeatherFarm } from '@/demo/farm';
import { followChannels } from './channels';
import { createJobStore } from './store';

const unit = (id: string): Unit => ({
  id,
  letter: 'X',
  kitId: 'mesh-dual',
  name: id,
  place: { storeyId: 'f-upper', xM: 2, yM: 2, heightM: 1 },
  feed: plainFeed('wireless', 'a'),
  radios: {},
});

/** A store whose options are planned by giving every unit channel 100; says which options were asked about. */
function opened() {
  const job = quillfeatherFarm();
  const store = createJobStore({
    id: 'farm',
    archived: false,
    job,
    revisions: { brief: 1, site: 1, plan: 1 },
  });
  const asked: string[] = [];
  const stop = followChannels(store, (option: Option) => {
    asked.push(option.id);
    const radios = { '5': { channel: 100, widthMhz: 80 as const } };
    return Promise.resolve({ ...option, units: option.units.map((u) => ({ ...u, radios })) });
  });
  const settle = () => new Promise<void>((resolve) => setImmediate(resolve));
  const shown = () => store.getState().plan.options[0]!;
  return { store, asked, stop, settle, shown };
}

describe('channels follow a change', () => {
  test('by themselves, as part of the act: one undo takes both back, and no undo or redo plans anew', async () => {
    const { store, asked, settle, shown } = opened();
    const before = shown();
    store.getState().set({ shownId: before.id });
    store.getState().setOption((o) => ({ ...o, units: [...o.units, unit('new')] }));
    await settle();
    expect(asked).toEqual([before.id]);
    expect(shown().units.at(-1)).toMatchObject({ id: 'new', radios: { '5': { channel: 100 } } });
    store.getState().undo();
    expect(shown()).toEqual(before);
    store.getState().redo();
    await settle();
    expect(shown().units.at(-1)!.radios['5']!.channel).toBe(100);
    expect(asked).toHaveLength(1);
  });
  test('not a name, a move, what somebody else saved, or today’s network begun with as an option', async () => {
    const { store, asked, settle, shown } = opened();
    store.getState().set({ shownId: shown().id });
    store.getState().setOption((o) => ({ ...o, name: 'Otherwise' }));
    store.getState().setOption((o) => ({
      ...o,
      units: o.units.map((u) => ({ ...u, place: { ...u.place, xM: u.place.xM + 1 } })),
    }));
    const { plan } = store.getState();
    store.getState().receive('plan', { ...plan, options: [{ ...shown(), units: [] }] });
    store.getState().setPlan((p) => ({ ...p, options: [...p.options, { ...p.today, id: 'again' }] }));
    await settle();
    expect(asked).toEqual([]);
  });
  test('and no longer once nobody follows', async () => {
    const { store, asked, stop, settle } = opened();
    stop();
    store.getState().setOption((o) => ({ ...o, units: [...o.units, unit('new')] }));
    await settle();
    expect(asked).toEqual([]);
  });
});
