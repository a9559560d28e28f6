import { describe, expect, test } from '@jest/globals';
import { turnAbout, moveBuilding } from '../geometry/frames';
import { roomsOn } from '../geometry/rooms';
import { boxHouse } from '../../../testing/boxHouse';
import type { Site } from '../model/schema';
import { layRooms } from './layRooms';
import { readRooms } from './roomText';

let ids = 0;
const newId = (prefix: string) => `${prefix}-${++ids}`;
const box = (): Site => boxHouse(newId, { at: { xM: 10, yM: 5 }, widthM: 5.26, depthM: 8.26 });
const storeyOf = (site: Site) => site.buildings[0]!.storeys[0]!;
const rowsOf = (text: string) => {
  const read = readRooms(text, 'metres');
  if (!read.ok) throw new Error(read.message);
  return read.rows;
};
const lay = (site: Site, text: string) =>
  layRooms(site, storeyOf(site), rowsOf(text), 'plasterboard', 'metres', newId);

describe('rooms as they are typed', () => {
  test('rows with their depth, rooms with their width, one of each may go without', () => {
    expect(readRooms('4.2: hall 1.2, front room\nkitchen 3,4, bath', 'metres')).toEqual({
      ok: true,
      rows: [
        {
          depthM: 4.2,
          rooms: [
            { name: 'hall', widthM: 1.2 },
            { name: 'front room', widthM: null },
          ],
        },
        {
          depthM: null,
          rooms: [
            { name: 'kitchen', widthM: 3.4 },
            { name: 'bath', widthM: null },
          ],
        },
      ],
    });
  });
  test('feet and inches, and a number that is part of a name', () => {
    const read = readRooms(`12' 6": bedroom 2, bedroom 3 10' 6", kitchen 8`, 'feet');
    expect(read).toMatchObject({
      ok: true,
      rows: [
        {
          rooms: [
            { name: 'bedroom 2', widthM: null },
            { name: 'bedroom 3', widthM: 3.2004 },
            { name: 'kitchen', widthM: expect.closeTo(2.4384, 6) as unknown },
          ],
        },
      ],
    });
  });
  test.each([
    ['', 'Type a room'],
    ['hall, kitchen', 'Row 1: hall and kitchen have no width'],
    ['hall 1\nbath 2', 'Rows 1 and 2 have no depth'],
    ['deep: hall', 'Row 1, before the colon'],
    ['4: ,', 'Row 1 has no room'],
  ])('%j says what is missing', (text, says) => {
    const read = readRooms(text, 'metres');
    expect(read).toMatchObject({ ok: false, message: expect.stringContaining(says) as unknown });
  });
});

describe('typed rooms laid into a storey', () => {
  test('the clear sizes are between the faces of the walls, and every room is named', () => {
    const site = box();
    const made = lay(site, '4.2: hall 1.2, front room\nkitchen 3.4, bath');
    if (!made.ok) throw new Error(made.message);
    const rooms = roomsOn(made.site, storeyOf(site).id);
    expect(rooms.map((r) => r.named?.name).sort()).toEqual(['Bath', 'Front room', 'Hall', 'Kitchen']);
    // Outer walls are 26 cm, inner ones 10: the hall is 1.2 clear, so its wall stands at 0.13 + 1.2 + 0.05.
    const hall = made.rooms.find((r) => r.name === 'Hall')!;
    expect(hall.corners[1].xM).toBeCloseTo(10 + 1.38, 6);
    expect(hall.corners[2].yM).toBeCloseTo(5 + 0.13 + 4.2 + 0.05, 6);
    // Three inner walls: between the rows, and one in each.
    expect(made.site.walls).toHaveLength(4 + 3);
  });
  test('in a building that was turned they turn with it', () => {
    const straight = box();
    const turned = moveBuilding(straight, straight.buildings[0]!.id, turnAbout({ xM: 12, yM: 8 }, 30));
    const [a, b] = [straight, turned].map((s) => lay(s, '3: hall 1.5, study\nkitchen'));
    if (!a!.ok || !b!.ok) throw new Error('not laid');
    const areas = (s: Site) =>
      roomsOn(s, storeyOf(s).id)
        .map((r) => [r.named!.name, r.areaM2.toFixed(2)])
        .sort();
    expect(areas(b!.site)).toEqual(areas(a!.site));
  });
  test.each([
    ['hall 3, kitchen 4', 'Row 1 needs 7.0 m of width, and there are 4.9 m'],
    ['hall 1, kitchen 2', 'Row 1 comes to 3.0 m of 4.9 m width: leave one size out'],
    ['7: hall\n3: kitchen', 'The storey needs 10 m of depth'],
  ])('%j does not fit, and says by how much', (text, says) => {
    expect(lay(box(), text)).toMatchObject({ ok: false, message: expect.stringContaining(says) as unknown });
  });
  test('sizes that are a few centimetres off fit: the last takes it; a storey with walls inside is left alone', () => {
    const site = box();
    const made = lay(site, 'hall 1.2, kitchen 3.66');
    expect(made.ok).toBe(true);
    if (!made.ok) return;
    expect(made.rooms[1]!.corners[1].xM).toBeCloseTo(15.26, 6);
    expect(lay(made.site, 'hall')).toMatchObject({ ok: false });
  });
});
