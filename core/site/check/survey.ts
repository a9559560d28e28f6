import { outlineToTake } from '../geometry/footprint';
import { distanceToWallM, roomsOn, isTangled, looseEnds } from '../geometry/rooms';
import { buildingAt, inside, storeysById } from '../model/levels';
import type { Point, Site, Storey } from '../model/schema';
import { isSlowRun } from './slowRun';
import type { Thing } from '../edit/things';

/** Something in a survey worth a second look; it blocks nothing. */
export interface SurveyNotice {
  kind:
    | 'noBuilding'
    | 'noSpots'
    | 'spotOutside'
    | 'wallNearlyMeets'
    | 'wallsTangled'
    | 'roomOpen'
    | 'outlineOff'
    | 'noStairs'
    | 'coaxLoose'
    | 'coaxLoop'
    | 'outletLoose'
    | 'jackLoose'
    | 'slowRun'
    | 'obstacleThin'
    | 'wallInStairs';
  message: string;
  /** Where to look. */
  storeyId: string | null;
  at: Point | null;
  thing: Thing | null;
}

/** Ends of two walls this far apart were probably meant to meet, m. */
const NEARLY_M = 0.25;
/** A wall this near to reaching another in line was probably meant to close a room, m. */
const OPEN_M = 1;

function wallNotices(site: Site): SurveyNotice[] {
  const out: SurveyNotice[] = [];
  for (const storeyId of new Set(site.walls.map((w) => w.storeyId))) {
    const walls = site.walls.filter((w) => w.storeyId === storeyId);
    const rooms = site.rooms.filter((r) => r.storeyId === storeyId);
    if (isTangled(walls)) {
      out.push({
        kind: 'wallsTangled',
        message: `The walls of this storey lie over each other in so many places that its rooms are not worked out: delete those drawn twice.`,
        storeyId,
        at: walls[0]?.a ?? null,
        thing: null,
      });
      continue;
    }
    const loose = looseEnds(walls);
    for (const { wall, at, gapM } of loose) {
      if (gapM > OPEN_M) continue;
      const nearly = gapM <= NEARLY_M;
      out.push({
        kind: nearly ? 'wallNearlyMeets' : 'roomOpen',
        message: nearly
          ? `A wall ends ${Math.round(gapM * 100)} cm from another: join them or leave a real gap.`
          : `A wall ends ${Math.round(gapM * 100)} cm short of the next: the room there is not closed.`,
        storeyId,
        at,
        thing: { kind: 'wall', id: wall.id },
      });
    }
    const found = roomsOn(site, storeyId);
    for (const room of rooms)
      if (!found.some((f) => f.named === room) && walls.length > 2)
        out.push({
          kind: 'roomOpen',
          message: `${room.name} is not closed in by walls: it has no area yet.`,
          storeyId,
          at: room.at,
          thing: { kind: 'room', id: room.id },
        });
  }
  return out;
}

/** Storeys whose walls close in another outline than the one floor, roof and indoors go by. */
function outlineNotices(site: Site): SurveyNotice[] {
  return site.buildings.flatMap((b) =>
    b.storeys.flatMap((s): SurveyNotice[] => {
      const outline = outlineToTake(site, s);
      if (!outline) return [];
      return [
        {
          kind: 'outlineOff',
          message: `${b.name}, ${s.name}: its outer walls are not its outline. Take the outline from the walls, or close them.`,
          storeyId: s.id,
          at: outline.find((p) => !s.outline.some((q) => q.xM === p.xM && q.yM === p.yM)) ?? null,
          thing: null,
        },
      ];
    }),
  );
}

/** Storeys one cannot get to: a floor over another storey without stairs cut out of it. */
function stairNotices(site: Site): SurveyNotice[] {
  return site.buildings.flatMap((b) =>
    b.storeys
      .filter((s) => s.holes.length === 0 && b.storeys.some((o) => o.floorLevelM < s.floorLevelM))
      .map((s: Storey): SurveyNotice => ({
        kind: 'noStairs',
        message: `${b.name}, ${s.name}: no stairs lead up to it. A stairwell lets radio through; draw it.`,
        storeyId: s.id,
        at: null,
        thing: null,
      })),
  );
}

/** An obstacle narrower than this was most likely a slip of the hand, m. */
const THIN_M = 0.02;

/** Obstacles without a width, and walls that stand in a stairwell of their storey. */
function slipNotices(site: Site): SurveyNotice[] {
  const thin = site.obstacles.filter((o) =>
    (['xM', 'yM'] as const).some((key) => {
      const of = o.outline.map((p) => p[key]);
      return Math.max(...of) - Math.min(...of) < THIN_M;
    }),
  );
  const stairs = site.buildings.flatMap((b) =>
    b.storeys.flatMap((s) => s.holes.map((hole) => ({ storeyId: s.id, hole }))),
  );
  const through = stairs.flatMap(({ storeyId, hole }) =>
    site.walls
      .filter((w) => w.storeyId === storeyId)
      .filter((w) =>
        // Well inside: a wall along the edge of a stairwell is where it belongs.
        [0.1, 0.3, 0.5, 0.7, 0.9].some((t) => {
          const [x, y] = [w.a.xM + (w.b.xM - w.a.xM) * t, w.a.yM + (w.b.yM - w.a.yM) * t];
          const near = hole.outline.some(
            (p, i) =>
              distanceToWallM({ xM: x, yM: y }, { a: p, b: hole.outline[(i + 1) % hole.outline.length]! }) <
              0.15,
          );
          return !near && inside(hole.outline, x, y);
        }),
      )
      .map((wall) => ({ storeyId, hole, wall })),
  );
  return [
    ...thin.map((o): SurveyNotice => ({
      kind: 'obstacleThin',
      message: `${o.name} has no width: draw it from corner to corner, or delete it.`,
      storeyId: o.storeyId,
      at: o.outline[0] ?? null,
      thing: { kind: 'obstacle', id: o.id },
    })),
    ...through.map(({ storeyId, hole, wall }): SurveyNotice => ({
      kind: 'wallInStairs',
      message: `A wall stands in ${hole.name}: move the wall or the stairwell.`,
      storeyId,
      at: wall.a,
      thing: { kind: 'wall', id: wall.id },
    })),
  ];
}

function spotNotices(site: Site): SurveyNotice[] {
  const storeys = storeysById(site);
  return site.spots.flatMap((s): SurveyNotice[] => {
    const ref = s.place.storeyId ? storeys.get(s.place.storeyId) : undefined;
    const found = { kind: 'spotOutside' as const, at: s.place, thing: { kind: 'spot' as const, id: s.id } };
    if (ref && !inside(ref.storey.outline, s.place.xM, s.place.yM))
      return [
        {
          ...found,
          message: `Spot ${s.number} ${s.name} lies outside ${ref.building.name}, ${ref.storey.name}: move it or put it in the yard.`,
          storeyId: s.place.storeyId,
        },
      ];
    if (!ref && buildingAt(site, s.place.xM, s.place.yM))
      return [
        {
          ...found,
          message: `Spot ${s.number} ${s.name} counts as yard but lies inside a building: give it a storey.`,
          storeyId: null,
        },
      ];
    return [];
  });
}

/** Whether the cables of a coax plant run in a circle: a tree is what it has to be. */
function coaxLoops(site: Site): boolean {
  const root = new Map<string, string>();
  const find = (id: string): string => {
    const up = root.get(id) ?? id;
    return up === id ? id : find(up);
  };
  return site.coax.cables.some((c) => {
    const [a, b] = [find(c.upId), find(c.downId)];
    if (a === b) return true;
    root.set(a, b);
    return false;
  });
}

function wiringNotices(site: Site): SurveyNotice[] {
  const out: SurveyNotice[] = [];
  const wired = new Set(site.coax.cables.flatMap((c) => [c.upId, c.downId]));
  const coax = [
    ...site.coax.outlets.map((o) => ({ ...o, kind: 'coaxOutlet' as const })),
    ...site.coax.splitters.map((o) => ({ ...o, kind: 'splitter' as const })),
  ];
  for (const o of coax)
    if (!wired.has(o.id))
      out.push({
        kind: 'coaxLoose',
        message: `${o.name} leads nowhere: trace its cable.`,
        storeyId: o.place.storeyId,
        at: o.place,
        thing: { kind: o.kind, id: o.id },
      });
  if (coaxLoops(site))
    out.push({
      kind: 'coaxLoop',
      message: 'The coax cables run in a circle: one of them leads somewhere else.',
      storeyId: null,
      at: null,
      thing: null,
    });
  for (const o of site.outlets)
    if (o.circuitId === null && site.circuits.length > 0)
      out.push({
        kind: 'outletLoose',
        message: `${o.name} is on no circuit yet: powerline through it is a guess.`,
        storeyId: o.place.storeyId,
        at: o.place,
        thing: { kind: 'outlet', id: o.id },
      });
  for (const j of site.jacks)
    out.push({
      kind: 'jackLoose',
      message: `Where ${j.name} leads is not known: trace it, then draw its data run.`,
      storeyId: j.place.storeyId,
      at: j.place,
      thing: { kind: 'jack', id: j.id },
    });
  for (const r of site.dataRuns)
    if (isSlowRun(r))
      out.push({
        kind: 'slowRun',
        message: `${r.name} runs at ${r.negotiatedMbps} Mb/s: on gigabit ports a pair is likely broken. Test all eight wires, make the ends new.`,
        storeyId: r.from.storeyId,
        at: r.from,
        thing: { kind: 'dataRun', id: r.id },
      });
  return out;
}

/** What in a survey is worth a second look, each with its place. Nothing of it blocks work. */
export function checkSurvey(site: Site): SurveyNotice[] {
  const plain = (kind: SurveyNotice['kind'], message: string): SurveyNotice => ({
    kind,
    message,
    storeyId: null,
    at: null,
    thing: null,
  });
  return [
    ...(site.buildings.length === 0 ? [plain('noBuilding', 'No building yet: add one with its size.')] : []),
    ...(site.spots.length === 0
      ? [plain('noSpots', 'No spots yet: put one where something must work.')]
      : []),
    ...spotNotices(site),
    ...wallNotices(site),
    ...outlineNotices(site),
    ...stairNotices(site),
    ...slipNotices(site),
    ...wiringNotices(site),
  ];
}
