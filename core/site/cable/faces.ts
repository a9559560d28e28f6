import { apartM, onto } from '../geometry/apart';
import { adjoin } from '../geometry/partyWalls';
import { roomsOn } from '../geometry/rooms';
import { sharedStretch } from '../geometry/stretches';
import { inside } from '../model/levels';
import type { Building, Point, Site, Storey, Wall } from '../model/schema';

/** A side of a room or of a building along which a cable can lie: a ring of corners. */
export interface Face {
  id: string;
  storey: Storey;
  building: Building;
  /** Whether it is the outside of a building. */
  out: boolean;
  corners: readonly Point[];
  /** Walls that end in the room at each corner: a cable that goes on from there passes them. */
  stubs: readonly (readonly string[])[];
}

/** A stretch of wall with a face on either side. */
export interface SharedEdge {
  a: Point;
  b: Point;
  sides: readonly [Face, Face];
}

const key = (p: Point) => `${Math.round(p.xM * 100)},${Math.round(p.yM * 100)}`;
/** A wall whose end lies this near to a corner meets it there, m. */
const MEETS_M = 0.05;

/** Walls that meet a corner and lead into a room, without lying along its side. */
function stubsAt(walls: readonly Wall[], corners: readonly Point[], at: Point): string[] {
  return walls.flatMap((w) => {
    const from = apartM(w.a, at) <= MEETS_M ? w.a : apartM(w.b, at) <= MEETS_M ? w.b : null;
    if (!from) return [];
    const far = from === w.a ? w.b : w.a;
    const step = Math.min(0.2, apartM(from, far) / 2) / apartM(from, far);
    const p = { xM: from.xM + (far.xM - from.xM) * step, yM: from.yM + (far.yM - from.yM) * step };
    const along = corners.some((c, i) => onto(c, corners[(i + 1) % corners.length]!, p).offM < 0.02);
    return !along && inside(corners, p.xM, p.yM) ? [w.id] : [];
  });
}

/** Rings of the stretches that have no room on their other side, corner after corner. */
function ringsOf(edges: readonly { a: Point; b: Point }[]): Point[][] {
  const from = new Map(edges.map((e) => [key(e.a), e]));
  const rings: Point[][] = [];
  while (from.size > 0) {
    const ring: Point[] = [];
    let edge = from.values().next().value;
    while (edge && from.delete(key(edge.a))) {
      ring.push(edge.a);
      edge = from.get(key(edge.b));
    }
    if (ring.length >= 3) rings.push(ring);
  }
  return rings;
}

/** The sides along which cables lie on one storey, and the stretches of wall between two of them. */
function facesOn(site: Site, building: Building, storey: Storey): { faces: Face[]; shared: SharedEdge[] } {
  const walls = site.walls.filter((w) => w.storeyId === storey.id);
  const rooms = roomsOn(site, storey.id).map((r) => r.outline);
  // A storey whose walls close nothing in is one room within its outline.
  const rings: readonly Point[][] = rooms.length > 0 ? rooms : [storey.outline];
  const faces = rings.map((corners, i): Face => ({
    id: `${storey.id}:${i}`,
    storey,
    building,
    out: false,
    corners,
    stubs: corners.map((c) => stubsAt(walls, corners, c)),
  }));
  const edges = new Map<string, { a: Point; b: Point; face: Face }>();
  for (const face of faces)
    face.corners.forEach((a, i) => {
      const b = face.corners[(i + 1) % face.corners.length]!;
      edges.set(`${key(a)} ${key(b)}`, { a, b, face });
    });
  const shared: SharedEdge[] = [];
  const outer: { a: Point; b: Point; face: Face }[] = [];
  for (const [name, edge] of edges) {
    const [p, q] = name.split(' ');
    const twin = edges.get(`${q} ${p}`);
    if (!twin) outer.push(edge);
    else if (p! < q!) shared.push({ a: edge.a, b: edge.b, sides: [edge.face, twin.face] });
  }
  // Rings of an island within a room are its outside, but not that of the building.
  const inAnother = (p: Point, own: readonly Point[]) =>
    faces.some(
      (f) => inside(f.corners, p.xM, p.yM) && !f.corners.some((c) => own.some((o) => key(o) === key(c))),
    );
  const outside = ringsOf(outer)
    .filter((ring) => !inAnother(ring[0]!, ring))
    .map((corners, i): Face => ({
      id: `${storey.id}:out${i}`,
      storey,
      building,
      out: true,
      corners,
      stubs: corners.map(() => []),
    }));
  for (const edge of outer) {
    const around = outside.find((f) => f.corners.some((c) => key(c) === key(edge.a)));
    if (around) shared.push({ a: edge.a, b: edge.b, sides: [edge.face, around] });
  }
  return { faces: [...faces, ...outside], shared };
}

/** Floors of two buildings that differ by less than this are one level, m: a cable goes straight through. */
const LEVEL_M = 1;

/** Stretches of wall that two buildings share: the rooms on both sides of a party wall, with one hole between them. */
function partyEdges({ buildings }: Site, shared: readonly SharedEdge[]): SharedEdge[] {
  const outerOf = (b: Building) => shared.filter(({ sides }) => sides[1].out && sides[0].building === b);
  const pairs = buildings.flatMap((b, i) =>
    buildings
      .slice(i + 1)
      .filter((o) => adjoin(b, o))
      .map((o) => [outerOf(b), outerOf(o)] as const),
  );
  return pairs.flatMap(([own, others]) =>
    own.flatMap((one) =>
      others.flatMap((other): SharedEdge[] => {
        const [a, b] = [one.sides[0], other.sides[0]];
        if (Math.abs(a.storey.floorLevelM - b.storey.floorLevelM) >= LEVEL_M) return [];
        const both = sharedStretch(one, other);
        return both ? [{ ...both, sides: [a, b] }] : [];
      }),
    ),
  );
}

/** All sides of a site and what lies between them. */
export function siteFaces(site: Site): { faces: Face[]; shared: SharedEdge[] } {
  const all = site.buildings.flatMap((b) => b.storeys.map((s) => facesOn(site, b, s)));
  const shared = all.flatMap((f) => f.shared);
  return { faces: all.flatMap((f) => f.faces), shared: [...shared, ...partyEdges(site, shared)] };
}
