import { describe, expect, test } from '@jest/globals';
import { guessedCounts, lookedAt, confirmed } from '../edit/guesses';
import { barWalls } from '../edit/front';
import { addBoxBuilding } from '../edit/plot';
import { copyStoreyUp } from '../edit/storeys';
import { emptySite, site as siteSchema, type Site } from '../model/schema';
import { AGES } from './ages';
import { asUsual } from './asUsual';
import { layRooms } from './layRooms';
import { readRooms } from './roomText';

let ids = 0;
const newId = (prefix: string) => `${prefix}-${++ids}`;
const laid = (text: string): Site => {
  const { site, storeyId } = addBoxBuilding(
    emptySite(),
    {
      name: 'House',
      at: { xM: 0, yM: 0 },
      widthM: 6,
      depthM: 9,
      storeyNames: ['Ground'],
      storeyHeightM: 2.5,
      construction: 'brickCavity',
      floor: 'timberFloor',
      roof: 'tileRoof',
    },
    newId,
  );
  const read = readRooms(text, 'metres');
  if (!read.ok) throw new Error(read.message);
  const storey = site.buildings[0]!.storeys.find((s) => s.id === storeyId)!;
  const made = layRooms(site, storey, read.rows, 'plasterboard', 'metres', newId);
  if (!made.ok) throw new Error(made.message);
  return made.site;
};
const GROUND = '4: hall 1.4, lounge\nkitchen 3, bath';
const all = (site: Site) => site.buildings.flatMap((b) => b.storeys.map((s) => s.id));
const usual = (site: Site) => asUsual(site, all(site), AGES.before1919, newId);

describe('a storey as it usually is', () => {
  test('every room is reached by a door, and has what its kind has, all of it marked as guessed', () => {
    const { site, added } = usual(laid(GROUND));
    // Four rooms need three doors, and the house a front door.
    expect(added.doors).toBe(4);
    expect(added.windows).toBe(4);
    // Two in the lounge, three in the kitchen, one in the hall, none in the bath.
    expect(site.outlets.map((o) => o.name).sort()).toEqual([
      'Hall socket',
      'Kitchen socket',
      'Kitchen socket 2',
      'Kitchen socket 3',
      'Lounge socket',
      'Lounge socket 2',
    ]);
    expect(site.spots.map((s) => [s.name, s.activities.map((a) => a.activity).join()])).toEqual([
      ['Lounge', 'hdFilm,web'],
      ['Kitchen', 'web,music'],
    ]);
    expect(site.circuits).toMatchObject([{ name: 'Sockets, Ground', oldWiring: true }]);
    expect(site.outlets.every((o) => o.circuitId === site.circuits[0]!.id)).toBe(true);
    expect(site.guessed).toHaveLength(4 + 4 + 6 + 1 + 1 + 2);
    expect(siteSchema.safeParse(site).success).toBe(true);
  });
  test('doors lie in their walls and on no other opening', () => {
    const { site } = usual(laid(GROUND));
    for (const o of site.openings) {
      const wall = site.walls.find((w) => w.id === o.wallId)!;
      const lengthM = Math.hypot(wall.b.xM - wall.a.xM, wall.b.yM - wall.a.yM);
      expect(o.offsetM).toBeGreaterThan(0);
      expect(o.offsetM + o.widthM).toBeLessThan(lengthM);
      for (const p of site.openings)
        if (p !== o && p.wallId === o.wallId)
          expect(p.offsetM > o.offsetM + o.widthM || p.offsetM + p.widthM < o.offsetM).toBe(true);
    }
  });
  test('again it changes nothing, and what somebody has drawn stays', () => {
    const once = usual(laid(GROUND)).site;
    const again = usual(once);
    expect(again.site).toBe(once);
    expect(again.added).toEqual({ doors: 0, windows: 0, sockets: 0, circuits: 0, spots: 0 });
  });
  test('no window and no door goes into a wall that is barred, as one shared with next door', () => {
    const house = laid(GROUND);
    const sides = house.walls.filter((w) => w.a.xM === w.b.xM && (w.a.xM === 0 || w.a.xM === 6));
    const terraced = barWalls(house, new Set(sides.map((w) => w.id)), true);
    const { site } = usual(terraced);
    expect(site.openings.some((o) => sides.some((w) => w.id === o.wallId))).toBe(false);
    // The hall is as wide as its front door: three windows.
    expect(site.openings.filter((o) => o.kind === 'window')).toHaveLength(3);
  });
  test('an upper storey has no front door, and a circuit of its own', () => {
    const ground = laid('hall 1.4, lounge');
    const up = copyStoreyUp(ground, all(ground)[0]!, true, newId).site;
    const { site, added } = usual(up);
    // One between the rooms of each storey, and the front door.
    expect(added.doors).toBe(3);
    // Rooms that nobody has named yet are given no sockets.
    expect(site.circuits.map((c) => c.name)).toEqual(['Sockets, Ground']);
    const upper = site.buildings[0]!.storeys[1]!.id;
    const wallsUp = new Set(site.walls.filter((w) => w.storeyId === upper).map((w) => w.id));
    expect(site.openings.filter((o) => o.kind === 'door' && wallsUp.has(o.wallId))).toHaveLength(1);
  });
});

describe('guesses', () => {
  const { site } = usual(laid(GROUND));
  test('are counted by kind', () => {
    expect(guessedCounts(site)).toContainEqual({ kind: 'socket', count: 6 });
    expect(guessedCounts(confirmed(site))).toEqual([]);
  });
  test('what is changed by hand was looked at; what is put in as usual in one act is not', () => {
    const [socket] = site.outlets;
    const moved = {
      ...site,
      outlets: site.outlets.map((o) => (o === socket ? { ...o, place: { ...o.place, xM: 2 } } : o)),
    };
    expect(lookedAt(site, moved).guessed).toEqual(site.guessed.filter((id) => id !== socket!.id));
    expect(lookedAt(laid(GROUND), site)).toBe(site);
  });
  test('what is deleted is no guess', () => {
    const gone = { ...site, outlets: site.outlets.slice(1) };
    expect(lookedAt(site, gone).guessed).not.toContain(site.outlets[0]!.id);
  });
});
