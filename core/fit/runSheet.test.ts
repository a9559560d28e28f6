import { emptyBrief } from '../brief/brief';
import { expect, test } from '@jest/globals';
import { step, type Step } from './step';
import { quillfeatherFarm } from '../../demo/farm';
import { planContext } from '../plan/network/context';
import { type Option, type Unit } from '../plan/option/schema';
import { CAUTIONS } from './cautions';
import { priceOf } from '../plan/cost/price';
import { runSheet } from './runSheet';
import { minutesBetween, schedule, totalMin } from './schedule';
import { serialAt } from '../evidence/fold';
import { sampleStep } from '../../demo/sampleRows';
import { plainFeed } from '../plan/option/feeds';

const job = quillfeatherFarm();
const context = planContext(job);
const base = job.plan.options[0]!;
const unit = (values: Partial<Unit>): Unit => ({
  id: 'c',
  letter: 'C',
  kitId: 'mesh-dual',
  name: 'Kiln room',
  place: { storeyId: 's-ground', xM: 28.5, yM: 3, heightM: 1.5 },
  feed: plainFeed('fibre', 'a'),
  radios: {},
  ...values,
});
const sheet = (extra: Unit[], c = context) =>
  runSheet(c, { ...base, units: [...base.units, ...extra] } as Option);
/** All a step tells. */
const told = (s: Pick<Step, 'acts' | 'notes'>) => [...s.acts.map((a) => a.words), ...s.notes].join(' ');
const keys = (extra: Unit[]) => sheet(extra).map((s) => s.key);

test('a mesh behind the box that stays: roles first, names and joins on the first of the mesh', () => {
  const today = job.plan.today;
  const box = today.units[0]!;
  const root = unit({
    id: 'r',
    letter: 'R',
    name: 'Porch',
    place: { ...box.place, xM: box.place.xM + 1.2 },
    feed: { ...plainFeed('ethernet', box.id), lengthM: 2 },
    role: 'accessPoint',
  });
  const leaf = unit({ id: 'l', letter: 'L', feed: plainFeed('wireless', 'r') });
  const steps = runSheet(context, { ...today, units: [box, root, leaf] }, today);
  const at = (key: string) => steps.findIndex((s) => s.key === key);
  const of = (key: string) => steps[at(key)]!;
  expect(of('roles').title).toBe('Set R as access point');
  expect(of('network').title).toContain('on R');
  expect(of('join:r').title).toContain('the first of the mesh');
  expect(of('join:l').title).toBe('Join L (Kiln room) beside R');
  for (const [first, then] of [
    ['gateway', 'roles'],
    ['roles', 'network'],
    ['join:r', 'network'],
    ['network', 'join:l'],
  ] as const)
    expect(at(first)).toBeLessThan(at(then));
  // Bridged, the box is set to it, and says that its radio goes off.
  const bridged = runSheet(
    context,
    {
      ...today,
      units: [
        { ...box, role: 'bridge' },
        { ...root, role: 'router' },
      ],
    },
    today,
  );
  expect(told(bridged.find((s) => s.key === 'roles')!)).toContain('its radio goes off');
});

test('a gateway away from the entry gets its line in a step of its own, before it is put in', () => {
  const [gateway] = base.units;
  const far = { ...gateway!, place: { storeyId: 'f-upper', xM: 8.2, yM: 6.2, heightM: 1.2 } };
  const steps = runSheet(context, { ...base, units: [far] }, job.plan.today);
  const order = steps.map((s) => s.key);
  expect(order.indexOf('entry')).toBeLessThan(order.indexOf('gateway'));
  const entry = steps.find((s) => s.key === 'entry')!;
  expect(entry.title).toContain('Bring the line from its entry to A');
  expect(entry.cautions).toContain('drilling');
  expect(entry.handsMin).toBeGreaterThan(20);
});

test('kit says how it joins: in which app, on which cable, and what is pressed', () => {
  const words = (kitId: string) =>
    sheet([unit({ kitId, feed: plainFeed('ethernet', 'a') })])
      .find((s) => s.key === 'join:c')!
      .acts.map((a) => a.words)
      .join(' ');
  expect(words('mesh-dual')).toContain(
    'Press the join button of A for 2 s. Then that of C for 2 s, within 2 minutes',
  );
  expect(words('mesh-six')).toContain('in the app of A: C is found within 10 minutes');
  expect(words('ceiling-poe')).toContain('C is found on the cable within 10 minutes');
  // Power over the cable: on the bench by the very source and lead it will have.
  expect(words('ceiling-poe')).toContain('Its injector beside A');
});

test('the order that avoids call-backs', () => {
  const order = keys([unit({})]);
  const before = (a: string, b: string) => expect(order.indexOf(a)).toBeLessThan(order.indexOf(b));
  before('boxes', 'labels');
  before('labels', 'gateway');
  before('ask', 'gateway');
  before('network', 'join:c');
  before('join:c', 'place:c');
  before('cable:c', 'place:c');
  before('place:c', 'names');
  expect(new Set(order).size).toBe(order.length);
});

test('cables are run while units update', () => {
  const steps = sheet([unit({})]);
  const cable = steps.find((s) => s.key === 'cable:c')!;
  expect(
    steps.some((s) => s.waitMin > 0 && s.handsEndMin <= cable.startMin && s.waitEndMin > cable.startMin),
  ).toBe(true);
});

test('cautions stand at the step that raises them', () => {
  const steps = sheet([
    unit({}),
    unit({
      id: 'd',
      letter: 'D',
      kitId: 'outdoor-poe',
      feed: plainFeed('ethernet', 'a'),
      place: { storeyId: null, xM: 20, yM: 4, heightM: 3 },
    }),
    unit({ id: 'e', letter: 'E', kitId: 'powerline-pair', feed: plainFeed('powerline', 'a') }),
  ]);
  const at = (key: string) => steps.find((s) => s.key === key)!.cautions;
  expect(at('cable:c')).toEqual(expect.arrayContaining(['drilling', 'fibre', 'outdoorCable']));
  expect(at('cable:d')).toEqual(expect.arrayContaining(['copperBetween', 'outdoorCable']));
  expect(at('place:d')).toContain('ladder');
  expect(at('join:d')).toContain('poe');
  expect(at('join:e')).toEqual(expect.arrayContaining(['strip', 'powerlineKey']));
  expect(at('modem')).toContain('phoneAlarm');
  for (const s of steps) for (const c of s.cautions) expect(CAUTIONS[c].length).toBeGreaterThan(20);
});

test('the way of working changes where units are joined; what is outdoors or wired is bench-tested either way', () => {
  const inPlace = planContext({
    ...job,
    brief: { ...job.brief, policies: { ...job.brief.policies, joining: 'inPlace' } },
  });
  const title = (u: Unit) => sheet([u], inPlace).find((s) => s.key === `join:${u.id}`)!.title;
  expect(title(unit({ feed: plainFeed('wireless', 'a') }))).toContain('where it stands');
  // What is wired and joins with nothing in its ports is joined before its cable is in.
  expect(title(unit({}))).toContain('beside A');
  expect(title(unit({ kitId: 'outdoor-poe' }))).toContain('beside A');
});

test('no gateway, no run sheet', () => {
  expect(runSheet(context, { ...base, units: [] })).toEqual([]);
});

const plain = (key: string, handsMin: number, waitMin: number, after: string[]): Step =>
  step(key, key, handsMin, { waitMin, after });

test('the schedule waits only where it must, and a circle does not hang it', () => {
  const steps = schedule([plain('a', 5, 10, []), plain('b', 5, 0, ['a']), plain('c', 4, 0, [])]);
  expect(steps.map((s) => [s.key, s.startMin])).toEqual([
    ['a', 0],
    ['c', 5],
    ['b', 15],
  ]);
  expect(totalMin(steps)).toBe(20);
  expect(schedule([plain('a', 1, 0, ['b']), plain('b', 1, 0, ['a'])])).toHaveLength(2);
  expect(
    priceOf([{ label: 'x', count: 1, unit: 'piece', costMinor: 1000 }], steps, {
      ...emptyBrief(),
      labourMinorPerHour: 6000,
    }),
  ).toMatchObject({
    totalMinor: 2400,
    hours: 14 / 60,
  });
});

test('the newest serial of a step counts', () => {
  const noted = [sampleStep('join:c', 'serial', 'o', 'A1'), sampleStep('join:c', 'serial', 'o', 'A2')];
  expect(serialAt(noted, 'o', 'join:c')).toBe('A2');
  expect(serialAt([], 'o', 'join:c')).toBeNull();
});

test('what the brief and the survey know stands in the steps', () => {
  const titles = (c = context, extra = [unit({})]) => sheet(extra, c);
  const find = (key: string, c = context, extra = [unit({})]) => titles(c, extra).find((s) => s.key === key);
  expect(told(find('modem')!)).toContain('user name and password (the customer has the letter)');
  expect(told(find('old')!)).toContain('Telephone: a call out and a call in.');
  expect(told(find('devicesFirst')!)).toContain('Milk scale to “quillfeather”. It speaks 2.4 GHz alone.');
  expect(find('devices')!.acts.map((a) => a.words.split('.')[0])).toEqual([
    'Printer in the hall to “quillfeather”',
    'Goat camera to “quillfeather”',
  ]);
  expect(told(find('cable:c')!)).toContain('Pull it through Duct with draw cord, 40 mm (proven).');
  expect(find('cable:c')!.cautions).not.toContain('buried');
  const dug = planContext({ ...job, site: { ...job.site, ducts: [] } });
  expect(find('cable:c', dug)!.cautions).toContain('buried');
  const asks = planContext({
    ...job,
    brief: { ...job.brief, consents: [{ id: 'x', what: 'landlord', who: 'the owner', got: false }] },
  });
  expect(titles(asks)[0]).toMatchObject({
    key: 'consents',
    beforeVisit: true,
    acts: [{ words: 'the landlord: the owner' }],
  });
  expect(find('consents')).toBeUndefined();
});

test('a run that is in the house is tested, not laid, and a slow one is mended', () => {
  const hall = unit({
    place: { storeyId: 'f-ground', xM: 8.2, yM: 9, heightM: 1 },
    feed: { ...plainFeed('ethernet', 'a'), dataRunId: 'run-hall' },
  });
  const cable = sheet([hall]).find((s) => s.key === 'cable:c')!;
  expect(cable.title).toContain('Test Old run, porch to hall');
  expect(told(cable)).toContain('a pair is likely broken');
  expect(cable.cautions).not.toContain('drilling');
});

test('the time a customer has, over midnight too', () => {
  expect(minutesBetween('09:00', '16:30')).toBe(450);
  expect(minutesBetween('22:00', '02:00')).toBe(240);
});

test('a radar-checked channel waits at its place, a switch is not joined', () => {
  const outdoor = unit({ kitId: 'outdoor-poe', feed: plainFeed('ethernet', 'a') });
  expect(sheet([outdoor]).find((s) => s.key === 'place:c')).toMatchObject({ waitMin: 4 });
  expect(sheet([unit({})]).find((s) => s.key === 'place:c')).toMatchObject({ waitMin: 3 });
  const box = sheet([unit({ kitId: 'switch-poe', feed: plainFeed('ethernet', 'a') })]);
  expect(box.some((s) => s.key === 'join:c')).toBe(false);
  expect(box.some((s) => s.key === 'place:c')).toBe(true);
});
