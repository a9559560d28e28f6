import { beforeEach, describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../../demo/farm';
import { coaxAttenuation } from '../../../core/feed/coax';
import { checkSite } from '@/core/job/references';
import { findRooms } from '@/core/site/geometry/rooms';
import { site as siteSchema } from '@/core/site/model/schema';
import { createJobStore, type JobStore } from '../../job/store';
import { createDrawing, type Drawing } from './drawing';
import { cornerOf, endOf, penAt, reachM } from './pen';
import { putIn } from './putIn';
import { thingsOnSheet } from './thingsOnSheet';
import { PASSES, TOOLS, toolOfKey, toolsOf, type Tool } from './tools';

let store: JobStore;
let drawing: Drawing;
let put: ReturnType<typeof putIn>;

beforeEach(() => {
  const { pictures, ...job } = quillfeatherFarm();
  expect(pictures).toEqual([]);
  store = createJobStore({ id: 'farm', archived: false, job, revisions: { brief: 1, site: 1, plan: 1 } });
  drawing = createDrawing();
  put = putIn(store, drawing);
});

const site = () => store.getState().site;
const take = (tool: Tool) => drawing.getState().take(tool);
const press = (...points: [number, number][]) => points.forEach(([xM, yM]) => put.press({ xM, yM }));
const message = () => drawing.getState().message;
const show = (storeyId: string) => store.getState().showStorey(storeyId);

/** The middle of a room of the open storey, a little off so that no wall stands there. */
const roomsMiddle = () =>
  findRooms(
    site().walls.filter((w) => w.storeyId === store.getState().storeyId),
    [],
  )[0]!.middle;

/** Whatever is drawn, what is kept has to be sound: it goes to the server as it is. */
function sound(): void {
  expect(siteSchema.safeParse(site()).error?.issues ?? []).toEqual([]);
  const problems: string[] = [];
  checkSite(site(), (path, words) => problems.push(`${path}: ${words}`));
  expect(problems).toEqual([]);
}

describe('house tools', () => {
  test('a line divides the room it is drawn in; one outside is refused in words', () => {
    take('divide');
    const before = site().walls.length;
    const rooms = () =>
      findRooms(
        site().walls.filter((w) => w.storeyId === store.getState().storeyId),
        [],
      ).length;
    const then = rooms();
    const { outline } = site()
      .buildings.flatMap((b) => b.storeys)
      .find((s) => s.id === store.getState().storeyId)!;
    const at = roomsMiddle();
    press([at.xM, at.yM], [at.xM, at.yM + 0.3]);
    expect(site().walls).toHaveLength(before + 1);
    expect(rooms()).toBe(then + 1);
    sound();
    // In another building on the same sheet: its walls are not of the storey that is open.
    const other = site().buildings.find((b) => !b.storeys.some((s) => s.id === store.getState().storeyId))!;
    const { xM, yM } = findRooms(
      site().walls.filter((w) => w.storeyId === other.storeys[0]!.id),
      [],
    )[0]!.middle;
    press([xM, yM], [xM + 0.3, yM]);
    expect(site().walls).toHaveLength(before + 1);
    expect(message()).toContain('No wall to run up to');
    drawing.getState().set({ from: null });
    const east = Math.max(...outline.map((p) => p.xM));
    press([east + 300, 0], [east + 301, 0]);
    expect(message()).toContain('No wall to run up to');
    expect(site().walls).toHaveLength(before + 1);
  });
  test('walls go on from end to end; one without length is refused in words', () => {
    take('wall');
    const before = site().walls.length;
    press([1, 1], [3, 1], [3, 1]);
    expect(message()).toContain('no length');
    press([3, 4]);
    expect(
      site()
        .walls.slice(before)
        .map((w) => [w.a, w.b]),
    ).toEqual([
      [
        { xM: 1, yM: 1 },
        { xM: 3, yM: 1 },
      ],
      [
        { xM: 3, yM: 1 },
        { xM: 3, yM: 4 },
      ],
    ]);
    expect(site().walls[before]!.storeyId).toBe('f-ground');
    sound();
  });
  test('a room spans two corners; corners in line are refused', () => {
    show('s-ground');
    take('room');
    press([23, 1], [25, 1]);
    expect(message()).toContain('in line');
    press([25, 4]);
    const areas = findRooms(
      site().walls.filter((w) => w.storeyId === 's-ground'),
      [],
    ).map((r) => r.areaM2);
    expect(areas.some((a) => Math.abs(a - 6) < 1e-6)).toBe(true);
    sound();
  });
  test('doors, windows and openings go into the wall pressed, the right way along it', () => {
    for (const [tool, kind, made] of [
      ['door', 'door', 'timberDoor'],
      ['window', 'window', 'glazingClear'],
      ['gap', 'opening', 'open'],
    ] as const) {
      take(tool);
      press([7, 0.2]);
      const last = site().openings[site().openings.length - 1]!;
      expect(last).toMatchObject({ kind, construction: made, wallId: 'fg-1' });
      expect(last.offsetM + last.widthM / 2).toBeCloseTo(7, 1);
      expect(store.getState().selected).toEqual({ kind: 'opening', id: last.id });
    }
    take('door');
    press([60, 60]);
    expect(message()).toContain('goes into a wall');
    sound();
  });
  test('stairs are cut out of the floor above, at the top out of their own', () => {
    const holes = () => site().buildings[0]!.storeys.map((s) => s.holes.length);
    expect(holes()).toEqual([0, 1, 1]);
    take('stairs');
    press([10, 7], [11, 9]);
    expect(holes()).toEqual([0, 2, 1]);
    show('f-attic');
    take('stairs');
    press([10, 7], [11, 9]);
    expect(holes()).toEqual([0, 2, 2]);
    show('s-ground');
    take('stairs');
    press([24, 2], [25, 3]);
    expect(message()).toContain('no storey above');
    sound();
  });
  test('paint and names', () => {
    drawing.getState().set({ construction: 'block' });
    take('paint');
    press([5, 3]);
    expect(site().walls.find((w) => w.id === 'fg-snug-1')!.construction).toBe('block');
    const named = site().rooms.length;
    take('roomName');
    press([2, 3]);
    expect(site().rooms).toHaveLength(named);
    expect(store.getState().selected).toMatchObject({ kind: 'room' });
    press([60, 60]);
    expect(message()).toContain('No room is closed in');
  });
});

describe('what is in the way', () => {
  test('obstacles, hedges, trees and disturbers', () => {
    drawing.getState().set({ obstacle: 'waterTank', disturber: 'babyMonitor' });
    take('obstacle');
    press([6, 1], [7, 2]);
    expect(site().obstacles.at(-1)).toMatchObject({
      construction: 'waterTank',
      storeyId: 'f-ground',
      name: 'Water',
    });
    take('hedge');
    press([16, 18], [16, 18], [26, 18]);
    const hedge = site().foliage.at(-1)!;
    expect(
      Math.max(...hedge.outline.map((p) => p.yM)) - Math.min(...hedge.outline.map((p) => p.yM)),
    ).toBeCloseTo(1, 9);
    take('tree');
    press([20, 24]);
    expect(site().foliage.at(-1)!.outline).toHaveLength(8);
    take('interference');
    press([11, 8]);
    expect(site().interference.at(-1)).toMatchObject({ kind: 'babyMonitor', name: 'Parlour baby monitor' });
    sound();
  });
});

describe('wiring tools', () => {
  test('a socket is on no circuit until somebody says, and has a name of its own', () => {
    take('outlet');
    press([2, 2], [2.5, 2]);
    const [a, b] = site().outlets.slice(-2);
    expect([a!.name, b!.name]).toEqual(['Kitchen socket', 'Kitchen socket 2']);
    expect([a!.circuitId, b!.circuitId]).toEqual([null, null]);
    sound();
  });
  test('a second panel hangs on the first and brings a circuit', () => {
    take('panel');
    press([31, 21]);
    const panel = site().panels.at(-1)!;
    expect(panel.fedFromId).toBe('p-main');
    expect(site().circuits.at(-1)!.panelId).toBe(panel.id);
    sound();
  });
  test('coax is drawn from storey to storey as a tree, guessed until traced', () => {
    take('coaxOutlet');
    press([12, 8]);
    const outlet = site().coax.outlets.at(-1)!;
    take('coaxCable');
    press([12.2, 8.1]);
    show('f-attic');
    press([6.5, 5]);
    const cable = site().coax.cables.at(-1)!;
    // The splitter feeds the outlet, whichever was pressed first.
    expect(cable).toMatchObject({ upId: 'x-split', downId: outlet.id, certainty: 'guessed' });
    expect(coaxAttenuation(site().coax, 'x-snug', outlet.id)).toMatchObject({ ok: true, guessed: true });
    take('coaxCable');
    press([40, 40]);
    expect(message()).toContain('joins outlets and splitters');
    take('coaxCable');
    press([6.5, 5], [6.6, 5]);
    expect(message()).toContain('has to lead to another');
    take('splitter');
    press([2, 3]);
    expect(site().coax.splitters.at(-1)).toMatchObject({ ways: 4, ratedMoca: false });
    sound();
  });
  test('a data run leads from jack to jack over storeys; a duct corner by corner', () => {
    take('dataRun');
    press([2, 8]);
    show('f-upper');
    press([12, 8]);
    expect(site().dataRuns.at(-1)).toMatchObject({
      from: { storeyId: 'f-ground' },
      to: { storeyId: 'f-upper' },
      certainty: 'guessed',
      negotiatedMbps: null,
    });
    take('duct');
    press([14, 9], [20, 18], [30, 22]);
    put.endDuct();
    expect(site().ducts.at(-1)!.path).toHaveLength(3);
    const ducts = site().ducts.length;
    take('duct');
    press([14, 9]);
    put.endDuct();
    expect(site().ducts).toHaveLength(ducts);
    sound();
  });
  test('the router of today moves with the line, in one step of undo', () => {
    take('router');
    press([11, 8]);
    const { plan } = store.getState();
    expect(plan.today.units[0]!.place).toMatchObject({ xM: 11, yM: 8, storeyId: 'f-ground' });
    expect(site().lineEntry).toMatchObject({ xM: 11, yM: 8 });
    expect(drawing.getState().tool).toBe('select');
    store.getState().undo();
    expect(site().lineEntry.xM).toBeCloseTo(0.6, 9);
    expect(store.getState().plan.today.units[0]!.place.xM).toBeCloseTo(0.6, 9);
  });
});

test('spots are numbered on and named by their room', () => {
  take('spot');
  press([11.5, 2], [18, 18]);
  expect(
    site()
      .spots.slice(-2)
      .map((s) => [s.number, s.name, s.place.storeyId]),
  ).toEqual([
    [15, 'Dairy pantry', 'f-ground'],
    [16, 'Yard', null],
  ]);
  sound();
});

test('picture tools say what is missing before there is a picture', () => {
  for (const tool of ['scale', 'straighten', 'align'] as const) {
    take(tool);
    press([1, 1]);
    expect(message()).toContain('no picture yet');
  }
});

describe('the pen', () => {
  test('typed lengths lead where the pointer is, where an angle says, or east', () => {
    const from = { xM: 2, yM: 2 };
    expect(endOf(from, { xM: 2, yM: 9 }, 3, null)).toEqual({ xM: 2, yM: 5 });
    expect(endOf(from, { xM: 2, yM: 9 }, 3, 180)).toEqual({ xM: -1, yM: 2 });
    expect(endOf(from, null, 3, null)).toEqual({ xM: 5, yM: 2 });
    expect(cornerOf(from, { xM: 0, yM: 9 }, 3, 1)).toEqual({ xM: -1, yM: 3 });
  });
  test('steps grow coarser as the sheet grows smaller, and the reach stays a hand’s', () => {
    const at = (k: number) =>
      penAt(site(), 'f-ground', 'metres', 'wall', null, { xM: 17.53, yM: 12.37 }, k).at;
    expect(at(100).xM).toBeCloseTo(17.55, 9);
    expect(at(17).xM).toBeCloseTo(17.5, 9);
    expect(at(17).yM).toBeCloseTo(12.4, 9);
    expect(reachM(1000)).toBeCloseTo(0.02, 9);
    expect(reachM(2)).toBeCloseTo(0.4, 9);
    // Things that are only placed fall to the centimetre.
    expect(penAt(site(), 'f-ground', 'metres', 'outlet', null, { xM: 3.333, yM: 1 }, 17).at.xM).toBeCloseTo(
      3.33,
      9,
    );
  });
});

describe('tools and rounds', () => {
  test('every tool has a key of its own, none of them taken by the whole job', () => {
    const keys = (Object.keys(TOOLS) as Tool[]).map((t) => TOOLS[t].key);
    expect(new Set(keys).size).toBe(keys.length);
    for (const key of keys) expect('[]1234567?b,.').not.toContain(key);
    expect(toolOfKey('W')).toBe('wall');
    expect(toolOfKey('7')).toBeUndefined();
  });
  test('each round offers its own tools and what the keys step through', () => {
    const all = PASSES.flatMap((p) => toolsOf(p.id));
    expect(new Set(all).size).toBe(all.length);
    expect(all).toHaveLength(Object.keys(TOOLS).length - 1);
    const open = new Set(['f-ground', 's-ground', 'b-byre']);
    const kinds = (pass: (typeof PASSES)[number]['id']) =>
      new Set(thingsOnSheet(site(), open, pass).map((t) => t.thing.kind));
    expect(kinds('house')).toEqual(new Set(['wall', 'opening']));
    expect(kinds('way')).toEqual(new Set(['obstacle', 'foliage', 'interference']));
    expect(kinds('wiring')).toEqual(new Set(['outlet', 'panel', 'coaxOutlet', 'dataRun', 'duct']));
    expect(kinds('spots')).toEqual(new Set(['spot']));
  });
});
