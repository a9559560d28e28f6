import { polygonContains } from 'd3-polygon';
import { pairs } from '../../core/site/model/levels';
import type { Point } from '../../core/site/model/schema';
import {
  permittivityOf,
  type Edge,
  type Level,
  type Point3,
  type Surfaces,
  type Triple,
  type Upright,
} from './surfaces';

/** Frequencies of the three bands, GHz. */
const GHZ: Triple = [2.44, 5.5, 6.2];
const WAVE_M = GHZ.map((ghz) => 0.299792458 / ghz) as unknown as Triple;

/** The true loss of a construction at normal incidence, dB by band. */
export type TrueLoss = (construction: string) => Triple;

const distance = (a: Point3, b: Point3): number => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
const freeDb = (m: number, band: number): number =>
  20 * Math.log10(Math.max(0.5, m)) + 20 * Math.log10(1000 * GHZ[band]!) - 27.55;

/** Power a face reflects at an angle, mean of both polarisations (Fresnel). `cosine` of the angle to its normal. */
export function reflectivity(permittivity: number, cosine: number): number {
  const c = Math.max(1e-6, Math.min(1, cosine));
  const root = Math.sqrt(Math.max(0, permittivity - 1 + c * c));
  const across = (c - root) / (c + root);
  const along = (permittivity * c - root) / (permittivity * c + root);
  return (across * across + along * along) / 2;
}

/**
 * Loss of a face at an angle, dB: the way inside it is longer by 1/√(1 − sin²θ/ε), and its two faces let less through than
 * straight on. What the faces alone take straight on is part of the loss at normal incidence.
 */
export function angledDb(normalDb: number, permittivity: number, cosine: number): number {
  const faces = (c: number) => -20 * Math.log10(1 - Math.min(0.999, reflectivity(permittivity, c)));
  const own = Math.min(normalDb, faces(1));
  const stretch = 1 / Math.sqrt(1 - (1 - cosine * cosine) / Math.max(1.01, permittivity));
  return (normalDb - own) * stretch + (own < faces(1) ? own : faces(cosine));
}

/** Share of an opening that is left open when it is seen through a thick wall at an angle. */
export function openShare(widthM: number, thicknessM: number, cosine: number): number {
  const tangent = Math.sqrt(Math.max(0, 1 - cosine * cosine)) / Math.max(1e-6, cosine);
  return Math.max(0, 1 - (thicknessM * tangent) / widthM);
}

/** Loss behind a knife edge, dB (ITU-R P.526): J(ν) for ν > −0.78. */
export const knifeEdgeDb = (v: number): number =>
  v <= -0.78 ? 0 : 6.9 + 20 * Math.log10(Math.sqrt((v - 0.1) ** 2 + 1) + v - 0.1);

/** Loss of an edge for a way that turns by an angle (rad) at it, d1 before and d2 behind it, m. */
export function edgeDb(turn: number, d1: number, d2: number, band: number): number {
  const v = turn * Math.sqrt((2 * d1 * d2) / (WAVE_M[band]! * Math.max(1e-6, d1 + d2)));
  return knifeEdgeDb(v);
}

const contains = (outline: readonly Point[], x: number, y: number) => polygonContains(pairs(outline), [x, y]);

/** Where a way meets an upright face: along it (m), height, and the cosine to its normal; null where it does not. */
function meets(
  w: Upright,
  u: Point3,
  p: Point3,
): { alongM: number; z: number; t: number; cosine: number } | null {
  const [wx, wy] = [(w.b.xM - w.a.xM) / w.lengthM, (w.b.yM - w.a.yM) / w.lengthM];
  const su = (u.x - w.a.xM) * -wy + (u.y - w.a.yM) * wx;
  const sp = (p.x - w.a.xM) * -wy + (p.y - w.a.yM) * wx;
  if (su > 0 === sp > 0) return null;
  const t = su / (su - sp);
  const alongM = (u.x + t * (p.x - u.x) - w.a.xM) * wx + (u.y + t * (p.y - u.y) - w.a.yM) * wy;
  const z = u.z + t * (p.z - u.z);
  if (alongM < 0 || alongM > w.lengthM || z < w.baseM || z >= w.topM) return null;
  return { alongM, z, t, cosine: Math.abs(su - sp) / Math.max(1e-9, distance(u, p)) };
}

/** Loss of everything a straight leg passes, dB by band; `but` is not counted. */
function passedDb(
  s: Surfaces,
  loss: TrueLoss,
  u: Point3,
  p: Point3,
  but: ReadonlySet<unknown>,
): [number, number, number] {
  const sum: [number, number, number] = [0, 0, 0];
  for (const w of s.uprights) {
    if (but.has(w)) continue;
    const hit = meets(w, u, p);
    if (!hit) continue;
    const solid = loss(w.construction);
    const o = w.openings.find(
      (x) => hit.alongM >= x.from && hit.alongM < x.to && hit.z >= x.sillM && hit.z < x.headM,
    );
    const share = o ? openShare(o.to - o.from, w.thicknessM, hit.cosine) : 0;
    for (let b = 0; b < 3; b++) {
      const wallDb = angledDb(solid[b]!, w.permittivity, hit.cosine);
      if (!o) sum[b]! += wallDb;
      else {
        const fill = angledDb(loss(o.construction)[b]!, permittivityOf(o.construction), hit.cosine);
        sum[b]! -= 10 * Math.log10(share * 10 ** (-fill / 10) + (1 - share) * 10 ** (-wallDb / 10));
      }
    }
  }
  for (const l of s.levels) {
    if (but.has(l) || u.z > l.levelM === p.z > l.levelM) continue;
    const t = (l.levelM - u.z) / (p.z - u.z);
    const [x, y] = [u.x + t * (p.x - u.x), u.y + t * (p.y - u.y)];
    if (!contains(l.outline, x, y) || l.holes.some((h) => contains(h, x, y))) continue;
    const cosine = Math.abs(p.z - u.z) / distance(u, p);
    const solid = loss(l.construction);
    for (let b = 0; b < 3; b++) sum[b]! += angledDb(solid[b]!, l.permittivity, cosine);
  }
  return sum;
}

type Mirror = { face: Upright; level: null } | { face: Level; level: number };

/** A point behind a mirror. */
function imageOf(m: Mirror, p: Point3): Point3 {
  if (m.level !== null) return { ...p, z: 2 * m.level - p.z };
  const { a, b, lengthM } = m.face;
  const [nx, ny] = [-(b.yM - a.yM) / lengthM, (b.xM - a.xM) / lengthM];
  const off = 2 * ((p.x - a.xM) * nx + (p.y - a.yM) * ny);
  return { x: p.x - off * nx, y: p.y - off * ny, z: p.z };
}

/** Where the way from an image to a point meets its mirror, and the power reflected there; null where it misses. */
function reflection(m: Mirror, image: Point3, to: Point3): { at: Point3; power: number } | null {
  if (m.level !== null) {
    if (image.z > m.level === to.z > m.level) return null;
    const t = (m.level - image.z) / (to.z - image.z);
    const at = { x: image.x + t * (to.x - image.x), y: image.y + t * (to.y - image.y), z: m.level };
    if (!contains(m.face.outline, at.x, at.y) || m.face.holes.some((h) => contains(h, at.x, at.y)))
      return null;
    const cosine = Math.abs(to.z - image.z) / distance(image, to);
    return { at, power: ROUGH * reflectivity(m.face.permittivity, cosine) };
  }
  const hit = meets(m.face, image, to);
  if (!hit) return null;
  const o = m.face.openings.find(
    (x) => hit.alongM >= x.from && hit.alongM < x.to && hit.z >= x.sillM && hit.z < x.headM,
  );
  if (o?.construction === 'open') return null;
  const at = {
    x: image.x + hit.t * (to.x - image.x),
    y: image.y + hit.t * (to.y - image.y),
    z: hit.z,
  };
  return {
    at,
    power: ROUGH * reflectivity(o ? permittivityOf(o.construction) : m.face.permittivity, hit.cosine),
  };
}

/** Furniture and rough faces keep this share of a mirror's power together. */
const ROUGH = 0.7;

/** Mirrors near a way: faces of the storeys it touches. */
function mirrorsOf(s: Surfaces, u: Point3, p: Point3): Mirror[] {
  const [low, high] = [Math.min(u.z, p.z) - 3, Math.max(u.z, p.z) + 3];
  const uprights = s.uprights
    .filter((w) => w.topM > low && w.baseM < high && w.lengthM > 1)
    .map((face): Mirror => ({ face, level: null }));
  const levels = s.levels
    .filter((l) => l.levelM > low && l.levelM < high)
    .map((face): Mirror => ({ face, level: face.levelM }));
  return [...uprights, ...levels];
}

/** An edge's scatter: what a real corner with its furniture throws round it whatever the angle, dB by number of the edge. */
export type Scatter = (edge: number) => number;

/**
 * Path loss between two points by rays, dB by band: straight, one and two mirrors, one edge, as powers. Phases are left out,
 * as in the mean over a few wavelengths.
 */
export function raysDb(s: Surfaces, loss: TrueLoss, scatter: Scatter, u: Point3, p: Point3): Triple {
  const power: [number, number, number] = [0, 0, 0];
  const add = (lengthM: number, crossed: Triple | number[], extra: (b: number) => number) => {
    for (let b = 0; b < 3; b++) power[b]! += 10 ** (-(freeDb(lengthM, b) + crossed[b]! + extra(b)) / 10);
  };
  add(distance(u, p), passedDb(s, loss, u, p, new Set()), () => 0);
  const mirrors = mirrorsOf(s, u, p);
  const images = mirrors.map((m) => imageOf(m, u));
  mirrors.forEach((m, i) => {
    const image = images[i]!;
    const hit = reflection(m, image, p);
    if (hit) {
      const but = new Set([m.face]);
      const first = passedDb(s, loss, u, hit.at, but);
      const second = passedDb(s, loss, hit.at, p, but);
      add(
        distance(image, p),
        first.map((v, b) => v + second[b]!),
        () => -10 * Math.log10(hit.power),
      );
    }
    mirrors.forEach((n, j) => {
      if (i === j) return;
      const twice = imageOf(n, image);
      const last = reflection(n, twice, p);
      const before = last && reflection(m, image, last.at);
      if (!last || !before) return;
      // A mirror costs nothing where it throws the ray back, and what it takes where a leg goes through it.
      const legs = [
        passedDb(s, loss, u, before.at, new Set([m.face])),
        passedDb(s, loss, before.at, last.at, new Set<unknown>([m.face, n.face])),
        passedDb(s, loss, last.at, p, new Set([n.face])),
      ];
      add(
        distance(twice, p),
        [0, 1, 2].map((b) => legs[0]![b]! + legs[1]![b]! + legs[2]![b]!),
        () => -10 * Math.log10(last.power * before.power),
      );
    });
  });
  s.edges.forEach((e, k) => edge(s, loss, e, scatter(k), u, p, add));
  for (const at of s.stairs) {
    if (u.z > at.z === p.z > at.z) continue;
    const [d1, d2] = [distance(u, at), distance(at, p)];
    const but = new Set(s.levels.filter((l) => l.levelM === at.z));
    const first = passedDb(s, loss, u, at, but);
    const second = passedDb(s, loss, at, p, but);
    const cosine =
      ((at.x - u.x) * (p.x - at.x) + (at.y - u.y) * (p.y - at.y) + (at.z - u.z) * (p.z - at.z)) / (d1 * d2);
    const turn = Math.acos(Math.max(-1, Math.min(1, cosine)));
    add(
      d1 + d2,
      first.map((v, b) => v + second[b]!),
      (b) => edgeDb(turn, d1, d2, b),
    );
  }
  return power.map((v) => -10 * Math.log10(v)) as unknown as Triple;
}

/** The way round one upright edge, where it changes sides there and the straight line does not pass its opening. */
function edge(
  s: Surfaces,
  loss: TrueLoss,
  e: Edge,
  scatterDb: number,
  u: Point3,
  p: Point3,
  add: (lengthM: number, crossed: number[], extra: (b: number) => number) => void,
): void {
  const [g1, g2] = [Math.hypot(e.x - u.x, e.y - u.y), Math.hypot(p.x - e.x, p.y - e.y)];
  if (g1 < 1e-3 || g2 < 1e-3) return;
  const z = Math.max(e.lowM, Math.min(e.highM, u.z + ((p.z - u.z) * g1) / (g1 + g2)));
  const at = { x: e.x, y: e.y, z };
  if (e.wall) {
    const straight = meets(e.wall, u, p);
    const { a, b } = e.wall;
    const side = (q: Point3) => (b.xM - a.xM) * (q.y - a.yM) - (b.yM - a.yM) * (q.x - a.xM) > 0;
    if (side(u) === side(p)) return;
    if (
      straight &&
      e.wall.openings.some(
        (o) =>
          straight.alongM >= o.from &&
          straight.alongM < o.to &&
          straight.z >= o.sillM &&
          straight.z < o.headM,
      )
    )
      return;
  }
  const but = new Set<unknown>(e.wall ? [e.wall] : []);
  const first = passedDb(s, loss, u, at, but);
  const second = passedDb(s, loss, at, p, but);
  const fill = e.fill ? loss(e.fill) : [0, 0, 0];
  const [d1, d2] = [distance(u, at), distance(at, p)];
  const cosine = ((e.x - u.x) * (p.x - e.x) + (e.y - u.y) * (p.y - e.y)) / (g1 * g2);
  const turn = Math.acos(Math.max(-1, Math.min(1, cosine)));
  add(
    d1 + d2,
    first.map((v, b) => v + second[b]! + fill[b]!),
    (b) => {
      const sharp = edgeDb(turn, d1, d2, b);
      return -10 * Math.log10(10 ** (-sharp / 10) + 10 ** (-scatterDb / 10));
    },
  );
}
