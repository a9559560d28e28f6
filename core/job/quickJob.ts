import { emptyBrief, type Brief } from '../brief/brief';
import { emptyPlan, type Unit } from '../plan/option/schema';
import { plainFeed } from '../plan/option/feeds';
import { addBoxBuilding } from '../site/edit/plot';
import { apartM, areWithin } from '../site/geometry/apart';
import { roomsOn, type FoundRoom } from '../site/geometry/rooms';
import { wallThicknessM } from '../site/model/constructions';
import type { LengthUnit } from '../site/model/lengths';
import { emptySite, type Place, type Site } from '../site/model/schema';
import { AGES, type AgeId } from '../site/usual/ages';
import { asUsual } from '../site/usual/asUsual';
import { layRooms } from '../site/usual/layRooms';
import { isKitchen, isPassage, isWet } from '../site/usual/roomKinds';
import { readRooms, type TypedRoom, type TypedRow } from '../site/usual/roomText';
import { addUsualSpot } from '../site/usual/usualSpot';
import type { Problem } from './problem';
import { JOB_FILE_VERSION, type JobFile } from './jobFile';

/** A small visit as it is told over the telephone: no drawing, no sizes unless somebody knows them. */
export interface QuickJob {
  name: string;
  lineKind: Brief['line']['kind'];
  downMbps: number;
  upMbps: number;
  age: AgeId;
  /** Rooms: a line for each storey from the ground floor up, rooms beside each other with commas, rows behind each other with a stroke. */
  rooms: string;
  /** Rooms in which something fails, with commas. */
  fails: string;
  /** The room the router stands in; empty takes the first. */
  router: string;
  mayDrill: boolean;
  lengthUnit: LengthUnit;
}

export type MadeJob = { ok: true; job: JobFile } | { ok: false; problems: Problem[] };

/** Usual clear widths of rooms, and the depth of a row of them, m (estimates). */
const WIDTH_M = { passage: 1.6, wet: 2.1, kitchen: 3.4, other: 3.9 };
const DEPTH_M = 3.9;
const STOREY_M = 2.5;
const SHELF_M = 1.2;
const SPOT_M = 1;
/** What is left between typed sizes and the outer walls, m. */
const SLACK_M = 0.2;

const widthOf = ({ name, widthM }: TypedRoom): number =>
  widthM ??
  (isPassage(name)
    ? WIDTH_M.passage
    : isWet(name)
      ? WIDTH_M.wet
      : isKitchen(name)
        ? WIDTH_M.kitchen
        : WIDTH_M.other);

/** Rows of one storey with a size each; the last of each takes what is left when it is laid. */
function readStorey(
  line: string,
  unit: LengthUnit,
): { ok: true; rows: TypedRow[] } | { ok: false; message: string } {
  const rows: TypedRow[] = [];
  for (const part of line.split('/').filter((p) => p.trim() !== '')) {
    const rooms: TypedRoom[] = [];
    for (const word of part.split(/,(?!\d)/).filter((w) => w.trim() !== '')) {
      const read = readRooms(word, unit);
      if (!read.ok) return read;
      const room = read.rows[0]!.rooms[0]!;
      rooms.push({ ...room, widthM: widthOf(room) });
    }
    if (rooms.length > 0) rows.push({ depthM: DEPTH_M, rooms });
  }
  return rows.length > 0
    ? { ok: true, rows }
    : { ok: false, message: 'Type a room, as: hall, lounge / kitchen' };
}

const STOREY_NAMES = ['Ground floor', 'First floor', 'Second floor', 'Third floor'];

const problem = (path: string, message: string): MadeJob => ({ ok: false, problems: [{ path, message }] });
const sumOf = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
const clearM = (sizes: readonly number[], wallM: number): number => sumOf(sizes) + (sizes.length - 1) * wallM;

/** A room by the name somebody calls it: the whole of it, else part of it. */
function roomCalled(rooms: readonly NamedRoom[], called: string): NamedRoom | undefined {
  const wanted = called.trim().toLowerCase();
  return (
    rooms.find((r) => r.name.toLowerCase() === wanted) ??
    rooms.find((r) => r.name.toLowerCase().includes(wanted))
  );
}

interface NamedRoom {
  name: string;
  storeyId: string;
  room: FoundRoom;
}

/** All named rooms of a site. */
const namedRooms = (site: Site): NamedRoom[] =>
  site.buildings.flatMap((b) =>
    b.storeys.flatMap((s) =>
      roomsOn(site, s.id).flatMap((room) =>
        room.named ? [{ name: room.named.name, storeyId: s.id, room }] : [],
      ),
    ),
  );

/**
 * A job of what was told over the telephone: rooms of usual sizes laid beside each other, built as houses of that age mostly are, with
 * sockets, doors and a spot where somebody stays. All of it is marked as guessed, so that what hangs on it is said; a survey goes on
 * from there and nothing is typed twice.
 */
export function quickJob(told: QuickJob, newId: (prefix: string) => string): MadeJob {
  const lines = told.rooms.split('\n').filter((l) => l.trim() !== '');
  if (told.name.trim() === '') return problem('name', 'Give the job a name, such as the address.');
  if (lines.length === 0)
    return problem('rooms', 'Type the rooms of the ground floor, as: hall, lounge / kitchen, bath');
  if (lines.length > STOREY_NAMES.length)
    return problem(
      'rooms',
      `A quick job has at most ${STOREY_NAMES.length} storeys: draw a larger house in Survey.`,
    );
  if (!(told.downMbps > 0 && told.downMbps <= 10_000 && told.upMbps > 0 && told.upMbps <= 10_000))
    return problem('line', 'The line has some speed: between 0.1 and 10 000 Mb/s down and up.');
  const age = AGES[told.age];
  const wallM = wallThicknessM({ construction: age.innerWall }, []);
  const outerM = wallThicknessM({ construction: age.outerWall }, []);
  const storeys: TypedRow[][] = [];
  for (const [i, line] of lines.entries()) {
    const read = readStorey(line, told.lengthUnit);
    if (!read.ok) return problem('rooms', `${STOREY_NAMES[i]!}: ${read.message}`);
    storeys.push(read.rows);
  }
  const widthM =
    Math.max(
      ...storeys.flat().map((r) =>
        clearM(
          r.rooms.map((x) => x.widthM!),
          wallM,
        ),
      ),
    ) +
    outerM +
    SLACK_M;
  const depthM =
    Math.max(
      ...storeys.map((rows) =>
        clearM(
          rows.map((r) => r.depthM!),
          wallM,
        ),
      ),
    ) +
    outerM +
    SLACK_M;
  let { site } = addBoxBuilding(
    emptySite(),
    {
      name: 'House',
      at: { xM: 0, yM: 0 },
      widthM,
      depthM,
      storeyNames: STOREY_NAMES.slice(0, storeys.length),
      storeyHeightM: STOREY_M,
      construction: age.outerWall,
      floor: age.floor,
      roof: age.roof,
    },
    newId,
  );
  const made = site.buildings[0]!.storeys;
  for (const [i, rows] of storeys.entries()) {
    // The last room of a row, and the last row, take what the longest leaves them.
    const open = rows.map((r, k) => ({
      depthM: k === rows.length - 1 ? null : r.depthM,
      rooms: r.rooms.map((x, n) => (n === r.rooms.length - 1 ? { ...x, widthM: null } : x)),
    }));
    const laid = layRooms(site, made[i]!, open, age.innerWall, told.lengthUnit, newId);
    if (!laid.ok) return problem('rooms', `${STOREY_NAMES[i]!}: ${laid.message}`);
    site = laid.site;
  }
  site = asUsual(
    site,
    made.map((s) => s.id),
    age,
    newId,
  ).site;
  const rooms = namedRooms(site);
  const routerRoom = told.router.trim() === '' ? rooms[0] : roomCalled(rooms, told.router);
  if (!routerRoom)
    return problem('router', `There is no room called “${told.router.trim()}”: name one of those typed.`);
  const complaints: Brief['complaints'] = [];
  for (const called of told.fails.split(',').filter((f) => f.trim() !== '')) {
    const room = roomCalled(rooms, called);
    if (!room)
      return problem('fails', `There is no room called “${called.trim()}”: name one of those typed.`);
    const place: Place = { storeyId: room.storeyId, ...room.room.middle, heightM: SPOT_M };
    const isHere = (p: Place) => areWithin(p, place, 0.1);
    if (!site.spots.some((s) => isHere(s.place)))
      site = addUsualSpot(site, newId('spo'), place, room.name, room.name);
    const spot = site.spots.find((s) => isHere(s.place))!;
    complaints.push({
      id: newId('cp'),
      words: `It fails in the ${room.name.toLowerCase()}.`,
      spotId: spot.id,
    });
  }
  const at: Place = { storeyId: routerRoom.storeyId, ...routerRoom.room.middle, heightM: SHELF_M };
  const socket = site.outlets
    .filter((o) => o.place.storeyId === at.storeyId)
    .sort((a, b) => apartM(a.place, at) - apartM(b.place, at))[0];
  const router: Place = socket ? { ...socket.place, heightM: SHELF_M } : at;
  // Nobody has looked at anything: every wall and room is a guess as well.
  const guessed = [
    ...new Set([...site.guessed, ...site.walls.map((w) => w.id), ...site.rooms.map((r) => r.id)]),
  ];
  const brief = emptyBrief();
  const box: Unit = {
    id: newId('unit'),
    letter: 'A',
    kitId: 'provider-router',
    name: routerRoom.name,
    place: router,
    feed: plainFeed('line', null),
    radios: {},
  };
  return {
    ok: true,
    job: {
      format: 'nestle-job',
      version: JOB_FILE_VERSION,
      name: told.name.trim().slice(0, 120),
      brief: {
        ...brief,
        lengthUnit: told.lengthUnit,
        line: { ...brief.line, kind: told.lineKind, downMbps: told.downMbps, upMbps: told.upMbps },
        allowed: { ...brief.allowed, drilling: told.mayDrill },
        policies: {
          ...brief.policies,
          router: 'behind',
          key: 'keep',
          feed: told.mayDrill ? 'wireFirst' : 'wirelessFirst',
        },
        complaints,
      },
      site: { ...site, guessed, lineEntry: router },
      plan: {
        ...emptyPlan(),
        today: { id: 'today', name: 'Today', units: [box], wiredSpots: [] },
        // The visit begins with what is there.
        options: [{ id: newId('opt'), name: 'The visit', units: [box], wiredSpots: [] }],
      },
      evidence: [],
      pictures: [],
    },
  };
}
