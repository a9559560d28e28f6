import { onto } from '../geometry/apart';
import createGraph, { type Graph } from 'ngraph.graph';
import type { Duct, Point, Site, Wall } from '../model/schema';
import { LAY_MIN, legMin, type LegKind, type RoutePoint } from './cableLegs';
import type { Face } from './faces';
import { holeThrough } from './holes';
import { isOpenAt } from './within';

/** A wall this near to a point is the one it lies on, m. */
const ON_WALL_M = 0.06;

/** A stretch between two nodes: how it lies, without its ends. */
export interface Stretch {
  kind: LegKind;
  lengthM: number;
  wallIds: readonly string[];
  ductId: string | null;
  costMin: number;
}

export interface CableNode {
  at: RoutePoint;
}

/** Points and stretches a cable can lie along, each with its minutes, and what lets it through a wall. */
export class CableGraph {
  readonly graph: Graph<CableNode, Stretch> = createGraph();
  private readonly walls = new Map<string, Wall[]>();
  private readonly holes = new Map<string, number>();
  private count = 0;

  constructor(protected readonly site: Site) {
    for (const w of site.walls) this.walls.set(w.storeyId, [...(this.walls.get(w.storeyId) ?? []), w]);
  }

  protected add(at: RoutePoint): string {
    const node = `n${this.count++}`;
    this.graph.addNode(node, { at });
    return node;
  }

  /** How many nodes there are, to go back to. */
  protected mark(): number {
    return this.count;
  }

  /** Takes away the nodes that were added since a mark. */
  protected backTo(mark: number): void {
    for (let i = mark; i < this.count; i++) this.graph.removeNode(`n${i}`);
    this.count = mark;
  }

  private holeMin(wallId: string): number {
    let min = this.holes.get(wallId);
    if (min === undefined) this.holes.set(wallId, (min = holeThrough(this.site, wallId).min));
    return min;
  }

  /** Joins two nodes, by the stretch of the fewest minutes where several do; an entry is a hole to the outside, which is sealed. */
  protected link(
    from: string,
    to: string,
    kind: LegKind,
    lengthM: number,
    { wallIds = [], duct, isEntry }: { wallIds?: readonly string[]; duct?: Duct; isEntry?: boolean } = {},
  ): void {
    if (from === to) return;
    const holesMin = wallIds.reduce((sum, id) => sum + this.holeMin(id), isEntry ? LAY_MIN.entry : 0);
    const costMin = legMin(kind, lengthM, holesMin);
    const known = this.graph.getLink(from, to) ?? this.graph.getLink(to, from);
    if (known && known.data.costMin <= costMin) return;
    if (known) this.graph.removeLink(known);
    this.graph.addLink(from, to, { kind, lengthM, wallIds, ductId: duct?.id ?? null, costMin });
  }

  protected wallAt(storeyId: string, p: Point): Wall | undefined {
    return (this.walls.get(storeyId) ?? []).find((w) => onto(w.a, w.b, p).offM < ON_WALL_M);
  }

  /** Joins both sides of a wall at a point: through an opening, else drilled, unless it is barred. A party wall is drawn for both. */
  protected pass(one: string, other: string, [a, b]: readonly [Face, Face], p: Point): void {
    const walls = [a, b].flatMap((f) => this.wallAt(f.storey.id, p) ?? []);
    if (walls.some((w) => isOpenAt(this.site, w, p))) return this.link(one, other, 'opening', 0);
    if (walls.some((w) => w.isBarred)) return;
    const wallIds = [walls[0]?.id ?? `${a.storey.id} outline`];
    this.link(one, other, 'hole', 0, { wallIds, isEntry: a.out !== b.out });
  }
}
