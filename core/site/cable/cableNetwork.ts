import { apartM, onto } from '../geometry/apart';
import type { Point, Site } from '../model/schema';
import { middleOf } from '../geometry/rooms';
import { CableGraph } from './cableGraph';
import { siteFaces, type Face } from './faces';
import { crosses, type RoutePoint } from './cableLegs';
import { passesThrough } from './within';

/** A hole is drilled this far from a corner, m. */
const FROM_CORNER_M = 0.15;
/** Walls of two storeys this near to each other stand over one another, m. */
const STACKED_M = 0.35;
/** A wall this near to a stairwell carries a cable up it, m. */
const STAIRS_M = 0.6;
/** An end of a duct this near to a wall of a building leads to it, m. */
export const DUCT_REACH_M = 1.5;
/** Most pairs of buildings between which ways over the open yard are looked for: beyond, only ducts join them. */
const MOST_YARD_PAIRS = 400;

/** A point on a face: on which side of its ring, and how far along it, 0 to 1. */
interface OnFace {
  node: string;
  at: Point;
  edge: number;
  t: number;
}

/** An end of a route in the network, with the points of faces that were made for it. */
interface Entered {
  node: string;
  on: (OnFace & { face: Face })[];
}

/** Where cables can lie on a site, as a graph of points and stretches with what each takes. */
export class CableNetwork extends CableGraph {
  readonly faces: readonly Face[];
  /** The outsides of the buildings at the ground. */
  private readonly outsides: readonly Face[];
  private readonly onFace = new Map<Face, OnFace[]>();

  constructor(site: Site) {
    super(site);
    const { faces, shared } = siteFaces(site);
    this.faces = faces;
    this.outsides = site.buildings.flatMap((b) => {
      const ground = [...b.storeys].sort((x, y) => Math.abs(x.floorLevelM) - Math.abs(y.floorLevelM))[0];
      return faces.filter((f) => f.out && f.storey.id === ground?.id);
    });
    for (const face of faces) {
      this.onFace.set(face, []);
      face.corners.forEach((c, edge) => this.put(face, edge, 0, c));
    }
    for (const { a, b, sides } of shared) this.joinThroughWall(a, b, sides);
    this.joinStoreys();
    this.joinYard();
    for (const face of faces) this.lay(face);
  }

  private pointOn(face: Face, at: Point): RoutePoint {
    return {
      xM: at.xM,
      yM: at.yM,
      storeyId: face.out ? null : face.storey.id,
      levelM: face.storey.floorLevelM,
    };
  }

  /** A node on a face; the one that is there already where there is one. */
  private put(face: Face, edge: number, t: number, at: Point): string {
    const list = this.onFace.get(face)!;
    const known = list.find((o) => apartM(o.at, at) < 0.01);
    if (known) return known.node;
    const node = this.add(this.pointOn(face, at));
    list.push({ node, at, edge, t });
    return node;
  }

  /** The point of a face nearest to another. */
  private nearestOn(face: Face, p: Point): { edge: number; t: number; at: Point; offM: number } {
    let best = { edge: 0, t: 0, at: face.corners[0]!, offM: Infinity };
    face.corners.forEach((a, edge) => {
      const found = onto(a, face.corners[(edge + 1) % face.corners.length]!, p);
      if (found.offM < best.offM) best = { edge, ...found };
    });
    return best;
  }

  private putNearest(face: Face, p: Point, withinM: number): string | null {
    const { edge, t, at, offM } = this.nearestOn(face, p);
    return offM <= withinM ? this.put(face, edge, t, at) : null;
  }

  /** Joins both sides of a wall at a point, drilled or through an opening. */
  private throughWall(sides: readonly [Face, Face], p: Point, withinM: number): void {
    const [one, other] = [this.putNearest(sides[0], p, withinM), this.putNearest(sides[1], p, withinM)];
    if (!one || !other) return;
    this.pass(one, other, sides, p);
  }

  /** Points of a shared stretch at which it may be drilled, and the middle of each opening without a door. */
  private joinThroughWall(a: Point, b: Point, sides: readonly [Face, Face]): void {
    const lengthM = apartM(a, b);
    const at = (m: number): Point => ({
      xM: a.xM + ((b.xM - a.xM) * m) / lengthM,
      yM: a.yM + ((b.yM - a.yM) * m) / lengthM,
    });
    const places = lengthM < 3 * FROM_CORNER_M ? [lengthM / 2] : [FROM_CORNER_M, lengthM - FROM_CORNER_M];
    for (const m of places) this.throughWall(sides, at(m), 0.02);
    const walls = sides.flatMap((f) => this.wallAt(f.storey.id, at(lengthM / 2)) ?? []);
    if (walls.length === 0) return;
    for (const o of this.site.openings) {
      const wall = walls.find((w) => w.id === o.wallId);
      if (!wall || o.kind !== 'opening') continue;
      const share = (o.offsetM + o.widthM / 2) / apartM(wall.a, wall.b);
      const middle = {
        xM: wall.a.xM + (wall.b.xM - wall.a.xM) * share,
        yM: wall.a.yM + (wall.b.yM - wall.a.yM) * share,
      };
      if (onto(a, b, middle).offM < 0.02) this.throughWall(sides, middle, 0.02);
    }
    this.sharedStretches.push({ a, b, sides });
  }

  private readonly sharedStretches: { a: Point; b: Point; sides: readonly [Face, Face] }[] = [];

  private facesOn(storeyId: string): Face[] {
    return this.faces.filter((f) => f.storey.id === storeyId && !f.out);
  }

  /** Joins walls that stand over one another through the floor between, and those beside a stairwell up it. */
  private joinStoreys(): void {
    for (const building of this.site.buildings) {
      const storeys = [...building.storeys].sort((a, b) => a.floorLevelM - b.floorLevelM);
      for (let i = 1; i < storeys.length; i++) {
        const [lower, upper] = [storeys[i - 1]!, storeys[i]!];
        const riseM = upper.floorLevelM - lower.floorLevelM;
        const [below, above] = [this.facesOn(lower.id), this.facesOn(upper.id)];
        for (const [faces, others] of [
          [below, above],
          [above, below],
        ] as const)
          for (const face of faces)
            for (const o of [...this.onFace.get(face)!])
              for (const other of others) {
                const node = this.putNearest(other, o.at, STACKED_M);
                if (node) this.link(o.node, node, 'floor', riseM);
              }
        for (const hole of upper.holes) {
          const middle = middleOf(hole.outline);
          // A stairwell joins the rooms it is in, not those behind the wall beside it.
          const around = (f: Face) => passesThrough(f.corners, middle, middle);
          for (const corner of hole.outline)
            for (const low of below.filter(around))
              for (const high of above.filter(around)) {
                const [p, q] = [this.nearestOn(low, corner), this.nearestOn(high, corner)];
                if (p.offM > STAIRS_M || q.offM > STAIRS_M) continue;
                this.link(
                  this.put(low, p.edge, p.t, p.at),
                  this.put(high, q.edge, q.t, q.at),
                  'stairs',
                  riseM,
                );
              }
        }
      }
    }
  }

  /** Whether the straight line over the yard meets no building. */
  private isClear(a: Point, b: Point): boolean {
    return !this.outsides.some(
      ({ corners }) =>
        corners.some((c, i) => {
          const d = corners[(i + 1) % corners.length]!;
          return crosses(a, b, c, d);
        }) || passesThrough(corners, a, b),
    );
  }

  private joinYard(): void {
    const faces = this.outsides;
    for (const duct of this.site.ducts) {
      // What is full takes no cable more.
      if (duct.isFull) continue;
      const ends = [duct.path[0]!, duct.path[duct.path.length - 1]!].map((end) =>
        faces.flatMap((f) => this.putNearest(f, end, DUCT_REACH_M) ?? []),
      );
      const lengthM = duct.path.reduce((sum, p, i) => sum + (i > 0 ? apartM(duct.path[i - 1]!, p) : 0), 0);
      for (const a of ends[0]!) for (const b of ends[1]!) this.link(a, b, 'duct', lengthM, { duct });
    }
    if ((faces.length * (faces.length - 1)) / 2 > MOST_YARD_PAIRS) return;
    for (const one of faces)
      for (const other of faces) {
        if (one === other || one.building === other.building) continue;
        for (const corner of one.corners) {
          const { edge, t, at } = this.nearestOn(other, corner);
          if (!this.isClear(corner, at)) continue;
          this.link(
            this.putNearest(one, corner, 0.02)!,
            this.put(other, edge, t, at),
            'yard',
            apartM(corner, at),
          );
        }
      }
  }

  /** Lays the stretches of a face from point to point. */
  private lay(face: Face): void {
    const list = this.onFace.get(face)!.sort((a, b) => a.edge - b.edge || a.t - b.t);
    list.forEach((from, i) => {
      const to = list[(i + 1) % list.length]!;
      const middle = { xM: (from.at.xM + to.at.xM) / 2, yM: (from.at.yM + to.at.yM) / 2 };
      // Nothing is clipped along the outside of a wall that is barred.
      if (face.out && this.wallAt(face.storey.id, middle)?.isBarred) return;
      this.link(from.node, to.node, face.out ? 'outside' : 'wall', apartM(from.at, to.at), {
        wallIds: this.stubsPast(face, from),
      });
    });
  }

  /** Walls that end in the room at the corner a stretch begins at. */
  private stubsPast(face: Face, from: { edge: number; t: number }): readonly string[] {
    return from.t === 0 ? face.stubs[from.edge]! : [];
  }

  /**
   * Puts an end of a route into the network for as long as `look` runs: at the wall of its room nearest to it, drilled through
   * there too; in the yard at what it sees.
   */
  within<T>(ends: readonly RoutePoint[], look: (nodes: string[]) => T): T {
    const before = this.mark();
    const placed = ends.map((end) => this.enter(end));
    this.joinNewOnes(placed);
    const result = look(placed.map((p) => p.node));
    this.backTo(before);
    return result;
  }

  /** The point of the walls, or outdoors of the buildings, nearest to a point somebody pressed; itself where there is none. */
  nearestWall<T extends Point & { storeyId: string | null }>(p: T): T {
    const faces = p.storeyId === null ? this.outsides : this.facesOn(p.storeyId);
    const near = faces.map((f) => this.nearestOn(f, p)).sort((a, b) => a.offM - b.offM)[0];
    return near ? { ...p, xM: near.at.xM, yM: near.at.yM } : p;
  }

  private enter(end: RoutePoint): Entered {
    const node = this.add(end);
    const on: Entered['on'] = [];
    const stand = (face: Face, found: { edge: number; t: number; at: Point }) => {
      const list = this.onFace.get(face)!;
      const known = list.find((o) => apartM(o.at, found.at) < 0.01);
      if (known) return known.node;
      const made = this.add(this.pointOn(face, found.at));
      const kind = face.out ? 'outside' : 'wall';
      // Between the two points of the face it lies between.
      const after = list.findIndex((o) => o.edge > found.edge || (o.edge === found.edge && o.t > found.t));
      const next = list[after < 0 ? 0 : after]!;
      const last = list[(after <= 0 ? list.length : after) - 1]!;
      this.link(last.node, made, kind, apartM(last.at, found.at), { wallIds: this.stubsPast(face, last) });
      this.link(made, next.node, kind, apartM(found.at, next.at));
      on.push({ face, ...found, node: made });
      return made;
    };
    if (end.storeyId === null) {
      const faces = this.outsides;
      for (const face of faces) {
        const found = this.nearestOn(face, end);
        if (this.isClear(end, found.at)) this.link(node, stand(face, found), 'yard', found.offM);
        for (const corner of face.corners)
          if (this.isClear(end, corner))
            this.link(node, this.putNearest(face, corner, 0.02)!, 'yard', apartM(end, corner));
      }
      return { node, on };
    }
    const faces = this.facesOn(end.storeyId).map((face) => ({ face, found: this.nearestOn(face, end) }));
    const around = faces.filter(({ face }) => passesThrough(face.corners, end, end));
    const near = (around.length > 0 ? around : faces).sort((a, b) => a.found.offM - b.found.offM)[0];
    if (!near) return { node, on };
    this.link(node, stand(near.face, near.found), 'drop', near.found.offM);
    // It may go through the wall at that very point, to the other side and to the storeys over and under it.
    for (const { a, b, sides } of this.sharedStretches) {
      if (!sides.includes(near.face) || onto(a, b, near.found.at).offM > 0.02) continue;
      const other = sides[0] === near.face ? sides[1] : sides[0];
      const far = stand(other, this.nearestOn(other, near.found.at));
      const here = stand(near.face, near.found);
      this.pass(here, far, [near.face, other], near.found.at);
    }
    return { node, on };
  }

  /** Ends that stand on the same stretch of one face are joined with each other. */
  private joinNewOnes(placed: readonly Entered[]): void {
    for (const one of placed.flatMap((p) => p.on))
      for (const other of placed.flatMap((p) => p.on)) {
        if (one === other || one.face !== other.face || one.edge !== other.edge || one.t > other.t) continue;
        const between = this.onFace
          .get(one.face)!
          .some((o) => o.edge === one.edge && o.t > one.t && o.t < other.t);
        if (!between)
          this.link(one.node, other.node, one.face.out ? 'outside' : 'wall', apartM(one.at, other.at));
      }
  }
}
