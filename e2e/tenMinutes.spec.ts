import { expect, test, type Page } from './test';
import { readFileSync } from 'node:fs';
import type { Site } from '../core/site/model/schema';
import { Hand } from './hand';
import { exported, newJob } from './sheet';

type At = [number, number];
interface Storey {
  name: string;
  /** As it is typed. */
  rooms: string;
  walls: [number, number, number, number][];
  openings: ['door' | 'window', number, number][];
  outlets: At[];
}
interface House {
  buildings: {
    name: string;
    widthM: number;
    depthM: number;
    atM?: At;
    age: string;
    shared: string[];
    basement?: boolean;
    storeys: Storey[];
  }[];
  spots: [name: string, storey: string, xM: number, yM: number][];
}
const house = (name: string): House =>
  JSON.parse(readFileSync(`testing/houses/${name}.json`, 'utf8')) as House;

/** How far a thing may lie from where it truly is, m. */
const WALL_M = 0.1;
const OPENING_M = 0.3;
const OUTLET_M = 0.3;
const SPOT_M = 0.6;

const off = (a: At, b: At) => Math.hypot(a[0] - b[0], a[1] - b[1]);
const at = (p: { xM: number; yM: number }): At => [p.xM, p.yM];
const storeyOf = (site: Site, building: string, name: string) =>
  site.buildings.find((b) => b.name === building)!.storeys.find((s) => s.name === name)!;

function openingsOf(site: Site, storeyId: string) {
  return site.openings.flatMap((o) => {
    const w = site.walls.find((x) => x.id === o.wallId)!;
    if (w.storeyId !== storeyId) return [];
    const t = (o.offsetM + o.widthM / 2) / off(at(w.a), at(w.b));
    return [{ ...o, at: [w.a.xM + t * (w.b.xM - w.a.xM), w.a.yM + t * (w.b.yM - w.a.yM)] as At, wall: w }];
  });
}

/** Each of some places with what was drawn for it, the nearest first; what is left over was drawn for none. */
function matched<T extends { at: At }>(drawn: readonly T[], truth: readonly At[], mostM: number) {
  const pairs = drawn
    .flatMap((d) => truth.map((t, i) => ({ d, i, m: off(d.at, t) })))
    .filter((p) => p.m <= mostM)
    .sort((a, b) => a.m - b.m);
  const [used, of] = [new Set<T>(), new Map<number, T>()];
  for (const { d, i } of pairs)
    if (!used.has(d) && !of.has(i)) {
      used.add(d);
      of.set(i, d);
    }
  return { of, over: drawn.filter((d) => !used.has(d)) };
}

async function draw(page: Page, hand: Hand, { buildings, spots }: House): Promise<void> {
  /** Opens a storey that is not open. */
  const goTo = async (name: string) => {
    const button = page.getByRole('button', { name, exact: true });
    if ((await button.getAttribute('aria-pressed')) !== 'true') await hand.button(name);
  };
  for (const b of buildings) {
    await hand.key('b');
    const dialog = page.getByRole('dialog', { name: 'Add a building' });
    await hand.fill(dialog, 'Name', b.name);
    const above = b.storeys.filter((s) => s.name !== 'Basement').length;
    if (above !== 2) await hand.fill(dialog, 'Storeys', String(above));
    await hand.fill(dialog, 'West to east', String(b.widthM));
    await hand.fill(dialog, 'North to south', String(b.depthM));
    await hand.choose(dialog, 'Built', b.age);
    await hand.button('Add building');
    if (b.basement) {
      await hand.button('Basement');
      await hand.button(`${b.name}, Ground`);
    }
    for (const [i, s] of b.storeys.entries()) {
      if (i > 0) await hand.button(`${b.name}, ${s.name}`);
      hand.clicks++;
      await hand.fill(page.locator('main'), 'Rooms, west to east', s.rooms);
      await hand.key('Control+Enter');
      await expect(page.getByRole('list', { name: 'Rooms of the open storey' })).toBeVisible();
    }
    const usual = page.getByRole('region', { name: 'As usual here' });
    for (const side of b.shared) await hand.tick(usual, side);
    await hand.button(b.storeys.length > 1 ? 'Whole building' : 'This storey');
    await expect(usual.getByText('Put in as guesses')).toBeVisible();
  }
  // What is elsewhere than guessed is moved, what is not there deleted, what is missing put in.
  for (const b of buildings)
    for (const s of b.storeys) {
      const { site } = await exported(page);
      const storeyId = storeyOf(site, b.name, s.name).id;
      const todo: (() => Promise<void>)[] = [];
      for (const kind of ['door', 'window'] as const) {
        const truth = s.openings.filter((o) => o[0] === kind).map((o): At => [o[1], o[2]]);
        const { of, over } = matched(
          openingsOf(site, storeyId).filter((o) => o.kind === kind),
          truth,
          2.5,
        );
        truth.forEach((t, i) => {
          const o = of.get(i);
          if (o && off(o.at, t) > OPENING_M)
            todo.push(async () => {
              // What is guessed has a grip: it is dragged without being chosen first.
              await hand.drag(o.at, t);
            });
          if (!o)
            todo.push(async () => {
              await hand.key(kind === 'door' ? 'd' : 'i');
              await hand.at(...t);
              await hand.key('Escape');
            });
        });
        for (const o of over)
          todo.push(async () => {
            await hand.at(...o.at);
            await hand.key('Delete');
          });
      }
      if (todo.length > 0) await goTo(`${b.name}, ${s.name}`);
      for (const act of todo) await act();
    }
  await hand.button('Wiring');
  for (const b of buildings)
    for (const s of b.storeys) {
      const { site } = await exported(page);
      const storeyId = storeyOf(site, b.name, s.name).id;
      const drawn = site.outlets
        .filter((o) => o.place.storeyId === storeyId)
        .map((o) => ({ ...o, at: at(o.place) }));
      const { of, over } = matched(drawn, s.outlets, 4);
      const moved = s.outlets.filter((t, i) => of.has(i) && off(of.get(i)!.at, t) > OUTLET_M);
      const missing = s.outlets.filter((_, i) => !of.has(i));
      if (moved.length + missing.length + over.length > 0) await goTo(`${b.name}, ${s.name}`);
      for (const [i, t] of s.outlets.entries()) if (moved.includes(t)) await hand.drag(of.get(i)!.at, t);
      for (const o of over) {
        await hand.at(...o.at);
        await hand.key('Delete');
      }
      if (missing.length > 0) {
        await hand.key('e');
        for (const t of missing) await hand.at(...t);
        await hand.key('Escape');
        // What was put in by hand is on no circuit yet: the one of its storey takes all of it at once.
        hand.clicks++;
        const loose = page.getByLabel(/of this storey on no circuit yet/);
        const own = loose.locator('option', { hasText: s.name });
        await loose.selectOption(
          (await own.count()) > 0 ? (await own.first().getAttribute('value'))! : { index: 1 },
        );
      }
    }
  await hand.button('Spots');
  const { site } = await exported(page);
  for (const [name, storey, x, y] of spots) {
    const b = buildings.find((c) => x >= (c.atM?.[0] ?? 0) && x <= (c.atM?.[0] ?? 0) + c.widthM)!;
    const own = site.spots.find((s) => s.name === name);
    if (own && off(at(own.place), [x, y]) <= SPOT_M) continue;
    await goTo(`${b.name}, ${storey}`);
    if (own) await hand.drag(at(own.place), [x, y]);
    else {
      await hand.key('s');
      await hand.at(x, y);
      await hand.key('Escape');
    }
  }
  await hand.button('House');
  await hand.button('All of it is so');
}

/** What of the true house is not in the drawn one, or lies elsewhere. */
function missed(site: Site, { buildings, spots }: House): string[] {
  const out: string[] = [];
  for (const b of buildings)
    for (const s of b.storeys) {
      const storey = storeyOf(site, b.name, s.name);
      const where = `${b.name}, ${s.name}`;
      const walls = site.walls.filter((w) => w.storeyId === storey.id);
      const isOn = (p: At) =>
        walls.some((w) => {
          const [dx, dy] = [w.b.xM - w.a.xM, w.b.yM - w.a.yM];
          const t = ((p[0] - w.a.xM) * dx + (p[1] - w.a.yM) * dy) / (dx * dx + dy * dy);
          const c = Math.max(0, Math.min(1, t));
          return off(p, [w.a.xM + c * dx, w.a.yM + c * dy]) <= WALL_M;
        });
      for (const [ax, ay, bx, by] of s.walls)
        for (const t of [0, 0.5, 1])
          if (!isOn([ax + t * (bx - ax), ay + t * (by - ay)])) out.push(`${where}: wall at ${ax}, ${ay}`);
      const openings = openingsOf(site, storey.id);
      if (openings.length !== s.openings.length)
        out.push(`${where}: ${openings.length} of ${s.openings.length} openings`);
      for (const [kind, x, y] of s.openings)
        if (!openings.some((o) => o.kind === kind && off(o.at, [x, y]) <= OPENING_M))
          out.push(`${where}: ${kind} at ${x}, ${y}`);
      const outlets = site.outlets.filter((o) => o.place.storeyId === storey.id);
      if (outlets.length !== s.outlets.length)
        out.push(`${where}: ${outlets.length} of ${s.outlets.length} sockets`);
      for (const t of s.outlets)
        if (!outlets.some((o) => off(at(o.place), t) <= OUTLET_M))
          out.push(`${where}: socket at ${t.join()}`);
      const circuits = new Set(outlets.map((o) => o.circuitId));
      if (circuits.has(null) || circuits.size !== 1) out.push(`${where}: sockets on one circuit`);
    }
  for (const [name, , x, y] of spots)
    if (!site.spots.some((s) => off(at(s.place), [x, y]) <= SPOT_M)) out.push(`spot ${name}`);
  if (site.spots.length !== spots.length) out.push(`${site.spots.length} of ${spots.length} spots`);
  return out;
}

for (const [name, clicks, groups] of [
  ['flat', 40, 30],
  ['terrace', 150, 100],
] as const)
  test(`a ${name} takes at most ${clicks} clicks and ${groups} key groups, and is as it truly is`, async ({
    page,
  }) => {
    await page.setViewportSize({ width: 1920, height: 1080 });
    const truth = house(name);
    await newJob(page, `The ${name}`);
    const hand = new Hand(page);
    await draw(page, hand, truth);
    const { site } = await exported(page);
    console.log(`The ${name}: ${hand.clicks} clicks and ${hand.groups} key groups.`);
    expect(missed(site, truth)).toEqual([]);
    // All of it was looked at: what was guessed is confirmed by one press.
    expect(site.guessed).toEqual([]);
    expect(hand.clicks).toBeLessThanOrEqual(clicks);
    expect(hand.groups).toBeLessThanOrEqual(groups);
  });
