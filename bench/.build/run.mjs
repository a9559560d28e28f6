// core/site/model/radioTerms.ts
import { z } from "zod";
var BAND_IDS = ["2.4", "5", "6"];
var bandId = z.enum(BAND_IDS);
var standardId = z.enum(["n", "ac", "ax", "be"]);
var regionId = z.enum(["europe", "unitedStates", "canada"]);
var subBand = z.enum(["2.4", "5150", "5250", "5470", "5725", "6"]);
var widthMhz = z.union([
  z.literal(20),
  z.literal(40),
  z.literal(80),
  z.literal(160),
  z.literal(320)
]);
var channelNumber = z.number().int().min(1).max(233);

// core/radio/link/bands.ts
var BANDS = BAND_IDS;
var BAND_INDEX = { "2.4": 0, "5": 1, "6": 2 };
var BAND_MHZ = [2437, 5500, 6200];
var DEFAULT_WIDTH_MHZ = [20, 80, 160];
var MAX_WIDTH_MHZ = [40, 160, 320];
var SHADOWING_DB = [3.5, 4.2, 4.5];
var SHADOWING_LENGTH_M = 2.5;
var FREE_AIRTIME = [0.6, 0.85, 0.95];
var CROWDED_AIRTIME_24 = 0.4;
function freeAirtime(band, networksHeard24) {
  if (band === "2.4" && networksHeard24 > 10) return CROWDED_AIRTIME_24;
  return FREE_AIRTIME[BAND_INDEX[band]];
}

// core/radio/path/meet.ts
var TOUCH_M = 1e-9;
var side = (cross, lengthM2) => cross > TOUCH_M * lengthM2 ? 1 : cross < -TOUCH_M * lengthM2 ? -1 : 0;
var MISSES = -2;
var MEETS_WALL = -1;
var met = {
  /** 1, or less where the line only touches it. */
  weight: 0,
  /** Part of the way to it, 0 to 1. */
  part: 0
};
function crosses(ax, ay, bx, by, lengthM2, u, p) {
  const ex = bx - ax;
  const ey = by - ay;
  const cu = ex * (u.y - ay) - ey * (u.x - ax);
  const cp = ex * (p.y - ay) - ey * (p.x - ax);
  const across = side(cp, lengthM2) - side(cu, lengthM2);
  if (across === 0) return false;
  const dx = p.x - u.x;
  const dy = p.y - u.y;
  const ca = dx * (ay - u.y) - dy * (ax - u.x);
  const cb = dx * (by - u.y) - dy * (bx - u.x);
  const wayM = Math.sqrt(dx * dx + dy * dy);
  const along = side(ca, wayM) - side(cb, wayM);
  if (along === 0) return false;
  met.weight = Math.abs(across * along) / 4;
  met.part = cu / (cu - cp);
  return true;
}
function barrierHit(w, u, p) {
  if (!crosses(w.ax, w.ay, w.bx, w.by, w.lengthM, u, p)) return MISSES;
  const t = met.part;
  const z13 = u.z + t * (p.z - u.z) + TOUCH_M;
  if (z13 < w.baseM || z13 >= w.topM) return MISSES;
  if (w.openings.length > 0) {
    const wx = w.bx - w.ax;
    const wy = w.by - w.ay;
    const hx = u.x + t * (p.x - u.x) - w.ax;
    const hy = u.y + t * (p.y - u.y) - w.ay;
    const s = (hx * wx + hy * wy) / (w.lengthM * w.lengthM);
    const rim = TOUCH_M / w.lengthM;
    for (let i = 0; i < w.openings.length; i++) {
      const o = w.openings[i];
      if (o.s1 > o.s0 && s >= o.s0 - rim && s <= o.s1 + rim && z13 >= o.sillM && z13 < o.headM) return i;
    }
  }
  return MEETS_WALL;
}
function openShare(w, index, u, p) {
  const o = w.openings[index];
  const wx = w.bx - w.ax;
  const wy = w.by - w.ay;
  const dx = p.x - u.x;
  const dy = p.y - u.y;
  const along = Math.abs(dx * wx + dy * wy);
  const across = Math.abs(dx * wy - dy * wx);
  const widthM = (o.s1 - o.s0) * w.lengthM;
  if (across === 0 && along === 0) return 1;
  const hidden = w.thicknessM * along;
  return hidden >= widthM * across ? 0 : 1 - hidden / (widthM * across);
}
function insideShare(outline, x, y) {
  let isIn = false;
  const n = outline.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const xi = outline[i];
    const yi = outline[i + 1];
    const xj = outline[j];
    const yj = outline[j + 1];
    const low = (yi < yj ? yi : yj) - TOUCH_M;
    const high = (yi < yj ? yj : yi) + TOUCH_M;
    if (y < low || y > high) continue;
    if (x >= (xi < xj ? xi : xj) - TOUCH_M && x <= (xi < xj ? xj : xi) + TOUCH_M) {
      const cross = (xj - xi) * (y - yi) - (yj - yi) * (x - xi);
      const length2 = (xj - xi) ** 2 + (yj - yi) ** 2;
      if (cross * cross <= TOUCH_M * TOUCH_M * length2) return 0.5;
    }
    if (yi > y !== yj > y && x < (xj - xi) * (y - yi) / (yj - yi) + xi) isIn = !isIn;
  }
  return isIn ? 1 : 0;
}
function slabCrossed(s, u, p) {
  if (u.z > s.levelM === p.z > s.levelM) return false;
  const t = (s.levelM - u.z) / (p.z - u.z);
  const x = u.x + t * (p.x - u.x);
  const y = u.y + t * (p.y - u.y);
  if (insideShare(s.outline, x, y) === 0) return false;
  if (s.holes.some((h) => insideShare(h, x, y) > 0)) return false;
  return !s.under.some((o) => insideShare(o, x, y) > 0);
}
function signedArea2(outline) {
  const n = outline.length;
  let area = 0;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2)
    area += outline[j] * outline[i + 1] - outline[i] * outline[j + 1];
  return area;
}
var cuts = new Float64Array(512);
function partInside(outline, u, p, low, high) {
  let count = 0;
  cuts[count++] = low;
  for (let i = 0, j = outline.length - 2; i < outline.length; j = i, i += 2) {
    const ax = outline[j];
    const ay = outline[j + 1];
    const bx = outline[i];
    const by = outline[i + 1];
    if (!crosses(ax, ay, bx, by, Math.sqrt((bx - ax) ** 2 + (by - ay) ** 2), u, p)) continue;
    const at2 = met.part;
    if (at2 <= low || at2 >= high) continue;
    let k = count++;
    for (; cuts[k - 1] > at2; k--) cuts[k] = cuts[k - 1];
    cuts[k] = at2;
  }
  cuts[count++] = high;
  let part = 0;
  for (let i = 0; i + 1 < count; i++) {
    const from = cuts[i];
    const to = cuts[i + 1];
    const middle = (from + to) / 2;
    part += insideShare(outline, u.x + middle * (p.x - u.x), u.y + middle * (p.y - u.y)) * (to - from);
  }
  return part;
}
var insidePart = (outline, u, p) => partInside(outline, u, p, 0, 1);
function lengthInPrismM(prism, u, p) {
  const base3 = prism.baseM ?? 0;
  const dx = p.x - u.x;
  const dy = p.y - u.y;
  const dz = p.z - u.z;
  let low = 0;
  let high = 1;
  if (dz === 0) {
    if (u.z < base3 || u.z >= prism.topM) return 0;
  } else {
    const t0 = (base3 - u.z) / dz;
    const t1 = (prism.topM - u.z) / dz;
    low = Math.max(0, Math.min(t0, t1));
    high = Math.min(1, Math.max(t0, t1));
    if (low >= high) return 0;
  }
  return partInside(prism.outline, u, p, low, high) * Math.sqrt(dx * dx + dy * dy + dz * dz);
}

// core/radio/path/sceneParts.ts
var ROUNDING_M = 0.01;
function partOf(things) {
  const box3 = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  const take = (x, y) => {
    box3.minX = Math.min(box3.minX, x - ROUNDING_M);
    box3.minY = Math.min(box3.minY, y - ROUNDING_M);
    box3.maxX = Math.max(box3.maxX, x + ROUNDING_M);
    box3.maxY = Math.max(box3.maxY, y + ROUNDING_M);
  };
  for (const w of things.barriers) {
    take(w.ax, w.ay);
    take(w.bx, w.by);
  }
  const outlines = [...things.slabs, ...things.volumes, ...things.leaves].map((t) => t.outline);
  for (const outline of [...outlines, ...things.footprints])
    for (let i = 0; i < outline.length; i += 2) take(outline[i], outline[i + 1]);
  return { ...things, ...box3 };
}
function passesOver(box3, a, b) {
  if (a.x < box3.minX && b.x < box3.minX) return false;
  if (a.x > box3.maxX && b.x > box3.maxX) return false;
  if (a.y < box3.minY && b.y < box3.minY) return false;
  if (a.y > box3.maxY && b.y > box3.maxY) return false;
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const c00 = dx * (box3.minY - a.y) - dy * (box3.minX - a.x);
  const c10 = dx * (box3.minY - a.y) - dy * (box3.maxX - a.x);
  const c01 = dx * (box3.maxY - a.y) - dy * (box3.minX - a.x);
  const c11 = dx * (box3.maxY - a.y) - dy * (box3.maxX - a.x);
  if (c00 > 0 && c10 > 0 && c01 > 0 && c11 > 0) return false;
  return !(c00 < 0 && c10 < 0 && c01 < 0 && c11 < 0);
}

// core/radio/path/crossings.ts
function distanceBetweenM(a, b) {
  const x = b.x - a.x;
  const y = b.y - a.y;
  const z13 = b.z - a.z;
  return Math.sqrt(x * x + y * y + z13 * z13);
}
var TOUCHED_M = 1e-6;
function crossingsBetween(scene, u, p, skip) {
  const distanceM = distanceBetweenM(u, p);
  const walls2 = [];
  const floors = [];
  let indoorM = 0;
  let leafM = 0;
  let bareM = 0;
  const lowM = Math.min(u.z, p.z);
  const highM = Math.max(u.z, p.z);
  for (const part of scene.parts) {
    if (!passesOver(part, u, p)) continue;
    for (const w of part.barriers) {
      if (w.topM <= lowM || w.baseM > highM + TOUCHED_M) continue;
      if (skip?.barriers.includes(w)) continue;
      const hit = barrierHit(w, u, p);
      if (hit === MEETS_WALL)
        walls2.push({ construction: w.construction, weight: met.weight, wall: -1, open: 1 });
      else if (hit >= 0)
        walls2.push({
          construction: w.openings[hit].construction,
          weight: met.weight,
          wall: w.construction,
          open: openShare(w, hit, u, p)
        });
    }
    for (const s of part.slabs)
      if (!skip?.slabs.includes(s) && slabCrossed(s, u, p)) floors.push(s.construction);
    for (const v of part.volumes)
      if (lengthInPrismM(v, u, p) > TOUCHED_M)
        walls2.push({ construction: v.construction, weight: 1, wall: -1, open: 1 });
    for (const f of part.footprints) indoorM += insidePart(f, u, p) * distanceM;
    for (const l of part.leaves) {
      const m = lengthInPrismM(l, u, p);
      if (l.inLeaf) leafM += m;
      else bareM += m;
    }
  }
  return { distanceM, walls: walls2, floors, indoorM, leafM, bareM };
}

// core/site/model/constructions.ts
import { z as z2 } from "zod";
var CONSTRUCTIONS = {
  plasterboard: { label: "plasterboard on studs", use: "wall", draw: "stud", thicknessM: 0.1 },
  lathPlaster: { label: "lath and plaster", use: "wall", draw: "stud", thicknessM: 0.12 },
  lathPlasterMesh: { label: "lath and plaster on metal mesh", use: "wall", draw: "metal", thicknessM: 0.12 },
  brickSingle: { label: "single brick, 10 cm", use: "wall", draw: "brick", thicknessM: 0.1 },
  brickCavity: { label: "cavity or solid brick, 22 to 30 cm", use: "wall", draw: "brick", thicknessM: 0.26 },
  rubbleStone: { label: "rubble stone, 50 cm", use: "wall", draw: "stone", thicknessM: 0.5 },
  block: { label: "concrete block, 15 cm", use: "wall", draw: "concrete", thicknessM: 0.15 },
  reinforcedConcrete: { label: "reinforced concrete, 20 cm", use: "wall", draw: "concrete", thicknessM: 0.2 },
  foilGaps: { label: "foil-backed board with gaps", use: "wall", draw: "metal", thicknessM: 0.05 },
  foilTaped: { label: "foil-backed board, taped", use: "wall", draw: "metal", thicknessM: 0.05 },
  basementEarth: { label: "basement wall, earth behind", use: "wall", draw: "stone", thicknessM: 0.4 },
  timberCladding: { label: "timber cladding", use: "wall", draw: "timber", thicknessM: 0.1 },
  metalSheet: { label: "corrugated metal sheet", use: "wall", draw: "metal", thicknessM: 0.04 },
  glazingClear: { label: "clear double glazing", use: "opening", draw: "glass", thicknessM: 0.05 },
  glazingCoated: { label: "coated (low-E) glazing", use: "opening", draw: "glass", thicknessM: 0.05 },
  timberDoor: { label: "timber door", use: "opening", draw: "timber", thicknessM: 0.05 },
  metalDoor: { label: "metal or foil-faced door", use: "opening", draw: "metal", thicknessM: 0.05 },
  open: { label: "nothing (open)", use: "opening", draw: "open", thicknessM: 0 },
  timberFloor: { label: "timber joist floor", use: "floor", draw: "timber", thicknessM: 0.25 },
  concreteSlab: { label: "concrete slab, 20 cm", use: "floor", draw: "concrete", thicknessM: 0.2 },
  tileRoof: { label: "tile roof", use: "roof", draw: "stud", thicknessM: 0.1 },
  tileRoofFoil: { label: "tile roof over a foil membrane", use: "roof", draw: "metal", thicknessM: 0.1 },
  metalRoof: { label: "corrugated metal roof", use: "roof", draw: "metal", thicknessM: 0.04 },
  fridge: { label: "fridge or other large metal", use: "obstacle", draw: "metal", thicknessM: 0.7 },
  waterTank: { label: "hot-water or fish tank", use: "obstacle", draw: "concrete", thicknessM: 0.6 },
  mirror: { label: "mirror", use: "obstacle", draw: "glass", thicknessM: 0.02 },
  bookcase: { label: "full bookcase, large furniture", use: "obstacle", draw: "timber", thicknessM: 0.4 }
};
var isBuiltIn = (name) => Object.hasOwn(CONSTRUCTIONS, name);
var constructionId = z2.string().max(64).refine((name) => isBuiltIn(name) || name.startsWith("custom-"), {
  error: (issue) => `unknown material "${String(issue.input).slice(0, 40)}". Known are ${Object.keys(CONSTRUCTIONS).join(", ")}, or custom-\u2026 defined in customConstructions`
});
var P2040_MATERIALS = [
  "concrete",
  "brick",
  "plasterboard",
  "wood",
  "glass",
  "ceilingBoard",
  "chipboard",
  "air"
];
var slabLayer = z2.strictObject({
  material: z2.enum(P2040_MATERIALS),
  thicknessM: z2.number().positive().max(3)
});
var lossDb = z2.number().min(0, "a loss is not negative").max(100);
var customConstruction = z2.strictObject({
  id: z2.string().regex(/^custom-[A-Za-z0-9_-]{1,50}$/, "starts with custom-"),
  name: z2.string().trim().min(1).max(80),
  draw: z2.enum(["stud", "brick", "stone", "concrete", "timber", "metal", "glass", "open"]),
  thicknessM: z2.number().min(0).max(3),
  source: z2.discriminatedUnion("kind", [
    z2.strictObject({ kind: z2.literal("loss"), db24: lossDb, db5: lossDb, db6: lossDb }),
    z2.strictObject({ kind: z2.literal("layers"), layers: z2.array(slabLayer).min(1).max(8) })
  ])
});
function wallThicknessM(wall3, custom) {
  return wall3.thicknessM ?? describeConstruction(wall3.construction, custom).thicknessM;
}
function describeConstruction(name, custom) {
  const own = custom.find((c) => c.id === name);
  if (own) return { label: own.name, draw: own.draw, thicknessM: own.thicknessM };
  return isBuiltIn(name) ? CONSTRUCTIONS[name] : CONSTRUCTIONS.plasterboard;
}

// core/radio/path/slab.ts
var P2040 = {
  concrete: { a: 5.24, b: 0, c: 0.0462, d: 0.7822 },
  brick: { a: 3.91, b: 0, c: 0.0238, d: 0.16 },
  plasterboard: { a: 2.73, b: 0, c: 85e-4, d: 0.9395 },
  wood: { a: 1.99, b: 0, c: 47e-4, d: 1.0718 },
  glass: { a: 6.31, b: 0, c: 36e-4, d: 1.3394 },
  ceilingBoard: { a: 1.48, b: 0, c: 11e-4, d: 1.075 },
  chipboard: { a: 2.58, b: 0, c: 0.0217, d: 0.78 },
  air: { a: 1, b: 0, c: 0, d: 0 }
};
var mul = (a, b) => ({
  re: a.re * b.re - a.im * b.im,
  im: a.re * b.im + a.im * b.re
});
var add = (a, b) => ({ re: a.re + b.re, im: a.im + b.im });
var div = (a, b) => {
  const m = b.re * b.re + b.im * b.im;
  return { re: (a.re * b.re + a.im * b.im) / m, im: (a.im * b.re - a.re * b.im) / m };
};
function sqrt(a) {
  const r = Math.hypot(a.re, a.im);
  const re = Math.sqrt((r + a.re) / 2);
  const im = Math.sqrt(Math.max(0, (r - a.re) / 2));
  return { re, im: a.im < 0 ? -im : im };
}
var SPEED_M_GHZ = 0.299792458;
function permittivity(material, frequencyGhz) {
  const p = P2040[material];
  return {
    re: p.a * frequencyGhz ** p.b,
    im: -17.98 * p.c * frequencyGhz ** p.d / frequencyGhz
  };
}
function layersLossDb(layers, frequencyGhz) {
  let a = { re: 1, im: 0 };
  let b = { re: 0, im: 0 };
  let c = { re: 0, im: 0 };
  let d = { re: 1, im: 0 };
  for (const { material, thicknessM } of layers) {
    const n = sqrt(permittivity(material, frequencyGhz));
    const k = 2 * Math.PI * thicknessM * frequencyGhz / SPEED_M_GHZ;
    const delta = { re: k * n.re, im: k * n.im };
    const cosD = {
      re: Math.cos(delta.re) * Math.cosh(delta.im),
      im: -Math.sin(delta.re) * Math.sinh(delta.im)
    };
    const sinD = {
      re: Math.sin(delta.re) * Math.cosh(delta.im),
      im: Math.cos(delta.re) * Math.sinh(delta.im)
    };
    const jSin = { re: -sinD.im, im: sinD.re };
    const m12 = div(jSin, n);
    const m21 = mul(jSin, n);
    const nextA = add(mul(a, cosD), mul(b, m21));
    const nextB = add(mul(a, m12), mul(b, cosD));
    const nextC = add(mul(c, cosD), mul(d, m21));
    const nextD = add(mul(c, m12), mul(d, cosD));
    [a, b, c, d] = [nextA, nextB, nextC, nextD];
  }
  const sum = add(add(a, b), add(c, d));
  const t = 2 / Math.hypot(sum.re, sum.im);
  return Math.max(0, -20 * Math.log10(t));
}

// core/radio/path/materials.ts
var LOSS_DB = {
  plasterboard: [3, 4, 5],
  lathPlaster: [6, 9, 10],
  lathPlasterMesh: [12, 18, 20],
  brickSingle: [6, 10, 12],
  brickCavity: [11, 17, 20],
  rubbleStone: [18, 27, 31],
  block: [9, 14, 16],
  reinforcedConcrete: [17, 28, 31],
  foilGaps: [12, 15, 16],
  foilTaped: [20, 22, 23],
  basementEarth: [60, 60, 60],
  timberCladding: [3, 5, 6],
  metalSheet: [25, 30, 32],
  glazingClear: [3, 5, 6],
  glazingCoated: [22, 25, 26],
  timberDoor: [3, 4, 5],
  metalDoor: [18, 22, 24],
  open: [0, 0, 0],
  timberFloor: [7, 10, 12],
  concreteSlab: [15, 26, 29],
  tileRoof: [4, 6, 7],
  tileRoofFoil: [19, 21, 22],
  metalRoof: [25, 30, 32],
  fridge: [10, 13, 14],
  waterTank: [12, 18, 20],
  mirror: [8, 10, 10],
  bookcase: [3, 4, 4]
};
var UNCERTAIN = /* @__PURE__ */ new Set([
  "lathPlasterMesh",
  "foilGaps",
  "foilTaped",
  "metalSheet",
  "glazingCoated",
  "metalDoor",
  "tileRoofFoil",
  "metalRoof",
  "fridge",
  "mirror"
]);
var MOST_REFLECTIVITY = 0.7;
var PERMITTIVITY = {
  stud: 2.73,
  brick: 3.91,
  stone: 6.5,
  concrete: 5.24,
  timber: 1.99,
  metal: null,
  glass: 6.31,
  open: 1.99
};
function reflectivityOf(name, custom) {
  const epsilon = PERMITTIVITY[describeConstruction(name, custom).draw];
  if (epsilon === null) return MOST_REFLECTIVITY;
  const root = Math.sqrt(epsilon);
  return ((root - 1) / (root + 1)) ** 2;
}
function constructionLossDb(name, custom) {
  const own = custom.find((c) => c.id === name);
  if (!own) return isBuiltIn(name) ? LOSS_DB[name] : LOSS_DB.plasterboard;
  if (own.source.kind === "loss") return [own.source.db24, own.source.db5, own.source.db6];
  const { layers } = own.source;
  return [
    layersLossDb(layers, BAND_MHZ[0] / 1e3),
    layersLossDb(layers, BAND_MHZ[1] / 1e3),
    layersLossDb(layers, BAND_MHZ[2] / 1e3)
  ];
}
function lossSigmaDb(name, bandLossDb) {
  if (name === "open") return 0;
  return Math.max(2, (UNCERTAIN.has(name) ? 0.4 : 0.3) * bandLossDb);
}
var SOLID = /* @__PURE__ */ new Set([
  "brickSingle",
  "brickCavity",
  "rubbleStone",
  "block",
  "reinforcedConcrete"
]);
var LEAST_SHARE = 0.25;
var MOST_SHARE = 4;
function thicknessShare(name, thicknessM) {
  if (thicknessM === void 0 || !SOLID.has(name)) return 1;
  const usualM = CONSTRUCTIONS[name].thicknessM;
  return Math.min(MOST_SHARE, Math.max(LEAST_SHARE, thicknessM / usualM));
}

// core/radio/path/edge.ts
var SCATTER_DB = 20;
var roomScatterDb = (reflectivity) => Math.min(SCATTER_DB, 10 - 10 * Math.log10(reflectivity / (1 - reflectivity)));
var knifeEdgeDb = (v) => v <= -0.78 ? 0 : 6.9 + 20 * Math.log10(Math.sqrt((v - 0.1) ** 2 + 1) + v - 0.1);
var STEPS = 32;
var MOST_V = 60;
var tables = /* @__PURE__ */ new Map();
function edgeTable(scatterDb) {
  const key = Math.round(2 * scatterDb) / 2;
  let table = tables.get(key);
  if (!table)
    tables.set(
      key,
      table = Float64Array.from(
        { length: MOST_V * STEPS + 2 },
        (_, i) => -10 * Math.log10(10 ** (-knifeEdgeDb(i / STEPS) / 10) + 10 ** (-key / 10))
      )
    );
  return table;
}
var LEAST_TURN_DB = edgeTable(roomScatterDb(MOST_REFLECTIVITY))[0];
var V_PER_TURN = BAND_MHZ.map((mhz) => Math.sqrt(2 * mhz / 299.792458));
function edgeDb(table, v) {
  const at2 = (v < MOST_V ? v : MOST_V) * STEPS;
  const i = at2 | 0;
  const below = table[i];
  return below + (at2 - i) * (table[i + 1] - below);
}
function turnV(cosine, d1, d2) {
  if (d1 === 0 || d2 === 0) return 0;
  const turn = Math.acos(cosine > 1 ? 1 : cosine < -1 ? -1 : cosine);
  return turn * Math.sqrt(d1 * d2 / (d1 + d2));
}

// core/radio/path/reveal.ts
var REVEAL_STEPS = 64;
function revealTable(solid, fill, wall3) {
  return Float64Array.from({ length: 3 * (REVEAL_STEPS + 1) }, (_, i) => {
    const b = i % 3;
    const open2 = (i - b) / 3 / REVEAL_STEPS;
    return -10 * Math.log10(open2 * 10 ** (-solid[3 * fill + b] / 10) + (1 - open2) * 10 ** (-solid[3 * wall3 + b] / 10));
  });
}
function revealAt(table, open2, b) {
  const at2 = open2 * REVEAL_STEPS;
  const i = at2 | 0;
  const below = table[3 * i + b];
  return i === REVEAL_STEPS ? below : below + (at2 - i) * (table[3 * i + 3 + b] - below);
}

// core/radio/path/pathLoss.ts
var NEAREST_M = 0.5;
var NOTHING_HEARD_DB = 150;
var FLOOR_WEIGHTS = [1, 0.83, 0.55, 0.41];
function floorWeight(n) {
  return FLOOR_WEIGHTS[Math.min(n, FLOOR_WEIGHTS.length - 1)];
}
function freeSpaceDb(distanceM, mhz) {
  return 20 * Math.log10(Math.max(NEAREST_M, distanceM)) + 20 * Math.log10(mhz) - 27.55;
}
var STEPS_PER_M = 8;
var LENGTH_DB = Float64Array.from(
  { length: 8e3 },
  (_, i) => 20 * Math.log10(Math.max(NEAREST_M, i / STEPS_PER_M))
);
var lengthDbFrom = (lengthM2) => LENGTH_DB[Math.min(LENGTH_DB.length - 1, lengthM2 * STEPS_PER_M | 0)];
function foliageDb(lengthM2, ghz, inLeaf) {
  if (lengthM2 <= 0) return 0;
  const leaf = lengthM2 <= 14 ? 0.45 * ghz ** 0.284 * lengthM2 : 1.33 * ghz ** 0.284 * Math.min(lengthM2, 400) ** 0.588;
  return inLeaf ? leaf : 0.4 * leaf;
}
var bendCorrectionDb = (correction2) => Math.max(-LEAST_TURN_DB, Math.min(15, correction2?.bendDb ?? 0));
var lossesKnown = /* @__PURE__ */ new WeakMap();
var MOST_TABLES = 8;
function lossesOf(scene, correction2) {
  let known3 = lossesKnown.get(scene);
  if (!known3) lossesKnown.set(scene, known3 = /* @__PURE__ */ new Map());
  const id2 = correction2?.id ?? "";
  let losses = known3.get(id2);
  if (!losses) {
    if (known3.size >= MOST_TABLES) known3.delete(known3.keys().next().value);
    const solid = new Float64Array(3 * scene.constructionNames.length);
    for (let c = 0; c < scene.constructionNames.length; c++) {
      const delta = correction2?.deltaDb.get(scene.constructionNames[c]);
      for (let b = 0; b < 3; b++)
        solid[3 * c + b] = Math.max(
          0,
          scene.lossDb[c][b] + (delta ? delta[b] * scene.thicknessShares[c] : 0)
        );
    }
    known3.set(id2, losses = { solid, reveals: /* @__PURE__ */ new Map() });
  }
  return losses;
}
function revealOf(losses, fill, wall3) {
  const key = fill * (losses.solid.length / 3) + wall3;
  let table = losses.reveals.get(key);
  if (!table) losses.reveals.set(key, table = revealTable(losses.solid, fill, wall3));
  return table;
}
function correctedLossDb(scene, c, band, correction2) {
  return lossesOf(scene, correction2).solid[3 * c + BAND_INDEX[band]];
}
function weightedFloors(scene, floors, band, correction2) {
  return floors.map((construction) => ({ construction, lossDb: correctedLossDb(scene, construction, band, correction2) })).sort((a, b) => b.lossDb - a.lossDb).map((f, n) => ({ ...f, weight: floorWeight(n) }));
}
function crossedAt(scene, c, b, losses, clutterDb, correction2) {
  let db = clutterDb;
  for (const w of c.walls)
    db += w.weight * (w.wall < 0 || w.open === 1 ? losses.solid[3 * w.construction + b] : revealAt(revealOf(losses, w.construction, w.wall), w.open, b));
  if (c.floors.length === 1) db += losses.solid[3 * c.floors[0] + b];
  else if (c.floors.length > 1)
    for (const f of weightedFloors(scene, c.floors, BANDS[b], correction2)) db += f.weight * f.lossDb;
  if (c.leafM > 0 || c.bareM > 0) {
    const ghz = BAND_MHZ[b] / 1e3;
    db += foliageDb(c.leafM, ghz, true) + foliageDb(c.bareM, ghz, false);
  }
  return db;
}
var clutterOf = (scene, c, correction2) => Math.max(0, scene.clutterDbPerM + (correction2?.clutterDbPerM ?? 0)) * c.indoorM;
function crossedDb(scene, c, band, correction2) {
  const losses = lossesOf(scene, correction2);
  return crossedAt(scene, c, BAND_INDEX[band], losses, clutterOf(scene, c, correction2), correction2);
}
function crossedAllDb(scene, c, correction2) {
  const losses = lossesOf(scene, correction2);
  const clutter = clutterOf(scene, c, correction2);
  return [
    crossedAt(scene, c, 0, losses, clutter, correction2),
    crossedAt(scene, c, 1, losses, clutter, correction2),
    crossedAt(scene, c, 2, losses, clutter, correction2)
  ];
}
function straightLossDb(scene, c, band, correction2) {
  return freeSpaceDb(c.distanceM, BAND_MHZ[BAND_INDEX[band]]) + crossedDb(scene, c, band, correction2);
}

// core/radio/path/legs.ts
function skipOf(portal) {
  return { barriers: portal.wall ? [portal.wall] : [], slabs: portal.slab ? [portal.slab] : [] };
}
function legOf(scene, crossings, correction2) {
  return { crossings, lossDb: crossedAllDb(scene, crossings, correction2) };
}
function throughDb(scene, portal, i, correction2) {
  return portal.construction < 0 ? 0 : correctedLossDb(scene, portal.construction, BANDS[i], correction2);
}
var knownOf = /* @__PURE__ */ new WeakMap();
var MOST_POINTS = 2e3;
var MOST_CORRECTIONS = 4;
function legTo(scene, portals, to, j) {
  return to.legs[j] ??= legOf(
    scene,
    to.crossings[j] ??= crossingsBetween(scene, portals[j].at, to.at, skipOf(portals[j])),
    to.correction
  );
}
function legsTo(scene, p, correction2) {
  let known3 = knownOf.get(scene);
  if (!known3) knownOf.set(scene, known3 = { crossings: /* @__PURE__ */ new Map(), byCorrection: /* @__PURE__ */ new Map() });
  const id2 = correction2?.id ?? "";
  let byPoint = known3.byCorrection.get(id2);
  if (!byPoint) {
    if (known3.byCorrection.size >= MOST_CORRECTIONS)
      known3.byCorrection.delete(known3.byCorrection.keys().next().value);
    known3.byCorrection.set(id2, byPoint = /* @__PURE__ */ new Map());
  }
  const key = `${p.x},${p.y},${p.z}`;
  const legs = byPoint.get(key);
  if (legs) return legs;
  let crossings = known3.crossings.get(key);
  if (!crossings) {
    if (known3.crossings.size > MOST_POINTS) known3.crossings.clear();
    known3.crossings.set(key, crossings = []);
  }
  const made = { at: p, crossings, legs: [], correction: correction2 };
  if (byPoint.size > MOST_POINTS) byPoint.clear();
  byPoint.set(key, made);
  return made;
}

// core/radio/path/portals.ts
var INSET_M = 0.15;
var CORNER_OFF_M = 0.2;
function openingPortals(wall3, reflectivity) {
  const edge = edgeTable(roomScatterDb(reflectivity));
  const lengthM2 = Math.hypot(wall3.bx - wall3.ax, wall3.by - wall3.ay);
  return wall3.openings.flatMap((o, opening2) => {
    if (o.s1 <= o.s0) return [];
    const inset = Math.min(INSET_M / lengthM2, (o.s1 - o.s0) / 2);
    return [o.s0 + inset, o.s1 - inset].map((s) => ({
      at: {
        x: wall3.ax + s * (wall3.bx - wall3.ax),
        y: wall3.ay + s * (wall3.by - wall3.ay),
        z: (o.sillM + o.headM) / 2
      },
      wall: wall3,
      opening: opening2,
      slab: null,
      construction: o.construction,
      edge
    }));
  });
}
function holePortals(slab) {
  return slab.holes.flatMap((hole) => {
    const corners = Array.from(
      { length: hole.length / 2 },
      (_, i) => [hole[2 * i], hole[2 * i + 1]]
    );
    const cx = corners.reduce((sum, c) => sum + c[0], 0) / corners.length;
    const cy = corners.reduce((sum, c) => sum + c[1], 0) / corners.length;
    const points = [
      [cx, cy],
      ...corners.map(([x, y]) => [x + (cx - x) * 0.2, y + (cy - y) * 0.2])
    ];
    return points.map(([x, y]) => ({
      at: { x, y, z: slab.levelM },
      wall: null,
      opening: -1,
      slab,
      construction: -1,
      edge: edgeTable(SCATTER_DB)
    }));
  });
}
function cornerPortals(outline, heights) {
  const n = outline.length / 2;
  const at2 = (i) => ({ x: outline[2 * ((i + n) % n)], y: outline[2 * ((i + n) % n) + 1] });
  let area = 0;
  for (let i = 0; i < n; i++) area += at2(i).x * at2(i + 1).y - at2(i + 1).x * at2(i).y;
  const out = [];
  for (let i = 0; i < n; i++) {
    const [a, c, b] = [at2(i - 1), at2(i), at2(i + 1)];
    const cross = (c.x - a.x) * (b.y - c.y) - (c.y - a.y) * (b.x - c.x);
    if (cross * area <= 0) continue;
    const [la, lb] = [Math.hypot(c.x - a.x, c.y - a.y), Math.hypot(c.x - b.x, c.y - b.y)];
    const dx = (c.x - a.x) / la + (c.x - b.x) / lb;
    const dy = (c.y - a.y) / la + (c.y - b.y) / lb;
    const length = Math.hypot(dx, dy);
    for (const z13 of heights)
      out.push({
        at: { x: c.x + dx / length * CORNER_OFF_M, y: c.y + dy / length * CORNER_OFF_M, z: z13 },
        wall: null,
        opening: -1,
        slab: null,
        construction: -1,
        edge: edgeTable(SCATTER_DB)
      });
  }
  return out;
}
var known = /* @__PURE__ */ new WeakMap();
function portalsOf(scene) {
  let portals = known.get(scene);
  if (!portals) {
    portals = [
      ...scene.barriers.flatMap((w) => openingPortals(w, scene.reflectivity[w.construction])),
      ...scene.slabs.flatMap(holePortals),
      ...scene.footprints.flatMap((f, i) => cornerPortals(f, scene.storeyMiddlesM[i]))
    ];
    known.set(scene, portals);
  }
  return portals;
}
function sideOf(wall3, p) {
  const cross = (wall3.bx - wall3.ax) * (p.y - wall3.ay) - (wall3.by - wall3.ay) * (p.x - wall3.ax);
  return cross > TOUCH_M * wall3.lengthM ? 1 : cross < -TOUCH_M * wall3.lengthM ? -1 : 0;
}
function passesThrough(portal, from, to) {
  if (portal.wall) return sideOf(portal.wall, from) * sideOf(portal.wall, to) <= 0;
  if (portal.slab) return from.z > portal.slab.levelM !== to.z > portal.slab.levelM;
  return true;
}

// core/radio/path/arrivals.ts
var MOST_BENDS = 300;
var BEND_REACH_M = 25.037;
var turnsInPlan = (portal) => portal.slab === null;
function turnCosine(a, portal, to) {
  const x = to.x - portal.at.x;
  const y = to.y - portal.at.y;
  const z13 = turnsInPlan(portal) ? 0 : to.z - portal.at.z;
  const length = Math.sqrt(x * x + y * y + z13 * z13);
  return length === 0 ? 1 : (a.dx * x + a.dy * y + a.dz * z13) / length;
}
function withinReach(portals, unit4) {
  const all = portals.map((_, j) => j);
  if (portals.length <= MOST_BENDS) return all;
  const farM = portals.map((p) => Math.hypot(p.at.x - unit4.x, p.at.y - unit4.y, p.at.z - unit4.z));
  return all.sort((a, b) => farM[a] - farM[b]).slice(0, MOST_BENDS).sort((a, b) => a - b);
}
function heading(from, portal) {
  const x = portal.at.x - from.x;
  const y = portal.at.y - from.y;
  const z13 = turnsInPlan(portal) ? 0 : portal.at.z - from.z;
  const length = Math.sqrt(x * x + y * y + z13 * z13);
  const by = length > 0 ? 1 / length : 0;
  return { dx: x * by, dy: y * by, dz: z13 * by };
}
function arrivalsOf(scene, unit4, correction2) {
  const portals = portalsOf(scene);
  const ways = portals.map(() => null);
  for (const j of withinReach(portals, unit4)) {
    const portal = portals[j];
    const { crossings, lossDb: lossDb2 } = legOf(
      scene,
      crossingsBetween(scene, unit4, portal.at, skipOf(portal)),
      correction2
    );
    const lengthM2 = crossings.distanceM;
    const whole = BANDS.map(
      (_, b) => lossDb2[b] + throughDb(scene, portal, b, correction2)
    );
    const heard = whole.some(
      (db, b) => db + freeSpaceDb(lengthM2, BAND_MHZ[b]) + LEAST_TURN_DB < NOTHING_HEARD_DB
    );
    if (heard) ways[j] = { lengthM: lengthM2, lossDb: whole, ...heading(unit4, portal) };
  }
  return ways;
}
var rankDb = (way) => way ? way.lossDb[1] + lengthDbFrom(way.lengthM) : Infinity;
var orderKnown = /* @__PURE__ */ new WeakMap();
function strongestFirst(units) {
  const [only2] = units;
  const known3 = units.length === 1 && orderKnown.get(only2);
  if (known3) return known3;
  const rank = (only2 ?? []).map((_, j) => Math.min(...units.map((arrivals) => rankDb(arrivals[j]))));
  const order = rank.map((_, j) => j).filter((j) => rank[j] < Infinity).sort((a, b) => rank[a] - rank[b]);
  if (units.length === 1) orderKnown.set(only2, order);
  return order;
}

// core/radio/field/layers.ts
import { bisectLeft } from "d3-array";
var FIELD_HEIGHT_M = 1;
function gridOver(box3, cellM) {
  return {
    minXM: box3.minXM,
    minYM: box3.minYM,
    cellM,
    columns: Math.max(2, Math.ceil((box3.maxXM - box3.minXM) / cellM)),
    rows: Math.max(2, Math.ceil((box3.maxYM - box3.minYM) / cellM))
  };
}
var cellX = (g, column) => g.minXM + (column + 0.5) * g.cellM;
var cellY = (g, row) => g.minYM + (row + 0.5) * g.cellM;
function boxOf(cells, columns) {
  let [column0, column1, row0, row1] = [Infinity, 0, Infinity, 0];
  for (let i = 0; i < cells.length; i++) {
    const column = cells[i] % columns;
    const row = (cells[i] - column) / columns;
    if (column < column0) column0 = column;
    if (column >= column1) column1 = column + 1;
    if (row < row0) row0 = row;
    if (row >= row1) row1 = row + 1;
  }
  return { column0, column1, row0, row1 };
}
function layerWithin(layer, grid, at2, reachM) {
  const column = (x) => (x - grid.minXM) / grid.cellM - 0.5;
  const row = (y) => (y - grid.minYM) / grid.cellM - 0.5;
  const column0 = Math.max(layer.column0, Math.floor(column(at2.x - reachM)));
  const column1 = Math.min(layer.column1, Math.ceil(column(at2.x + reachM)) + 1);
  const row0 = Math.max(layer.row0, Math.floor(row(at2.y - reachM)));
  const row1 = Math.min(layer.row1, Math.ceil(row(at2.y + reachM)) + 1);
  if (column0 >= column1 || row0 >= row1) return null;
  const { cells, xs, ys } = layer;
  const from = bisectLeft(cells, row0 * grid.columns);
  const to = bisectLeft(cells, row1 * grid.columns);
  if (from === to) return null;
  return {
    ...layer,
    column0,
    column1,
    row0,
    row1,
    cells: cells.subarray(from, to),
    xs: xs.subarray(from, to),
    ys: ys.subarray(from, to)
  };
}
function layersOf(site2, storeyIds, grid, yard) {
  const storeys = site2.buildings.flatMap((b) => b.storeys.filter((s) => storeyIds.includes(s.id)));
  const outlines = storeys.map((s) => Float64Array.from(s.outline.flatMap((p) => [p.xM, p.yM])));
  const indoors = site2.buildings.flatMap(
    (b) => b.storeys.map((s) => Float64Array.from(s.outline.flatMap((p) => [p.xM, p.yM])))
  );
  const lists = storeys.map(() => []);
  const open2 = [];
  for (let row = 0; row < grid.rows; row++)
    for (let column = 0; column < grid.columns; column++) {
      const x = cellX(grid, column);
      const y = cellY(grid, row);
      const i = outlines.findIndex((o) => insideShare(o, x, y) > 0);
      if (i >= 0) lists[i].push(row * grid.columns + column);
      else if (yard && !indoors.some((o) => insideShare(o, x, y) > 0)) open2.push(row * grid.columns + column);
    }
  const layer = (cells, levelM, outdoors) => {
    const out = {
      levelM,
      outdoors,
      ...boxOf(cells, grid.columns),
      cells: Int32Array.from(cells),
      xs: Float64Array.from(cells, (c) => cellX(grid, c % grid.columns)),
      ys: Float64Array.from(cells, (c) => cellY(grid, Math.floor(c / grid.columns))),
      mask: new Uint8Array(grid.columns * grid.rows)
    };
    for (const c of cells) out.mask[c] = 1;
    return out;
  };
  return [
    ...storeys.map((s, i) => layer(lists[i], s.floorLevelM + FIELD_HEIGHT_M, false)),
    ...yard ? [layer(open2, FIELD_HEIGHT_M, true)] : []
  ].filter((l) => l.cells.length > 0);
}

// core/radio/path/detours.ts
function onStraightWay(portal, unit4, p) {
  if (!portal.wall) return false;
  const hit = barrierHit(portal.wall, unit4, p);
  return hit > MEETS_WALL && hit === portal.opening;
}
var NO_LOSS = [0, 0, 0];
var MHZ_DB = BAND_MHZ.map((mhz) => freeSpaceDb(1, mhz));
var NOTHING_ADDED_DB = 60;
function strongestDetours(scene, unit4, arrivals, p, straightDb, correction2) {
  const portals = portalsOf(scene);
  const to = legsTo(scene, p, correction2);
  const best = [null, null, null];
  const limit2 = straightDb.map((db) => Math.min(NOTHING_HEARD_DB, db + NOTHING_ADDED_DB));
  const learntDb = bendCorrectionDb(correction2);
  for (const j of strongestFirst([arrivals])) {
    const portal = portals[j];
    const arrival = arrivals[j];
    const [x, y, z13] = [p.x - portal.at.x, p.y - portal.at.y, p.z - portal.at.z];
    const on = Math.sqrt(x * x + y * y + z13 * z13);
    if (arrival.lengthM > BEND_REACH_M && on > BEND_REACH_M) continue;
    const lengthM2 = arrival.lengthM + on;
    const [a0, a1, a2] = arrival.lossDb;
    const from = LEAST_TURN_DB + learntDb + lengthDbFrom(lengthM2);
    const known3 = to.legs[j]?.lossDb ?? NO_LOSS;
    if (a0 + known3[0] + MHZ_DB[0] + from >= limit2[0] && a1 + known3[1] + MHZ_DB[1] + from >= limit2[1] && a2 + known3[2] + MHZ_DB[2] + from >= limit2[2])
      continue;
    if (!passesThrough(portal, unit4, p)) continue;
    const leg = legTo(scene, portals, to, j).lossDb;
    const spread = learntDb + 20 * Math.log10(Math.max(NEAREST_M, lengthM2));
    const v = turnV(turnCosine(arrival, portal, p), arrival.lengthM, on);
    const losses = [
      a0 + leg[0] + MHZ_DB[0] + spread + edgeDb(portal.edge, v * V_PER_TURN[0]),
      a1 + leg[1] + MHZ_DB[1] + spread + edgeDb(portal.edge, v * V_PER_TURN[1]),
      a2 + leg[2] + MHZ_DB[2] + spread + edgeDb(portal.edge, v * V_PER_TURN[2])
    ];
    if (losses.every((db, b) => db >= limit2[b]) || onStraightWay(portal, unit4, p)) continue;
    for (let b = 0; b < 3; b++)
      if (losses[b] < limit2[b]) {
        limit2[b] = losses[b];
        best[b] = { lossDb: losses[b], lengthM: lengthM2, portal: j };
      }
  }
  const made = /* @__PURE__ */ new Map();
  return best.map((way) => {
    if (!way) return null;
    let detour = made.get(way.portal);
    if (!detour) {
      const portal = portals[way.portal];
      const legs = [
        crossingsBetween(scene, unit4, portal.at, skipOf(portal)),
        legTo(scene, portals, to, way.portal).crossings
      ];
      const through = portal.construction < 0 ? [] : [portal.construction];
      made.set(way.portal, detour = { lossDb: way.lossDb, lengthM: way.lengthM, legs, through });
    }
    return { ...detour, lossDb: way.lossDb };
  });
}
function togetherDb(aDb, bDb) {
  const low = Math.min(aDb, bDb);
  const apart = Math.abs(aDb - bDb);
  return apart > 60 ? low : low - 10 * Math.log10(1 + 10 ** (-apart / 10));
}

// core/radio/learn/beliefs.ts
var DEVICE_SIGMA_DB = 5;
var DEVICE_COMMON = 0.9;
var UNIT_SIGMA_DB = 2;
var CLUTTER_SIGMA_DB_PER_M = 0.1;
var BEND_SIGMA_DB = 3;
var SPEED_SIGMA_LN = 0.25;
var SPEED_LOCAL_LN = 0.15;
var END_SIGMA_DB = Math.hypot(DEVICE_SIGMA_DB, UNIT_SIGMA_DB);
var Z90 = 1.2815515655446004;
var NOTHING_NEAR = { meanDb: 0, known: 0 };
function withEnds(path, unitId, device2, band) {
  const features = new Map(path);
  features.set(`unit:${unitId}:${band}`, 1);
  if (device2 !== null) {
    features.set(`device:${device2}`, 1);
    features.set(`device:${device2}:${band}`, 1);
  }
  return features;
}
var speedFeatures = (band) => /* @__PURE__ */ new Map([
  [`air:${band}`, 1],
  ["share", 1]
]);
var LOSS_BAND_CORRELATION = 0.8;
var lossParameter = (construction, band) => `loss:${construction}:${band}`;
function asLoss(parameter) {
  const [kind, construction, band] = parameter.split(":");
  return kind === "loss" ? { construction, band } : null;
}
function withOtherBands(parameter) {
  const loss = asLoss(parameter);
  return loss ? BANDS.map((band) => lossParameter(loss.construction, band)) : [parameter];
}
function priorSigma(parameter, scene) {
  const [kind, name, band] = parameter.split(":");
  if (kind === "device")
    return DEVICE_SIGMA_DB * Math.sqrt(band === void 0 ? DEVICE_COMMON : 1 - DEVICE_COMMON);
  if (kind === "unit") return UNIT_SIGMA_DB;
  if (kind === "air" || kind === "share") return SPEED_SIGMA_LN;
  if (kind === "bend") return BEND_SIGMA_DB;
  if (kind === "clutter") return CLUTTER_SIGMA_DB_PER_M;
  const c = scene.constructionNames.indexOf(name);
  if (c < 0) return 2;
  return lossSigmaDb(name, scene.lossDb[c][BAND_INDEX[band]] / scene.thicknessShares[c]);
}
function priorCovariance(a, b, scene) {
  if (a === b) return priorSigma(a, scene) ** 2;
  const [p, q] = [asLoss(a), asLoss(b)];
  if (!p || !q || p.construction !== q.construction) return 0;
  return LOSS_BAND_CORRELATION * priorSigma(a, scene) * priorSigma(b, scene);
}
function pathFeatures(scene, c, band, correction2) {
  const f = /* @__PURE__ */ new Map();
  const add2 = (name, by) => f.set(name, (f.get(name) ?? 0) + by);
  for (const w of c.walls) {
    const part = (construction, share) => add2(
      lossParameter(scene.constructionNames[construction], band),
      -w.weight * share * scene.thicknessShares[construction]
    );
    if (w.wall < 0 || w.open === 1) part(w.construction, 1);
    else {
      const through = w.open * 10 ** (-correctedLossDb(scene, w.construction, band, correction2) / 10);
      const solid = (1 - w.open) * 10 ** (-correctedLossDb(scene, w.wall, band, correction2) / 10);
      part(w.construction, through / (through + solid));
      part(w.wall, solid / (through + solid));
    }
  }
  for (const floor of weightedFloors(scene, c.floors, band, correction2))
    add2(lossParameter(scene.constructionNames[floor.construction], band), -floor.weight);
  if (c.indoorM > 0) add2("clutter", -c.indoorM);
  return f;
}
function priorBeliefs(scene) {
  const sigmaLn = Math.hypot(SPEED_SIGMA_LN, SPEED_SIGMA_LN, SPEED_LOCAL_LN);
  const sigmas = /* @__PURE__ */ new Map();
  const sigmaOf = (name) => {
    let sigma = sigmas.get(name);
    if (sigma === void 0) sigmas.set(name, sigma = priorSigma(name, scene));
    return sigma;
  };
  return {
    shiftDb: () => 0,
    sigmaDb: (features) => {
      let variance = 0;
      for (const [name, by] of features) variance += (by * sigmaOf(name)) ** 2;
      return Math.sqrt(variance);
    },
    near: () => NOTHING_NEAR,
    speed: () => ({ meanLn: 0, sigmaLn }),
    correction: void 0
  };
}
function levelSigmaDb(beliefs, features, band, known3 = 0) {
  return Math.hypot(beliefs.sigmaDb(features), SHADOWING_DB[BAND_INDEX[band]] * Math.sqrt(1 - known3));
}

// core/radio/path/path.ts
var arrivalsKnown = /* @__PURE__ */ new WeakMap();
var MOST_KNOWN = 64;
var arrivalsKey = (u, correction2) => `${u.x},${u.y},${u.z},${correction2 ? correction2.id : ""}`;
function isKnown(scene, u, correction2) {
  return arrivalsKnown.get(scene)?.has(arrivalsKey(u, correction2)) ?? false;
}
function arrivalsFrom(scene, u, correction2) {
  let known3 = arrivalsKnown.get(scene);
  if (!known3) arrivalsKnown.set(scene, known3 = /* @__PURE__ */ new Map());
  const key = arrivalsKey(u, correction2);
  let arrivals = known3.get(key);
  if (!arrivals) {
    if (known3.size >= MOST_KNOWN) known3.delete(known3.keys().next().value);
    known3.set(key, arrivals = arrivalsOf(scene, u, correction2));
  }
  return arrivals;
}
var pathsKnown = /* @__PURE__ */ new WeakMap();
var MOST_PATHS = 8e3;
var MOST_CORRECTIONS2 = 3;
function knownPaths(scene, correction2) {
  let byCorrection = pathsKnown.get(scene);
  if (!byCorrection) pathsKnown.set(scene, byCorrection = /* @__PURE__ */ new Map());
  const id2 = correction2?.id ?? "";
  let paths = byCorrection.get(id2);
  if (!paths) {
    if (byCorrection.size >= MOST_CORRECTIONS2) byCorrection.delete(byCorrection.keys().next().value);
    byCorrection.set(id2, paths = /* @__PURE__ */ new Map());
  }
  return paths;
}
function radioPath(scene, u, p, band, beliefs) {
  const { correction: correction2 } = beliefs;
  const paths = knownPaths(scene, correction2);
  const key = `${u.x},${u.y},${u.z},${p.x},${p.y},${p.z}`;
  let bands = paths.get(key);
  if (!bands) {
    if (paths.size >= MOST_PATHS) paths.delete(paths.keys().next().value);
    paths.set(key, bands = findPaths(scene, u, p, correction2));
  }
  return bands[BAND_INDEX[band]];
}
function findPaths(scene, u, p, correction2) {
  if (!isKnown(scene, u, correction2) && isKnown(scene, p, correction2)) [u, p] = [p, u];
  const crossings = crossingsBetween(scene, u, p);
  const { distanceM } = crossings;
  const straightDbs = BANDS.map((band) => straightLossDb(scene, crossings, band, correction2));
  const detours = strongestDetours(
    scene,
    u,
    arrivalsFrom(scene, u, correction2),
    p,
    straightDbs,
    correction2
  );
  return BANDS.map((band, b) => {
    const straightDb = straightDbs[b];
    const straight = pathFeatures(scene, crossings, band, correction2);
    const detour = detours[b];
    if (!detour) return { lossDb: straightDb, distanceM, features: straight, crossings, detour: null };
    const lossDb2 = togetherDb(straightDb, detour.lossDb);
    const share = 10 ** ((lossDb2 - detour.lossDb) / 10);
    const features = /* @__PURE__ */ new Map();
    const add2 = (part, weight) => {
      for (const [name, by] of part) features.set(name, (features.get(name) ?? 0) + weight * by);
    };
    add2(straight, 1 - share);
    for (const leg of detour.legs) add2(pathFeatures(scene, leg, band, correction2), share);
    for (const c of detour.through)
      add2(/* @__PURE__ */ new Map([[lossParameter(scene.constructionNames[c], band), -1]]), share);
    add2(/* @__PURE__ */ new Map([["bend", -1]]), share);
    return { lossDb: lossDb2, distanceM, features, crossings, detour: share >= 0.5 ? detour : null };
  });
}
function factsOf(scene, path) {
  const { detour } = path;
  const legs = detour ? detour.legs : [path.crossings];
  const counts = /* @__PURE__ */ new Map();
  const all = [
    ...legs.flatMap((c) => [...c.walls.map((w) => w.construction), ...c.floors]),
    ...detour?.through ?? []
  ];
  for (const c of all) {
    const name = scene.constructionNames[c];
    if (name !== "open") counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  return {
    passed: [...counts].map(([construction, count]) => ({ construction, count })),
    lengthM: detour ? detour.lengthM : path.distanceM,
    bends: detour !== null,
    foliage: legs.some((c) => c.leafM + c.bareM > 0)
  };
}
function pathWords(facts, lengthText2) {
  const counts = /* @__PURE__ */ new Map();
  for (const { construction, count } of facts.passed) {
    const text = isBuiltIn(construction) ? CONSTRUCTIONS[construction].label : "own construction";
    counts.set(text, (counts.get(text) ?? 0) + count);
  }
  const list = [...counts].map(([text, n]) => `${n} \xD7 ${text}`);
  if (facts.foliage) list.push("foliage");
  const what = [...list.length > 0 ? list : ["nothing in the way"], lengthText2(facts.lengthM)];
  return `${facts.bends ? "round by an opening or corner: " : ""}${what.join(", ")}`;
}

// core/radio/field/spans.ts
var flipped = (h) => ({ gx: -h.gx, gy: -h.gy, g0: -h.g0 });
var RIM = 1e-5;
var rightOf = new Float64Array(32);
var leftOf = new Float64Array(32);
var askedRows = new Int32Array(16);
function askRow(grid, row, from, to, weigh, visit) {
  const y = cellY(grid, row);
  for (let c = from; c <= to; c++) {
    const weight = weigh(cellX(grid, c), y);
    if (weight > 0) visit(row, c, c, weight);
  }
}
function visitSpan(grid, row, ends2, weigh, visit) {
  let { from, to } = ends2;
  if (ends2.askFrom) {
    const weight = weigh(cellX(grid, from), cellY(grid, row));
    if (weight !== 1) {
      if (weight > 0) visit(row, from, from, weight);
      from++;
    }
  }
  if (ends2.askTo && to >= from) {
    const weight = weigh(cellX(grid, to), cellY(grid, row));
    if (weight !== 1) {
      if (weight > 0) visit(row, to, to, weight);
      to--;
    }
  }
  if (from <= to) visit(row, from, to, 1);
}
var ends = { from: 0, to: 0, askFrom: false, askTo: false };
function eachSpan(grid, window2, region, weigh, visit) {
  const { minXM, cellM } = grid;
  const y0 = cellY(grid, 0);
  let lows = 0;
  let highs = 0;
  let rowFrom = window2.row0;
  let rowTo = window2.row1 - 1;
  let asked = 0;
  for (const { gx, gy, g0 } of region) {
    if (Math.abs(gx) <= 1e-12 * Math.abs(gy)) {
      const at2 = (-g0 / gy - y0) / cellM;
      const nearest = Math.round(at2);
      const isOnRow = Math.abs(at2 - nearest) < RIM;
      if (isOnRow && nearest >= window2.row0 && nearest < window2.row1) askedRows[asked++] = nearest;
      if (gy > 0) rowFrom = Math.max(rowFrom, isOnRow ? nearest : Math.ceil(at2));
      else rowTo = Math.min(rowTo, isOnRow ? nearest : Math.floor(at2));
      continue;
    }
    const b = -gy / gx;
    const a = ((-g0 - gy * y0) / gx - minXM) / cellM - 0.5;
    if (gx > 0) {
      rightOf[lows++] = a;
      rightOf[lows++] = b;
    } else {
      leftOf[highs++] = a;
      leftOf[highs++] = b;
    }
  }
  const first = window2.column0;
  const last = window2.column1 - 1;
  for (let row = rowFrom; row <= rowTo; row++) {
    let lowAt = -Infinity;
    for (let i = 0; i < lows; i += 2) {
      const at2 = rightOf[i] + rightOf[i + 1] * row;
      if (at2 > lowAt) lowAt = at2;
    }
    let highAt = Infinity;
    for (let i = 0; i < highs; i += 2) {
      const at2 = leftOf[i] + leftOf[i + 1] * row;
      if (at2 < highAt) highAt = at2;
    }
    if (lowAt > highAt + 2 * RIM || highAt < first - RIM || lowAt > last + RIM) continue;
    ends.from = lowAt <= first ? first : Math.ceil(lowAt - RIM);
    ends.to = highAt >= last ? last : Math.floor(highAt + RIM);
    if (ends.from > ends.to) continue;
    let isAsked = false;
    for (let i = 0; i < asked; i++) isAsked ||= askedRows[i] === row;
    if (isAsked) {
      askRow(grid, row, ends.from, ends.to, weigh, visit);
      continue;
    }
    ends.askFrom = ends.from < lowAt + RIM;
    ends.askTo = ends.to > highAt - RIM;
    visitSpan(grid, row, ends, weigh, visit);
  }
}
function eachPolygonSpan(grid, window2, outline, centre, scale, weigh, visit) {
  const n = outline.length;
  const cuts2 = [];
  const rim = RIM * grid.cellM / Math.abs(scale);
  for (let row = window2.row0; row < window2.row1; row++) {
    const y = centre.y + (cellY(grid, row) - centre.y) / scale;
    cuts2.length = 0;
    let meetsCorner = false;
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const yi = outline[i + 1];
      const yj = outline[j + 1];
      meetsCorner ||= Math.abs(yi - y) < rim;
      if (yi > y === yj > y) continue;
      const x = (outline[j] - outline[i]) * (y - yi) / (yj - yi) + outline[i];
      cuts2.push((centre.x + (x - centre.x) * scale - grid.minXM) / grid.cellM - 0.5);
    }
    if (meetsCorner) {
      askRow(grid, row, window2.column0, window2.column1 - 1, weigh, visit);
      continue;
    }
    cuts2.sort((a, b) => a - b);
    for (let k = 0; k + 1 < cuts2.length; k += 2) {
      const lowAt = cuts2[k];
      const highAt = cuts2[k + 1];
      ends.from = Math.max(window2.column0, Math.ceil(lowAt - RIM));
      ends.to = Math.min(window2.column1 - 1, Math.floor(highAt + RIM));
      if (ends.from > ends.to) continue;
      ends.askFrom = ends.from < lowAt + RIM;
      ends.askTo = ends.to > highAt - RIM;
      visitSpan(grid, row, ends, weigh, visit);
    }
  }
}

// core/radio/field/castWalls.ts
var line = (ax, ay, bx, by) => ({
  gx: -(by - ay),
  gy: bx - ax,
  g0: (by - ay) * ax - (bx - ax) * ay
});
var seenFrom = (u, ax, ay) => ({
  gx: ay - u.y,
  gy: -(ax - u.x),
  g0: -u.x * (ay - u.y) + u.y * (ax - u.x)
});
function shadowOf(w, u, s0, s1) {
  const wx = w.bx - w.ax;
  const wy = w.by - w.ay;
  const side2 = line(w.ax, w.ay, w.bx, w.by);
  const cu = side2.gx * u.x + side2.gy * u.y + side2.g0;
  if (Math.abs(cu) <= TOUCH_M * w.lengthM) return null;
  const a = seenFrom(u, w.ax + s0 * wx, w.ay + s0 * wy);
  const b = seenFrom(u, w.ax + s1 * wx, w.ay + s1 * wy);
  const middleX = w.ax + 0.5 * (s0 + s1) * wx;
  const middleY = w.ay + 0.5 * (s0 + s1) * wy;
  const left = a.gx * middleX + a.gy * middleY + a.g0 > 0;
  return { cu, side: side2, region: [cu > 0 ? flipped(side2) : side2, left ? a : flipped(a), left ? flipped(b) : b] };
}
function heightRegion(shadow, u, levelM, low, high) {
  const rise = levelM - u.z;
  if (Math.abs(rise) < 1e-12) return u.z + TOUCH_M >= low && u.z + TOUCH_M < high ? [] : null;
  const tAt = (z13) => (z13 - u.z) / rise;
  const t0 = Math.max(0, Math.min(tAt(low), tAt(high)));
  const t1 = Math.min(1, Math.max(tAt(low), tAt(high)));
  if (t0 >= t1) return null;
  const { cu, side: side2 } = shadow;
  const sign = cu > 0 ? 1 : -1;
  const out = [];
  if (t0 > 0)
    out.push({ gx: sign * side2.gx, gy: sign * side2.gy, g0: sign * side2.g0 + Math.abs(cu) * (1 / t0 - 1) });
  if (t1 < 1)
    out.push({ gx: -sign * side2.gx, gy: -sign * side2.gy, g0: -sign * side2.g0 - Math.abs(cu) * (1 / t1 - 1) });
  return out;
}
function castBarrier(w, losses, u, grid, layer, space, move2) {
  const { solid } = losses.losses;
  const own = 3 * w.construction;
  const [steps0, steps1, steps2] = space.steps;
  const width = grid.columns + 1;
  const addWall = (row, from, to, weight) => {
    const i = row * width + from;
    const j = row * width + to + 1;
    steps0[i] += weight * solid[own];
    steps0[j] -= weight * solid[own];
    steps1[i] += weight * solid[own + 1];
    steps1[j] -= weight * solid[own + 1];
    steps2[i] += weight * solid[own + 2];
    steps2[j] -= weight * solid[own + 2];
  };
  const [single0, single1, single2] = space.single;
  const [wall0, wall1, wall22] = [solid[own], solid[own + 1], solid[own + 2]];
  const wx = w.bx - w.ax;
  const wy = w.by - w.ay;
  const addOpening = (o) => {
    const { construction, s0, s1 } = w.openings[o];
    const table = revealOf(losses.losses, construction, w.construction);
    const hides = w.thicknessM / ((s1 - s0) * w.lengthM);
    return (row, from, to, weight) => {
      const dy = cellY(grid, row) - u.y;
      for (let c = from; c <= to; c++) {
        const dx = cellX(grid, c) - u.x;
        const along = Math.abs(dx * wx + dy * wy);
        const across = Math.abs(dx * wy - dy * wx);
        const hidden = hides * along;
        if (hidden >= across && across + along > 0) continue;
        const at2 = across > 0 ? (1 - hidden / across) * REVEAL_STEPS : REVEAL_STEPS;
        const i = row * width + c;
        const k = at2 === REVEAL_STEPS ? REVEAL_STEPS - 1 : at2 | 0;
        const part = at2 - k;
        const t = 3 * k;
        const low0 = table[t];
        const low1 = table[t + 1];
        const low2 = table[t + 2];
        single0[i] += weight * (low0 + part * (table[t + 3] - low0) - wall0);
        single1[i] += weight * (low1 + part * (table[t + 4] - low1) - wall1);
        single2[i] += weight * (low2 + part * (table[t + 5] - low2) - wall22);
      }
    };
  };
  const openings = w.openings.map((_, i) => addOpening(i));
  const whole = shadowOf(w, u, 0, 1);
  if (!whole) {
    for (const cell of layer.cells) {
      const column = cell % grid.columns;
      const row = (cell - column) / grid.columns;
      const hit = barrierHit(w, u, move2(cellX(grid, column), cellY(grid, row)));
      if (hit < MEETS_WALL) continue;
      const { weight } = met;
      addWall(row, column, column, weight);
      if (hit >= 0) openings[hit](row, column, column, weight);
    }
    return;
  }
  const heights = heightRegion(whole, u, layer.levelM, w.baseM, w.topM);
  if (!heights) return;
  const weighWall = (x, y) => barrierHit(w, u, move2(x, y)) >= MEETS_WALL ? met.weight : 0;
  eachSpan(grid, layer, [...whole.region, ...heights], weighWall, addWall);
  w.openings.forEach((o, i) => {
    const shadow = o.s1 > o.s0 ? shadowOf(w, u, o.s0, o.s1) : null;
    const region = shadow && heightRegion(shadow, u, layer.levelM, o.sillM, o.headM);
    if (!shadow || !region) return;
    const weigh = (x, y) => barrierHit(w, u, move2(x, y)) === i ? met.weight : 0;
    eachSpan(grid, layer, [...shadow.region, ...region], weigh, openings[i]);
  });
}

// core/radio/field/between.ts
var cornersOf = (b) => [
  [b.minX, b.minY],
  [b.maxX, b.minY],
  [b.maxX, b.maxY],
  [b.minX, b.maxY]
];
function betweenOf(u, grid, layer) {
  const rect = {
    minX: cellX(grid, layer.column0),
    maxX: cellX(grid, layer.column1 - 1),
    minY: cellY(grid, layer.row0),
    maxY: cellY(grid, layer.row1 - 1)
  };
  const wedge = [];
  const corners = cornersOf(rect);
  for (const [x, y] of corners) {
    const h = seenFrom({ ...u, z: 0 }, x, y);
    const sides = corners.map(([cx, cy]) => h.gx * cx + h.gy * cy + h.g0);
    if (h.gx === 0 && h.gy === 0) continue;
    if (sides.every((s) => s >= 0)) wedge.push(h);
    else if (sides.every((s) => s <= 0)) wedge.push(flipped(h));
  }
  return {
    minX: Math.min(u.x, rect.minX),
    maxX: Math.max(u.x, rect.maxX),
    minY: Math.min(u.y, rect.minY),
    maxY: Math.max(u.y, rect.maxY),
    wedge
  };
}
function outOfTheWay(between, box3) {
  if (box3.minX > between.maxX || box3.maxX < between.minX) return true;
  if (box3.minY > between.maxY || box3.maxY < between.minY) return true;
  for (const { gx, gy, g0 } of between.wedge) {
    const x = gx > 0 ? box3.maxX : box3.minX;
    const y = gy > 0 ? box3.maxY : box3.minY;
    if (gx * x + gy * y + g0 < 0) return true;
  }
  return false;
}

// core/radio/field/castParts.ts
var MOST_SCALE = 1e3;
function castFloors(part, losses, u, grid, layer, floorSteps, width, move2, skipped) {
  for (const slab of part.slabs) {
    if (skipped?.includes(slab) || u.z > slab.levelM === layer.levelM > slab.levelM) continue;
    const scale = (layer.levelM - u.z) / (slab.levelM - u.z);
    const one = 1 << 4 * losses.floorKinds.indexOf(slab.construction);
    const mark = (by) => (row, from, to) => {
      floorSteps[row * width + from] += by;
      floorSteps[row * width + to + 1] -= by;
    };
    if (!Number.isFinite(scale) || scale > MOST_SCALE || slab.under.length > 0) {
      for (const cell of layer.cells) {
        const column = cell % grid.columns;
        const row = (cell - column) / grid.columns;
        if (slabCrossed(slab, u, move2(cellX(grid, column), cellY(grid, row)))) mark(one)(row, column, column);
      }
      continue;
    }
    const inOutline = (outline) => (x, y) => {
      const t = (slab.levelM - u.z) / (layer.levelM - u.z);
      return insideShare(outline, u.x + t * (x - u.x), u.y + t * (y - u.y)) > 0 ? 1 : 0;
    };
    eachPolygonSpan(grid, layer, slab.outline, u, scale, inOutline(slab.outline), mark(one));
    for (const hole of slab.holes) eachPolygonSpan(grid, layer, hole, u, scale, inOutline(hole), mark(-one));
  }
}
var BESIDE_X_M = 731e-10;
var BESIDE_Y_M = 682e-10;
function castIndoors(part, u, grid, layer, indoor, width, move2) {
  const beside = (x, y) => move2(x + BESIDE_X_M, y + BESIDE_Y_M);
  for (const outline of part.footprints) {
    const n = outline.length;
    const area = signedArea2(outline);
    const putRight = /* @__PURE__ */ new Set();
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const edge = { ax: outline[j], ay: outline[j + 1], bx: outline[i], by: outline[i + 1] };
      const lengthM2 = Math.sqrt((edge.bx - edge.ax) ** 2 + (edge.by - edge.ay) ** 2);
      const side2 = line(edge.ax, edge.ay, edge.bx, edge.by);
      const cu = side2.gx * u.x + side2.gy * u.y + side2.g0;
      if (Math.abs(cu) <= TOUCH_M * lengthM2) {
        for (const cell of layer.cells) {
          const column = cell % grid.columns;
          const row = (cell - column) / grid.columns;
          const [x, y] = [cellX(grid, column), cellY(grid, row)];
          if (Math.abs(side2.gx * x + side2.gy * y + side2.g0) > TOUCH_M * lengthM2 || putRight.has(cell))
            continue;
          putRight.add(cell);
          const got = insidePart(outline, u, beside(x, y));
          indoor[row * width + column] += insidePart(outline, u, move2(x, y)) - got;
        }
        continue;
      }
      const a = seenFrom(u, edge.ax, edge.ay);
      const b = seenFrom(u, edge.bx, edge.by);
      const left = a.gx * 0.5 * (edge.ax + edge.bx) + a.gy * 0.5 * (edge.ay + edge.by) + a.g0 > 0;
      const sign = cu > 0 === area > 0 ? 1 : -1;
      const weigh = (x, y) => crosses(edge.ax, edge.ay, edge.bx, edge.by, lengthM2, u, beside(x, y)) ? met.weight : 0;
      eachSpan(
        grid,
        layer,
        [cu > 0 ? flipped(side2) : side2, left ? a : flipped(a), left ? flipped(b) : b],
        weigh,
        (row, from, to, weight) => {
          const rest = side2.gy * cellY(grid, row) + side2.g0;
          for (let c = from; c <= to; c++)
            indoor[row * width + c] += weight * sign * cu / (cu - side2.gx * cellX(grid, c) - rest);
        }
      );
    }
    const inOutline = (x, y) => {
      const p = beside(x, y);
      return insideShare(outline, p.x, p.y);
    };
    eachPolygonSpan(grid, layer, outline, u, 1, inOutline, (row, from, to, weight) => {
      for (let c = from; c <= to; c++) indoor[row * width + c] += weight;
    });
  }
}
function wedgeOf(outline, u) {
  let cx = 0;
  let cy = 0;
  const n = outline.length / 2;
  for (let i = 0; i < n; i++) {
    cx += outline[2 * i] / n;
    cy += outline[2 * i + 1] / n;
  }
  let radius = 0;
  for (let i = 0; i < n; i++)
    radius = Math.max(radius, Math.hypot(outline[2 * i] - cx, outline[2 * i + 1] - cy));
  const distance = Math.hypot(cx - u.x, cy - u.y);
  if (distance <= radius * 1.01) return [];
  const half = Math.asin(Math.min(1, radius * 1.005 / distance));
  const angle = Math.atan2(cy - u.y, cx - u.x);
  const edge = (a) => seenFrom(u, u.x + Math.cos(a), u.y + Math.sin(a));
  const right = flipped(edge(angle - half));
  const left = edge(angle + half);
  return [
    left,
    right,
    // Nothing before it is behind it.
    {
      gx: Math.cos(angle),
      gy: Math.sin(angle),
      g0: -Math.cos(angle) * u.x - Math.sin(angle) * u.y - (distance - radius * 1.01)
    }
  ];
}
function castPrisms(part, losses, u, grid, layer, space, width, move2) {
  const always = () => 1;
  for (const v of part.volumes) {
    const loss = losses.byConstruction[v.construction];
    eachSpan(grid, layer, wedgeOf(v.outline, u), always, (row, from, to) => {
      const y = cellY(grid, row);
      for (let c = from; c <= to; c++) {
        if (lengthInPrismM(v, u, move2(cellX(grid, c), y)) <= TOUCHED_M) continue;
        for (let b = 0; b < 3; b++) {
          space.steps[b][row * width + c] += loss[b];
          space.steps[b][row * width + c + 1] -= loss[b];
        }
      }
    });
  }
  for (const l of part.leaves) {
    const into = l.inLeaf ? space.leaf : space.bare;
    eachSpan(grid, layer, wedgeOf(l.outline, u), always, (row, from, to) => {
      const y = cellY(grid, row);
      for (let c = from; c <= to; c++)
        into[row * width + c] += lengthInPrismM(l, u, move2(cellX(grid, c), y));
    });
  }
}

// core/radio/field/cast.ts
function floorsDb(losses, packed) {
  const known3 = losses.floorSums.get(packed);
  if (known3) return known3;
  const sums = BANDS.map((_, b) => {
    const list = [];
    losses.floorKinds.forEach((kind, k) => {
      for (let n = packed >>> 4 * k & 15; n > 0; n--) list.push(losses.byConstruction[kind][b]);
    });
    return list.sort((x, y) => y - x).reduce((sum, db, n) => sum + db * floorWeight(n), 0);
  });
  losses.floorSums.set(packed, sums);
  return sums;
}
function cast(scene, losses, u, grid, layer, space, out, skip) {
  const width = grid.columns + 1;
  const { steps, single, floorSteps, indoor, leaf, bare } = space;
  for (let row = layer.row0; row < layer.row1; row++) {
    const from = row * width + layer.column0;
    const to = row * width + layer.column1 + 1;
    for (const s of steps) s.fill(0, from, to);
    for (const s of single) s.fill(0, from, to);
    floorSteps.fill(0, from, to);
    indoor.fill(0, from, to);
    leaf.fill(0, from, to);
    bare.fill(0, from, to);
  }
  const p = { x: 0, y: 0, z: layer.levelM };
  const move2 = (x, y) => {
    p.x = x;
    p.y = y;
    return p;
  };
  const between = betweenOf(u, grid, layer);
  for (const part of scene.parts) {
    if (outOfTheWay(between, part)) continue;
    for (const w of part.barriers) {
      if (skip?.barriers.includes(w)) continue;
      castBarrier(w, losses, u, grid, layer, space, move2);
    }
    castFloors(part, losses, u, grid, layer, floorSteps, width, move2, skip?.slabs);
    castIndoors(part, u, grid, layer, indoor, width, move2);
    castPrisms(part, losses, u, grid, layer, space, width, move2);
  }
  gather(losses, u, grid, layer, space, out);
}
function gather(losses, u, grid, layer, space, out) {
  const { floorSteps, indoor, leaf, bare } = space;
  const [steps0, steps1, steps2] = space.steps;
  const [single0, single1, single2] = space.single;
  const [out0, out1, out2] = out;
  const { mask, levelM } = layer;
  const { clutterDbPerM } = losses;
  const dz = levelM - u.z;
  const ghz = BAND_MHZ.map((mhz) => mhz / 1e3);
  for (let row = layer.row0; row < layer.row1; row++) {
    let sum0 = 0;
    let sum1 = 0;
    let sum2 = 0;
    let packed = 0;
    const dy = cellY(grid, row) - u.y;
    const rest = dy * dy + dz * dz;
    let i = row * (grid.columns + 1) + layer.column0;
    let cell = row * grid.columns + layer.column0;
    for (let column = layer.column0; column < layer.column1; column++, i++, cell++) {
      sum0 += steps0[i];
      sum1 += steps1[i];
      sum2 += steps2[i];
      packed = packed + floorSteps[i] | 0;
      if (mask[cell] === 0) continue;
      let db0 = sum0 + single0[i];
      let db1 = sum1 + single1[i];
      let db2 = sum2 + single2[i];
      if (packed !== 0) {
        const floors = floorsDb(losses, packed);
        db0 += floors[0];
        db1 += floors[1];
        db2 += floors[2];
      }
      if (indoor[i] !== 0) {
        const dx = cellX(grid, column) - u.x;
        const inside2 = indoor[i] < 0 ? 0 : indoor[i] > 1 ? 1 : indoor[i];
        const clutter = clutterDbPerM * inside2 * Math.sqrt(dx * dx + rest);
        db0 += clutter;
        db1 += clutter;
        db2 += clutter;
      }
      if (leaf[i] !== 0 || bare[i] !== 0) {
        db0 += foliageDb(leaf[i], ghz[0], true) + foliageDb(bare[i], ghz[0], false);
        db1 += foliageDb(leaf[i], ghz[1], true) + foliageDb(bare[i], ghz[1], false);
        db2 += foliageDb(leaf[i], ghz[2], true) + foliageDb(bare[i], ghz[2], false);
      }
      out0[cell] = db0;
      out1[cell] = db1;
      out2[cell] = db2;
    }
  }
}

// core/radio/field/castSpace.ts
function castSpace(grid) {
  const size = (grid.columns + 1) * grid.rows;
  const make = () => new Float64Array(size);
  return {
    steps: [make(), make(), make()],
    single: [make(), make(), make()],
    floorSteps: new Int32Array(size),
    indoor: make(),
    leaf: make(),
    bare: make()
  };
}
var MOST_FLOOR_KINDS = 7;
function castLosses(scene, correction2) {
  const floorKinds = [...new Set(scene.slabs.map((s) => s.construction))];
  if (floorKinds.length > MOST_FLOOR_KINDS)
    throw new Error(`more than ${MOST_FLOOR_KINDS} kinds of floor and roof in one job`);
  return {
    byConstruction: scene.constructionNames.map(
      (_, c) => BANDS.map((b) => correctedLossDb(scene, c, b, correction2))
    ),
    losses: lossesOf(scene, correction2),
    clutterDbPerM: Math.max(0, scene.clutterDbPerM + (correction2?.clutterDbPerM ?? 0)),
    floorKinds,
    floorSums: /* @__PURE__ */ new Map()
  };
}

// core/radio/field/detourField.ts
var WEAKER_DB = 27;
var WEAKER_UNDER_HAND_DB = 15;
var HOPELESS_DB = 138;
function startDetours(job2, layers, weakerDb = WEAKER_DB) {
  const { capDb } = job2;
  for (let b = 0; b < 3; b++) {
    const best = job2.best[b];
    const straight = job2.straight[b];
    for (const layer of layers)
      for (const cell of layer.cells) best[cell] = Math.min(capDb, straight[cell] + weakerDb);
  }
}
var FREE_1M = BAND_MHZ.map((mhz) => freeSpaceDb(1, mhz));
function canReach(job2, j, portal, grid, layer) {
  const arrival = job2.arrivals[j];
  if (!arrival) return false;
  const { x, y, z: z13 } = portal.at;
  const apart = (at2, low, high) => Math.max(0, low - at2, at2 - high);
  const onM = Math.hypot(
    apart(x, cellX(grid, layer.column0), cellX(grid, layer.column1 - 1)),
    apart(y, cellY(grid, layer.row0), cellY(grid, layer.row1 - 1)),
    layer.levelM - z13
  );
  const length = lengthDbFrom(arrival.lengthM + onM) + LEAST_TURN_DB + job2.bendDb;
  return arrival.lossDb.some((db, b) => db + FREE_1M[b] + length < job2.capDb);
}
function tryPortal(j, portal, job2, layer, toCells) {
  const arrival = job2.arrivals[j];
  const { wall: wall3, slab, edge } = portal;
  const [v0, v1, v2] = V_PER_TURN;
  const { x: px, y: py, z: pz } = portal.at;
  const [to0, to1, to2] = toCells;
  const [best0, best1, best2] = job2.best;
  const { cells, xs, ys, levelM } = layer;
  const { lengthM: beforeM, lossDb: lossDb2, dx: hx, dy: hy, dz: hz } = arrival;
  const known0 = lossDb2[0] + FREE_1M[0] + job2.bendDb;
  const known1 = lossDb2[1] + FREE_1M[1] + job2.bendDb;
  const known22 = lossDb2[2] + FREE_1M[2] + job2.bendDb;
  const from = wall3 ? sideOf(wall3, job2.unit) : 0;
  const sideX = wall3 ? -(wall3.by - wall3.ay) : 0;
  const sideY = wall3 ? wall3.bx - wall3.ax : 0;
  const side0 = wall3 ? -sideX * wall3.ax - sideY * wall3.ay : 0;
  const touch = wall3 ? TOUCH_M * wall3.lengthM : 0;
  if (slab && job2.unit.z > slab.levelM === levelM > slab.levelM) return;
  const isFar = beforeM > BEND_REACH_M;
  const dz = levelM - pz;
  const turnZ = turnsInPlan(portal) ? 0 : dz;
  const p = { x: 0.5, y: 0.5, z: levelM };
  const table = LENGTH_DB;
  const beyond = table.length - 1;
  for (let i = 0; i < cells.length; i++) {
    const cell = cells[i];
    const x = xs[i];
    const y = ys[i];
    const dx = x - px;
    const dy = y - py;
    const plan2 = dx * dx + dy * dy;
    const on = Math.sqrt(plan2 + dz * dz);
    if (isFar && on > BEND_REACH_M) continue;
    const length = beforeM + on;
    const at2 = length * STEPS_PER_M | 0;
    const nearest = LEAST_TURN_DB + table[at2 < beyond ? at2 : beyond];
    const way0 = known0 + to0[cell];
    const way1 = known1 + to1[cell];
    const way2 = known22 + to2[cell];
    const most0 = best0[cell];
    const most1 = best1[cell];
    const most2 = best2[cell];
    if (way0 + nearest >= most0 && way1 + nearest >= most1 && way2 + nearest >= most2) continue;
    if (from !== 0 && from * (sideX * x + sideY * y + side0) > touch) continue;
    const turned = Math.sqrt(plan2 + turnZ * turnZ);
    const cosine = turned === 0 ? 1 : (hx * dx + hy * dy + hz * turnZ) / turned;
    const chord = cosine < 1 ? Math.sqrt(2 * (1 - cosine) * beforeM * on / length) : 0;
    const nearer = table[at2 < beyond ? at2 : beyond];
    if (way0 + nearer + edgeDb(edge, chord * v0) >= most0 && way1 + nearer + edgeDb(edge, chord * v1) >= most1 && way2 + nearer + edgeDb(edge, chord * v2) >= most2)
      continue;
    const v = turnV(cosine, beforeM, on);
    const spread = 20 * Math.log10(Math.max(NEAREST_M, length));
    const db0 = way0 + spread + edgeDb(edge, v * v0);
    const db1 = way1 + spread + edgeDb(edge, v * v1);
    const db2 = way2 + spread + edgeDb(edge, v * v2);
    if (db0 >= most0 && db1 >= most1 && db2 >= most2) continue;
    p.x = x;
    p.y = y;
    if (onStraightWay(portal, job2.unit, p)) continue;
    if (db0 < most0) best0[cell] = db0;
    if (db1 < most1) best1[cell] = db1;
    if (db2 < most2) best2[cell] = db2;
  }
}
var within = (layers, grid, portal) => layers.map((layer) => layerWithin(layer, grid, portal.at, BEND_REACH_M)).filter((layer) => layer !== null);
var isNear = (job2, j) => job2.arrivals[j].lengthM <= BEND_REACH_M;
function findDetours(scene, losses, jobs, grid, layers, space, scratch) {
  const portals = portalsOf(scene);
  for (const j of strongestFirst(jobs.map((job2) => job2.arrivals))) {
    const portal = portals[j];
    const skip = skipOf(portal);
    const reaching = jobs.filter((job2) => job2.arrivals[j]);
    const anyNear = reaching.some((job2) => isNear(job2, j));
    const near = reaching.every((job2) => isNear(job2, j)) ? [] : within(layers, grid, portal);
    for (const layer of anyNear ? layers : near) {
      const part = anyNear ? near.find((l) => l.mask === layer.mask) : layer;
      const tried = reaching.flatMap((job2) => {
        const over = isNear(job2, j) ? layer : part;
        return over && canReach(job2, j, portal, grid, over) ? [{ job: job2, over }] : [];
      });
      if (tried.length === 0) continue;
      cast(scene, losses, portal.at, grid, layer, space, scratch, skip);
      for (const { job: job2, over } of tried) tryPortal(j, portal, job2, over, scratch);
    }
  }
}
var MOST_KEPT = MOST_BENDS + 100;
function keptField(kept, j, whole) {
  const { scene, grid, byPortal, layers } = kept;
  const portal = portalsOf(scene)[j];
  let field = byPortal.get(j);
  if (!field || whole && !field.isWhole) {
    const size = grid.columns * grid.rows;
    const loss = [new Float32Array(size), new Float32Array(size), new Float32Array(size)];
    const near = whole ? layers : within(layers, grid, portal);
    for (const layer of near)
      cast(scene, kept.losses, portal.at, grid, layer, kept.space, loss, skipOf(portal));
    if (!field && byPortal.size >= MOST_KEPT) byPortal.delete(byPortal.keys().next().value);
    field = { loss, layers: near, isWhole: whole };
  }
  byPortal.delete(j);
  byPortal.set(j, field);
  return field;
}
function detoursFromKept(kept, job2) {
  const { scene, grid, layers } = kept;
  const portals = portalsOf(scene);
  for (const j of strongestFirst([job2.arrivals])) {
    const portal = portals[j];
    const whole = isNear(job2, j);
    if (!layers.some((layer) => canReach(job2, j, portal, grid, layer))) continue;
    const field = keptField(kept, j, whole);
    for (const layer of field.layers)
      if (canReach(job2, j, portal, grid, layer)) tryPortal(j, portal, job2, layer, field.loss);
  }
}

// core/radio/field/unitField.ts
var DRAG_DETOUR_CELL_M = 1;
var DRAG_LATTICE_M = 0.25;
var MOST_ROUGH = 40;
var lossArrays = (grid) => {
  const size = grid.columns * grid.rows;
  return [new Float32Array(size), new Float32Array(size), new Float32Array(size)];
};
function fieldBase(scene, correction2, grid, layers) {
  return {
    scene,
    correction: correction2,
    grid,
    layers,
    losses: castLosses(scene, correction2),
    space: castSpace(grid),
    scratch: lossArrays(grid),
    coarse: null
  };
}
function addFreeSpace(loss, u, layers) {
  const [one0, one1, one2] = BAND_MHZ.map((mhz) => freeSpaceDb(1, mhz));
  const [loss0, loss1, loss2] = loss;
  for (const layer of layers) {
    const dz = layer.levelM - u.z;
    const { cells, xs, ys } = layer;
    for (let i = 0; i < cells.length; i++) {
      const cell = cells[i];
      const dx = xs[i] - u.x;
      const dy = ys[i] - u.y;
      const space = 10 * Math.log10(Math.max(NEAREST_M * NEAREST_M, dx * dx + dy * dy + dz * dz));
      loss0[cell] += space + one0;
      loss1[cell] += space + one1;
      loss2[cell] += space + one2;
    }
  }
}
function straightField(base3, u) {
  const straight = lossArrays(base3.grid);
  for (const layer of base3.layers) cast(base3.scene, base3.losses, u, base3.grid, layer, base3.space, straight);
  addFreeSpace(straight, u, base3.layers);
  return straight;
}
function combine(base3, straight, detour) {
  const out = lossArrays(base3.grid);
  for (const layer of base3.layers)
    for (const cell of layer.cells)
      for (let b = 0; b < 3; b++) {
        const round4 = detour[b][cell];
        const direct = straight[b][cell];
        out[b][cell] = round4 < NOTHING_HEARD_DB ? togetherDb(direct, round4) : direct;
      }
  return out;
}
function settledFields(base3, units) {
  const jobs = units.map((unit4) => {
    const job2 = {
      unit: unit4,
      arrivals: arrivalsFrom(base3.scene, unit4, base3.correction),
      bendDb: bendCorrectionDb(base3.correction),
      straight: straightField(base3, unit4),
      best: lossArrays(base3.grid),
      capDb: NOTHING_HEARD_DB
    };
    startDetours(job2, base3.layers);
    return job2;
  });
  findDetours(base3.scene, base3.losses, jobs, base3.grid, base3.layers, base3.space, base3.scratch);
  return jobs.map((job2) => combine(base3, job2.straight, job2.best));
}
function coarseOf(base3, layersFor) {
  if (base3.coarse) return base3.coarse;
  const { grid: fine } = base3;
  const grid = gridOver(
    {
      minXM: fine.minXM,
      minYM: fine.minYM,
      maxXM: fine.minXM + fine.columns * fine.cellM,
      maxYM: fine.minYM + fine.rows * fine.cellM
    },
    Math.max(DRAG_DETOUR_CELL_M, fine.cellM)
  );
  const layers = layersFor(grid);
  const space = castSpace(grid);
  const { scene, losses } = base3;
  const kept = { scene, losses, grid, layers, space, byPortal: /* @__PURE__ */ new Map() };
  return base3.coarse = { grid, layers, space, kept, detours: /* @__PURE__ */ new Map() };
}
var onLattice = (m) => Math.round(m / DRAG_LATTICE_M) * DRAG_LATTICE_M;
function roughDetours(base3, coarse, at2) {
  const unit4 = { x: onLattice(at2.x), y: onLattice(at2.y), z: at2.z };
  const key = `${unit4.x},${unit4.y},${unit4.z}`;
  const known3 = coarse.detours.get(key);
  if (known3) return known3;
  const straight = lossArrays(coarse.grid);
  for (const layer of coarse.layers)
    cast(base3.scene, base3.losses, unit4, coarse.grid, layer, coarse.space, straight);
  addFreeSpace(straight, unit4, coarse.layers);
  const job2 = {
    unit: unit4,
    arrivals: arrivalsFrom(base3.scene, unit4, base3.correction),
    bendDb: bendCorrectionDb(base3.correction),
    straight,
    capDb: HOPELESS_DB,
    best: lossArrays(coarse.grid)
  };
  startDetours(job2, coarse.layers, WEAKER_UNDER_HAND_DB);
  detoursFromKept(coarse.kept, job2);
  if (coarse.detours.size >= MOST_ROUGH) coarse.detours.delete(coarse.detours.keys().next().value);
  coarse.detours.set(key, job2.best);
  return job2.best;
}
function draggedField(base3, unit4, layersFor) {
  const coarse = coarseOf(base3, layersFor);
  const detours = roughDetours(base3, coarse, unit4);
  const out = straightField(base3, unit4);
  const { grid } = base3;
  const { grid: rough } = coarse;
  const ratio = grid.cellM / rough.cellM;
  for (const layer of base3.layers)
    for (const cell of layer.cells) {
      const column = cell % grid.columns;
      const row = (cell - column) / grid.columns;
      const at2 = Math.min(rough.rows - 1, Math.floor((row + 0.5) * ratio)) * rough.columns + Math.min(rough.columns - 1, Math.floor((column + 0.5) * ratio));
      for (let b = 0; b < 3; b++) {
        const detour = detours[b][at2];
        if (detour > 0 && detour < HOPELESS_DB && detour < out[b][cell] + WEAKER_UNDER_HAND_DB)
          out[b][cell] = togetherDb(out[b][cell], detour);
      }
    }
  return out;
}

// core/site/model/levels.ts
import { polygonContains } from "d3-polygon";
function levelOf(site2, place2) {
  for (const b of site2.buildings)
    for (const s of b.storeys) if (s.id === place2.storeyId) return s.floorLevelM + place2.heightM;
  return place2.heightM;
}
var pairs = (outline) => outline.map((p) => [p.xM, p.yM]);
function inside(outline, xM, yM) {
  return polygonContains(pairs(outline), [xM, yM]);
}
function eavesLevelM(building3) {
  return Math.max(...building3.storeys.map((s) => s.floorLevelM + s.heightM));
}
function plotBox(site2, marginM) {
  const xs = [];
  const ys = [];
  const take = (p) => {
    xs.push(p.xM);
    ys.push(p.yM);
  };
  for (const b of site2.buildings) for (const s of b.storeys) s.outline.forEach(take);
  for (const w of site2.walls) [w.a, w.b].forEach(take);
  for (const s of site2.spots) take(s.place);
  for (const o of [...site2.obstacles, ...site2.foliage]) o.outline.forEach(take);
  if (xs.length === 0) return { minXM: -10, minYM: -7, maxXM: 10, maxYM: 7 };
  take(site2.lineEntry);
  return {
    minXM: Math.min(...xs) - marginM,
    minYM: Math.min(...ys) - marginM,
    maxXM: Math.max(...xs) + marginM,
    maxYM: Math.max(...ys) + marginM
  };
}
function buildingAt(site2, xM, yM) {
  for (const b of site2.buildings) for (const s of b.storeys) if (inside(s.outline, xM, yM)) return b;
  return null;
}

// core/radio/path/scene.ts
var CLUTTER_DB_PER_M = 0.3;
var flat = (outline) => Float64Array.from(outline.flatMap((p) => [p.xM, p.yM]));
function covers(outline, other) {
  for (let i = 0, j = other.length - 2; i < other.length; j = i, i += 2) {
    const [x, y] = [other[i], other[i + 1]];
    if (insideShare(outline, x, y) === 0) return false;
    if (insideShare(outline, (x + other[j]) / 2, (y + other[j + 1]) / 2) === 0) return false;
  }
  return true;
}
function keepApart(openings) {
  openings.sort((a, b) => a.s0 - b.s0);
  for (let i = 1; i < openings.length; i++)
    for (let j = 0; j < i; j++) {
      const [o, before] = [openings[i], openings[j]];
      if (o.s0 < before.s1 && o.sillM < before.headM && before.sillM < o.headM)
        o.s0 = Math.min(o.s1, before.s1);
    }
}
function buildScene(site2) {
  const constructionNames = [];
  const thicknessShares = [];
  const lossDb2 = [];
  const reflectivity = [];
  const numbers2 = /* @__PURE__ */ new Map();
  const numberOf = (name, share = 1) => {
    const key = `${name} ${share}`;
    let n = numbers2.get(key);
    if (n === void 0) {
      n = constructionNames.length;
      numbers2.set(key, n);
      constructionNames.push(name);
      thicknessShares.push(share);
      reflectivity.push(reflectivityOf(name, site2.customConstructions));
      const [db24, db5, db6] = constructionLossDb(name, site2.customConstructions);
      lossDb2.push([db24 * share, db5 * share, db6 * share]);
    }
    return n;
  };
  const storeys = new Map(site2.buildings.flatMap((b) => b.storeys.map((s) => [s.id, s])));
  const barriers = [];
  const barrierById = /* @__PURE__ */ new Map();
  for (const w of site2.walls) {
    const s = storeys.get(w.storeyId);
    if (!s) continue;
    const barrier = {
      id: w.id,
      ax: w.a.xM,
      ay: w.a.yM,
      bx: w.b.xM,
      by: w.b.yM,
      lengthM: Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM),
      thicknessM: wallThicknessM(w, site2.customConstructions),
      baseM: s.floorLevelM,
      topM: s.floorLevelM + (w.heightM ?? s.heightM),
      construction: numberOf(w.construction, thicknessShare(w.construction, w.thicknessM)),
      openings: []
    };
    barriers.push(barrier);
    barrierById.set(w.id, barrier);
  }
  for (const o of site2.openings) {
    const barrier = barrierById.get(o.wallId);
    if (!barrier) continue;
    const { lengthM: lengthM2 } = barrier;
    barrier.openings.push({
      id: o.id,
      s0: Math.min(1, o.offsetM / lengthM2),
      s1: Math.min(1, (o.offsetM + o.widthM) / lengthM2),
      sillM: barrier.baseM + o.sillM,
      headM: Math.min(barrier.topM, barrier.baseM + o.sillM + o.heightM),
      construction: numberOf(o.construction)
    });
  }
  for (const barrier of barriers) keepApart(barrier.openings);
  const buildingOf = new Map(site2.buildings.flatMap((b) => b.storeys.map((s) => [s.id, b.id])));
  const slabs = [];
  const slabsOf = /* @__PURE__ */ new Map();
  const footprints = [];
  const storeyMiddlesM = [];
  for (const b of site2.buildings) {
    const byLevel = [...b.storeys].sort((p, q) => p.floorLevelM - q.floorLevelM);
    footprints.push(flat(byLevel[0].outline));
    storeyMiddlesM.push(byLevel.map((s) => s.floorLevelM + s.heightM / 2));
    const own = [];
    for (const s of byLevel) {
      if (s.floor === null) continue;
      own.push({
        id: s.id,
        levelM: s.floorLevelM,
        outline: flat(s.outline),
        holes: s.holes.map((h) => flat(h.outline)),
        under: [],
        construction: numberOf(s.floor)
      });
    }
    if (b.roof) {
      const construction = numberOf(b.roof.construction);
      byLevel.forEach((s, n) => {
        const isTop = n === byLevel.length - 1;
        const outline = flat(s.outline);
        const under = byLevel.slice(n + 1).map((above) => flat(above.outline));
        if (!isTop && under.some((o) => covers(o, outline))) return;
        const levelM = isTop ? eavesLevelM(b) : s.floorLevelM + s.heightM;
        own.push({ id: isTop ? b.id : `${b.id} ${s.id}`, levelM, outline, holes: [], under, construction });
      });
    }
    slabs.push(...own);
    slabsOf.set(b.id, own);
  }
  const volumes = site2.obstacles.map((o) => {
    const ground = o.storeyId ? storeys.get(o.storeyId)?.floorLevelM ?? 0 : 0;
    const volume = {
      id: o.id,
      outline: flat(o.outline),
      baseM: ground + o.baseM,
      topM: ground + o.baseM + o.heightM,
      construction: numberOf(o.construction)
    };
    return { volume, buildingId: o.storeyId ? buildingOf.get(o.storeyId) ?? null : null };
  });
  const leaves = site2.foliage.map((f) => ({ outline: flat(f.outline), topM: f.heightM, inLeaf: f.inLeaf }));
  const volumesIn = (id2) => volumes.filter((v) => v.buildingId === id2).map((v) => v.volume);
  const parts = site2.buildings.map(
    (b, i) => partOf({
      barriers: site2.walls.filter((w) => buildingOf.get(w.storeyId) === b.id).map((w) => barrierById.get(w.id)),
      slabs: slabsOf.get(b.id),
      volumes: volumesIn(b.id),
      leaves: [],
      footprints: [footprints[i]]
    })
  );
  for (const v of volumesIn(null))
    parts.push(partOf({ barriers: [], slabs: [], volumes: [v], leaves: [], footprints: [] }));
  for (const l of leaves)
    parts.push(partOf({ barriers: [], slabs: [], volumes: [], leaves: [l], footprints: [] }));
  return {
    constructionNames,
    thicknessShares,
    lossDb: lossDb2,
    reflectivity,
    barriers,
    slabs,
    parts,
    footprints,
    storeyMiddlesM,
    clutterDbPerM: CLUTTER_DB_PER_M
  };
}

// core/site/model/schema.ts
import { z as z4 } from "zod";

// core/site/model/needs.ts
import { z as z3 } from "zod";
var activityId = z3.enum([
  "messages",
  "web",
  "music",
  "hdFilm",
  "film4k",
  "hdCall",
  "teaching",
  "workFiles",
  "game",
  "camera",
  "smartDevice"
]);
var activityCount = z3.strictObject({ activity: activityId, count: z3.number().int().min(1).max(20) });
var needLimits = z3.strictObject({
  downMbps: z3.number().positive().max(1e4),
  upMbps: z3.number().positive().max(1e4),
  latencyMs: z3.number().positive().max(5e3)
});
var ACTIVITIES = {
  messages: { label: "messages", downMbps: 1, upMbps: 0.5, latencyMs: 300 },
  web: { label: "web", downMbps: 5, upMbps: 1, latencyMs: 200 },
  music: { label: "music", downMbps: 1, upMbps: 0.2, latencyMs: 300 },
  hdFilm: { label: "HD film", downMbps: 8, upMbps: 0.5, latencyMs: 200 },
  film4k: { label: "4K film", downMbps: 25, upMbps: 1, latencyMs: 200 },
  hdCall: { label: "HD call", downMbps: 4, upMbps: 4, latencyMs: 100 },
  teaching: { label: "teaching stream", downMbps: 6, upMbps: 12, latencyMs: 100 },
  workFiles: { label: "work files", downMbps: 30, upMbps: 10, latencyMs: 100 },
  game: { label: "game", downMbps: 10, upMbps: 3, latencyMs: 50 },
  camera: { label: "camera", downMbps: 0.5, upMbps: 5, latencyMs: 300 },
  smartDevice: { label: "smart device", downMbps: 0.1, upMbps: 0.1, latencyMs: 500, only24: true }
};
var NEED_MARGIN = 1.2;
var YARD_DEFAULT = [{ activity: "messages", count: 1 }];
function needOf(activities, overrides = {}) {
  const list = activities.length > 0 ? activities : YARD_DEFAULT;
  let downMbps = 0;
  let upMbps = 0;
  let latencyMs = Infinity;
  for (const { activity, count } of list) {
    const limits = overrides[activity] ?? ACTIVITIES[activity];
    downMbps += limits.downMbps * count;
    upMbps += limits.upMbps * count;
    latencyMs = Math.min(latencyMs, limits.latencyMs);
  }
  return { downMbps: downMbps * NEED_MARGIN, upMbps: upMbps * NEED_MARGIN, latencyMs };
}

// core/site/model/schema.ts
var PLOT_LIMIT_M = 2e3;
var SHORTEST_WALL_M = 0.05;
var id = z4.string().min(1, "an id may not be empty").max(64, "an id has at most 64 characters").regex(/^[A-Za-z0-9_-]+$/, "an id has only letters, digits, - and _");
var label = z4.string().trim().min(1, "give it a name").max(80, "a name has at most 80 characters");
var note = z4.string().max(2e3, "a note has at most 2000 characters");
var coordinateM = z4.number().min(-PLOT_LIMIT_M, `lies outside the plot (at most ${PLOT_LIMIT_M} m from its origin)`).max(PLOT_LIMIT_M, `lies outside the plot (at most ${PLOT_LIMIT_M} m from its origin)`);
var point = z4.strictObject({ xM: coordinateM, yM: coordinateM });
var place = z4.strictObject({
  storeyId: id.nullable(),
  xM: coordinateM,
  yM: coordinateM,
  heightM: z4.number().min(-3, "is more than 3 m under its floor").max(30, "is more than 30 m above its floor")
});
var polygon = z4.array(point).min(3, "an outline needs three corners or more").max(200);
var storey = z4.strictObject({
  id,
  name: label,
  floorLevelM: z4.number().min(-20).max(60),
  heightM: z4.number().min(1, "a storey is at least 1 m high").max(20),
  outline: polygon,
  /** What one passes going down out of this storey; null where it lies on the ground. */
  floor: constructionId.nullable(),
  /** Stairs and voids: holes in that floor. */
  holes: z4.array(z4.strictObject({ id, name: label, outline: polygon })).max(50)
});
var frame = z4.strictObject({
  xM: z4.number().min(-2e4).max(2e4),
  yM: z4.number().min(-2e4).max(2e4),
  turnDeg: z4.number().min(-360).max(360)
});
var building = z4.strictObject({
  id,
  name: label,
  frame: frame.optional(),
  roof: z4.strictObject({ construction: constructionId, riseM: z4.number().min(0).max(15) }).nullable(),
  storeys: z4.array(storey).min(1, "a building has at least one storey").max(12)
});
var wall = z4.strictObject({
  id,
  storeyId: id,
  a: point,
  b: point,
  construction: constructionId,
  /** Height above the storey's floor where it does not reach the ceiling; null means full height. */
  heightM: z4.number().min(0.1).max(20).nullable(),
  /** Measured thickness where it is not that of its construction, m; a thicker wall of one mass takes more signal. */
  thicknessM: z4.number().min(0.01).max(3).optional()
}).refine((w) => Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM) >= SHORTEST_WALL_M, {
  message: `the wall has no length: its ends are less than ${SHORTEST_WALL_M} m apart. Move one end or delete it`
});
var opening = z4.strictObject({
  id,
  wallId: id,
  kind: z4.enum(["door", "window", "opening"]),
  construction: constructionId,
  /** From end a of its wall to the near side of the opening. */
  offsetM: z4.number().min(0).max(PLOT_LIMIT_M),
  widthM: z4.number().min(0.1, "an opening is at least 0.1 m wide").max(20),
  sillM: z4.number().min(0).max(10),
  heightM: z4.number().min(0.1, "an opening is at least 0.1 m high").max(10)
});
var obstacle = z4.strictObject({
  id,
  name: label,
  storeyId: id.nullable(),
  outline: polygon,
  construction: constructionId,
  baseM: z4.number().min(0).max(20),
  heightM: z4.number().min(0.05).max(20)
});
var foliage = z4.strictObject({
  id,
  name: label,
  outline: polygon,
  heightM: z4.number().min(0.2).max(40),
  inLeaf: z4.boolean()
});
var panel = z4.strictObject({ id, name: label, place, fedFromId: id.nullable() });
var circuit = z4.strictObject({
  id,
  name: label,
  panelId: id,
  /** Phase or leg of the supply, as written in the panel. */
  leg: z4.enum(["L1", "L2", "L3"]),
  protection: z4.enum(["none", "rcd", "afci"]),
  oldWiring: z4.boolean()
});
var outlet = z4.strictObject({
  id,
  name: label,
  place,
  circuitId: id.nullable(),
  freeSockets: z4.number().int().min(0).max(12),
  strip: z4.boolean()
});
var evidence = z4.enum(["guessed", "traced", "proven"]);
var coaxPoint = z4.strictObject({ id, name: label, place });
var splitter = z4.strictObject({
  id,
  name: label,
  place,
  ways: z4.union([z4.literal(2), z4.literal(4), z4.literal(8)]),
  /** Rated up to 1675 MHz; one that is not rated above 1 GHz loses double. */
  ratedMoca: z4.boolean(),
  amplifier: z4.enum(["none", "bypass", "noBypass"])
});
var coaxCable = z4.strictObject({
  id,
  upId: id,
  downId: id,
  cable: z4.enum(["rg6", "rg59"]),
  lengthM: z4.number().min(0.1).max(500),
  evidence
});
var coaxPlant = z4.strictObject({
  outlets: z4.array(coaxPoint).max(100),
  splitters: z4.array(splitter).max(50),
  cables: z4.array(coaxCable).max(200),
  entryFilter: z4.boolean(),
  satelliteOnCable: z4.boolean()
});
var jack = z4.strictObject({ id, name: label, place });
var dataRun = z4.strictObject({
  id,
  name: label,
  from: place,
  to: place,
  category: z4.enum(["cat5e", "cat6", "cat6a", "fibre"]),
  lengthM: z4.number().min(0.1).max(5e3),
  negotiatedMbps: z4.number().min(10).max(1e4).nullable(),
  evidence
});
var duct = z4.strictObject({
  id,
  name: label,
  path: z4.array(point).min(2, "a duct has two ends").max(20),
  evidence
});
var interferenceKind = z4.enum(["microwave", "cordlessPhone", "babyMonitor", "videoSender", "other"]);
var interference = z4.strictObject({ id, name: label, kind: interferenceKind, place });
var underlay = z4.strictObject({
  id,
  storeyId: id,
  pictureId: id,
  name: label,
  widthPx: z4.number().int().min(1).max(2e4),
  heightPx: z4.number().int().min(1).max(2e4),
  xM: coordinateM,
  yM: coordinateM,
  mPerPx: z4.number().positive().max(10),
  /** Clockwise on the sheet about its top left corner, degrees. */
  turnDeg: z4.number().min(-360).max(360),
  /** 0 is gone, 1 is full strength. */
  strength: z4.number().min(0).max(1)
});
var clientType = z4.enum([
  "phone",
  "tablet",
  "laptop",
  "newLaptop",
  "oldLaptop",
  "smartDevice",
  "camera"
]);
var spot = z4.strictObject({
  id,
  number: z4.number().int().min(1).max(999),
  name: label,
  place,
  client: clientType,
  deviceName: z4.string().max(80),
  activities: z4.array(activityCount).max(12),
  complaint: z4.string().max(400)
});
var room = z4.strictObject({
  id,
  storeyId: id,
  name: label,
  at: point,
  activities: z4.array(activityCount).max(12).nullable()
});
var neighbour = z4.strictObject({
  id,
  band: bandId,
  channel: channelNumber,
  levelDbm: z4.number().min(-110).max(0),
  widthMhz
});
var site = z4.strictObject({
  buildings: z4.array(building).max(20),
  walls: z4.array(wall).max(3e3),
  openings: z4.array(opening).max(2e3),
  rooms: z4.array(room).max(400),
  obstacles: z4.array(obstacle).max(300),
  foliage: z4.array(foliage).max(200),
  panels: z4.array(panel).max(20),
  circuits: z4.array(circuit).max(100),
  outlets: z4.array(outlet).max(400),
  coax: coaxPlant,
  dataRuns: z4.array(dataRun).max(200),
  jacks: z4.array(jack).max(200).default([]),
  spots: z4.array(spot).max(200),
  /** Spots in the order they are walked; spots that are missing come after, by number. */
  walk: z4.array(id).max(200).default([]),
  neighbours: z4.array(neighbour).max(300),
  ducts: z4.array(duct).max(50).default([]),
  interference: z4.array(interference).max(100).default([]),
  underlays: z4.array(underlay).max(30).default([]),
  /** Where the line enters. */
  lineEntry: place,
  customConstructions: z4.array(customConstruction).max(60),
  /** Changed defaults of what an activity needs. */
  activityLimits: z4.partialRecord(activityId, needLimits)
});
function emptySite() {
  return {
    buildings: [],
    walls: [],
    openings: [],
    rooms: [],
    obstacles: [],
    foliage: [],
    panels: [],
    circuits: [],
    outlets: [],
    coax: { outlets: [], splitters: [], cables: [], entryFilter: false, satelliteOnCable: false },
    dataRuns: [],
    jacks: [],
    spots: [],
    walk: [],
    neighbours: [],
    ducts: [],
    interference: [],
    underlays: [],
    lineEntry: { storeyId: null, xM: 0, yM: 0, heightM: 1 },
    customConstructions: [],
    activityLimits: {}
  };
}

// demo/build.ts
var at = (xM, yM) => ({ xM, yM });
var box = (x0, y0, x1, y1) => [
  at(x0, y0),
  at(x1, y0),
  at(x1, y1),
  at(x0, y1)
];
var does = (...names) => names.map((activity) => ({ activity, count: 1 }));
var storey2 = (id2, name, floorLevelM, heightM, outline, floor) => ({ id: id2, name, floorLevelM, heightM, outline, floor, holes: [] });
function walls(prefix, storeyId, construction, points, closed = false) {
  const ends2 = closed ? [...points.slice(1), points[0]] : points.slice(1);
  return ends2.map((b, i) => ({
    id: `${prefix}-${i + 1}`,
    storeyId,
    a: points[i],
    b,
    construction,
    heightM: null
  }));
}
var door = (id2, wallId, offsetM, construction = "timberDoor", widthM = 0.9) => ({
  id: id2,
  wallId,
  kind: construction === "open" ? "opening" : "door",
  construction,
  offsetM,
  widthM,
  sillM: 0,
  heightM: 2.05
});
var pane = (id2, wallId, offsetM, widthM = 1.1, construction = "glazingClear") => ({
  id: id2,
  wallId,
  kind: "window",
  construction,
  offsetM,
  widthM,
  sillM: 0.9,
  heightM: 1.1
});
var spot2 = (number, name, storeyId, xM, yM, client, deviceName, activities, complaint = "", heightM = 1) => ({
  id: `spot-${number}`,
  number,
  name,
  place: { storeyId, xM, yM, heightM },
  client,
  deviceName,
  activities,
  complaint
});

// demo/farmSite.ts
var HOUSE = box(0, 0, 14, 10);
var STUDIO = box(23, 1, 31, 8);
var BARN = box(30, 20, 39.5, 27);
function farmhouse() {
  return {
    walls: [
      ...walls("fg", "f-ground", "rubbleStone", HOUSE, true),
      ...walls("fg-spine", "f-ground", "brickSingle", [at(0, 6), at(14, 6)]),
      ...walls("fg-snug", "f-ground", "lathPlaster", [at(5, 0), at(5, 6)]),
      ...walls("fg-dairy", "f-ground", "brickSingle", [at(9.5, 0), at(9.5, 6)]),
      ...walls("fg-porch", "f-ground", "lathPlaster", [at(3, 6), at(3, 10)]),
      ...walls("fg-parlour", "f-ground", "lathPlaster", [at(9, 6), at(9, 10)]),
      ...walls("fu", "f-upper", "rubbleStone", HOUSE, true),
      ...walls("fu-spine", "f-upper", "lathPlaster", [at(0, 4.5), at(14, 4.5)]),
      ...walls("fu-main", "f-upper", "plasterboard", [at(6, 0), at(6, 4.5)]),
      ...walls("fu-guest", "f-upper", "plasterboard", [at(9, 4.5), at(9, 10)]),
      ...walls("fu-land", "f-upper", "plasterboard", [at(4.5, 4.5), at(4.5, 10)]),
      ...walls("fa-gable-w", "f-attic", "rubbleStone", [at(0, 0), at(0, 10)]),
      ...walls("fa-gable-e", "f-attic", "rubbleStone", [at(14, 0), at(14, 10)]),
      ...walls("fa-knee-n", "f-attic", "foilGaps", [at(0, 1.6), at(14, 1.6)]),
      ...walls("fa-knee-s", "f-attic", "foilGaps", [at(0, 8.4), at(14, 8.4)]),
      ...walls("fa-study", "f-attic", "plasterboard", [at(7, 1.6), at(7, 8.4)])
    ],
    openings: [
      door("fg-front", "fg-4", 1.6, "timberDoor", 1),
      pane("fg-w-kitchen", "fg-1", 1.8),
      pane("fg-w-snug", "fg-1", 6.6),
      pane("fg-w-dairy", "fg-2", 2, 0.6),
      pane("fg-w-parlour", "fg-2", 7.2, 1.2),
      pane("fg-w-hall", "fg-3", 7, 1.2),
      door("fg-d-porch", "fg-porch-1", 1.4),
      door("fg-d-parlour", "fg-parlour-1", 1.2),
      door("fg-d-kitchen", "fg-spine-1", 3.6),
      door("fg-d-snug", "fg-spine-1", 7.2, "open"),
      door("fg-d-dairy", "fg-dairy-1", 3.8),
      pane("fu-w-main", "fu-1", 2.4),
      pane("fu-w-back", "fu-1", 9.5),
      pane("fu-w-guest", "fu-2", 6.8),
      pane("fu-w-land", "fu-3", 7, 1),
      door("fu-d-main", "fu-spine-1", 4.8),
      door("fu-d-back", "fu-spine-1", 7.4),
      door("fu-d-guest", "fu-guest-1", 1),
      pane("fa-w-east", "fa-gable-e-1", 4.2, 0.9),
      door("fa-d-study", "fa-study-1", 2.8)
    ]
  };
}
function outbuildings() {
  return {
    walls: [
      ...walls("st", "s-ground", "brickCavity", STUDIO, true),
      ...walls("st-kiln", "s-ground", "brickCavity", [at(27, 1), at(27, 8)]),
      ...walls("by", "b-byre", "timberCladding", BARN, true),
      ...walls("lo", "b-loft", "timberCladding", BARN, true)
    ],
    openings: [
      door("st-door", "st-4", 3.6, "timberDoor", 1.1),
      pane("st-w-glaze", "st-3", 5.2, 1.4),
      pane("st-w-kiln", "st-1", 5.4, 0.8),
      door("st-d-kiln", "st-kiln-1", 4.6, "metalDoor"),
      door("by-door", "by-4", 2.6, "timberDoor", 1.8),
      door("lo-hatch", "lo-4", 3, "timberDoor", 1)
    ]
  };
}
function farmSite() {
  const house = farmhouse();
  const out = outbuildings();
  const site2 = emptySite();
  return {
    ...site2,
    buildings: [
      {
        id: "farmhouse",
        name: "Farmhouse",
        roof: { construction: "tileRoof", riseM: 1.4 },
        storeys: [
          storey2("f-ground", "Ground", 0, 2.6, HOUSE, null),
          storey2("f-upper", "Upper", 2.85, 2.5, HOUSE, "timberFloor"),
          storey2("f-attic", "Attic", 5.6, 2.2, HOUSE, "timberFloor")
        ].map((s) => ({
          ...s,
          holes: s.id === "f-upper" ? [{ id: "stairs", name: "Stairs", outline: box(6.2, 7.6, 8.8, 9.6) }] : s.id === "f-attic" ? [{ id: "ladder", name: "Ladder stairs", outline: box(2.4, 6.6, 3.2, 8) }] : []
        }))
      },
      {
        id: "studio",
        name: "Pottery studio",
        roof: { construction: "tileRoof", riseM: 1.3 },
        storeys: [storey2("s-ground", "Studio", 0, 2.8, STUDIO, null)]
      },
      {
        id: "barn",
        name: "Goat barn",
        roof: { construction: "metalRoof", riseM: 1.2 },
        storeys: [
          storey2("b-byre", "Byre", 0, 2.6, BARN, null),
          {
            ...storey2("b-loft", "Hay loft", 2.75, 1.9, BARN, "timberFloor"),
            holes: [{ id: "hatch", name: "Hatch", outline: box(31, 25, 32, 26) }]
          }
        ]
      }
    ],
    walls: [...house.walls, ...out.walls],
    openings: [...house.openings, ...out.openings],
    rooms: [
      ["f-ground", "Kitchen", 2.5, 1.3],
      ["f-ground", "Snug", 7.2, 1.3],
      ["f-ground", "Dairy pantry", 11.8, 4.2],
      ["f-ground", "Porch", 1.5, 6.9],
      ["f-ground", "Hall", 6, 9.3],
      ["f-ground", "Parlour", 11.5, 6.8],
      ["f-upper", "Main bedroom", 3, 1.2],
      ["f-upper", "Back bedroom", 10, 1.2],
      ["f-upper", "Landing", 6.8, 5.6],
      ["f-upper", "Bathroom", 2.2, 7],
      ["f-upper", "Guest room", 11.5, 6],
      ["f-attic", "Store", 3.5, 3],
      ["f-attic", "Study", 10.5, 2.6],
      ["s-ground", "Glaze bench", 25, 2],
      ["s-ground", "Kiln room", 29, 2],
      ["b-byre", "Byre", 34.7, 21.4],
      ["b-loft", "Hay loft", 34.7, 21.4]
    ].map(([storeyId, name, x, y], i) => ({
      id: `room-${i + 1}`,
      storeyId,
      name,
      at: at(x, y),
      activities: null
    })),
    obstacles: [
      {
        id: "range",
        name: "Iron range",
        storeyId: "f-ground",
        outline: box(0.4, 3.2, 1.1, 4.6),
        construction: "fridge",
        baseM: 0,
        heightM: 1
      },
      {
        id: "cupboard",
        name: "Metal meter cupboard",
        storeyId: "f-ground",
        outline: box(0.3, 9, 0.9, 9.6),
        construction: "fridge",
        baseM: 0.3,
        heightM: 1.4
      },
      {
        id: "kiln",
        name: "Kiln",
        storeyId: "s-ground",
        outline: box(29.6, 6, 30.6, 7),
        construction: "fridge",
        baseM: 0,
        heightM: 1.4
      }
    ],
    foliage: [
      { id: "hedge", name: "Hawthorn hedge", outline: box(16, 15, 27, 16), heightM: 1.8, inLeaf: true }
    ],
    panels: [
      {
        id: "p-main",
        name: "Main panel",
        place: { storeyId: "f-ground", xM: 2.8, yM: 6.3, heightM: 1.6 },
        fedFromId: null
      },
      {
        id: "p-studio",
        name: "Studio sub-panel",
        place: { storeyId: "s-ground", xM: 23.3, yM: 7.4, heightM: 1.5 },
        fedFromId: "p-main"
      }
    ],
    circuits: [
      {
        id: "c-ground",
        name: "Ground sockets",
        panelId: "p-main",
        leg: "L1",
        protection: "rcd",
        oldWiring: true
      },
      {
        id: "c-upper",
        name: "Upper sockets",
        panelId: "p-main",
        leg: "L2",
        protection: "rcd",
        oldWiring: true
      },
      {
        id: "c-studio",
        name: "Studio sockets",
        panelId: "p-studio",
        leg: "L1",
        protection: "rcd",
        oldWiring: false
      }
    ],
    outlets: [
      ["o-porch", "Porch socket", "f-ground", 0.4, 8.8, "c-ground", 1, true],
      ["o-hall", "Hall socket", "f-ground", 8.6, 9.7, "c-ground", 2, false],
      ["o-snug", "Snug socket", "f-ground", 5.4, 5.6, "c-ground", 1, false],
      ["o-landing", "Landing socket", "f-upper", 4.8, 9.2, "c-upper", 2, false],
      ["o-study", "Study socket", "f-attic", 13.4, 6, "c-upper", 2, false],
      ["o-glaze", "Glaze bench socket", "s-ground", 23.4, 2.4, "c-studio", 2, false],
      ["o-kiln", "Kiln room socket", "s-ground", 27.4, 7.4, "c-studio", 1, false]
    ].map(([id2, name, storeyId, x, y, circuitId, freeSockets, strip]) => ({
      id: id2,
      name,
      place: { storeyId, xM: x, yM: y, heightM: 0.3 },
      circuitId,
      freeSockets,
      strip
    })),
    coax: {
      outlets: [
        ["x-snug", "Snug aerial socket", "f-ground", 9.1, 0.5],
        ["x-landing", "Landing aerial socket", "f-upper", 8.7, 5],
        ["x-attic", "Attic aerial socket", "f-attic", 8, 2]
      ].map(([id2, name, storeyId, x, y]) => ({ id: id2, name, place: { storeyId, xM: x, yM: y, heightM: 0.3 } })),
      splitters: [
        {
          id: "x-split",
          name: "Splitter under the ridge",
          place: { storeyId: "f-attic", xM: 6.5, yM: 5, heightM: 1.9 },
          ways: 4,
          ratedMoca: false,
          amplifier: "none"
        }
      ],
      cables: [
        { id: "x-c1", upId: "x-split", downId: "x-snug", cable: "rg59", lengthM: 14, evidence: "traced" },
        { id: "x-c2", upId: "x-split", downId: "x-landing", cable: "rg59", lengthM: 8, evidence: "traced" },
        { id: "x-c3", upId: "x-split", downId: "x-attic", cable: "rg6", lengthM: 5, evidence: "proven" }
      ],
      entryFilter: false,
      satelliteOnCable: false
    },
    spots: [
      spot2(1, "Kitchen table", "f-ground", 3.2, 3.4, "phone", "her phone", does("web", "music")),
      spot2(2, "Snug sofa", "f-ground", 7.2, 3.4, "tablet", "the tablet", does("hdFilm", "web")),
      spot2(3, "Parlour", "f-ground", 11.8, 8.4, "phone", "her phone", does("hdFilm", "music")),
      spot2(
        4,
        "Attic study",
        "f-attic",
        11.2,
        5.2,
        "laptop",
        "work laptop",
        does("workFiles", "hdCall"),
        "Large files take all night; calls freeze."
      ),
      spot2(5, "Dairy scale", "f-ground", 12.6, 1.6, "smartDevice", "milk scale", does("smartDevice")),
      spot2(6, "Hall desk", "f-ground", 6.4, 7.6, "oldLaptop", "old laptop", does("web")),
      spot2(
        7,
        "Kiln room",
        "s-ground",
        29,
        4.6,
        "tablet",
        "lesson tablet",
        does("teaching", "web"),
        "The lesson drops out as soon as I film the kiln."
      ),
      spot2(
        8,
        "Glaze bench",
        "s-ground",
        25.4,
        4.4,
        "phone",
        "her phone",
        does("hdCall"),
        "Calls only work in the doorway."
      ),
      spot2(
        9,
        "Yard bench",
        null,
        18.5,
        0.5,
        "phone",
        "her phone",
        does("messages"),
        "Messages arrive when I am back inside."
      ),
      spot2(10, "Back bedroom", "f-upper", 10, 3, "phone", "her phone", does("music")),
      spot2(
        11,
        "Hay loft camera",
        "b-loft",
        36.5,
        23.5,
        "camera",
        "goat camera",
        does("camera"),
        "The goat camera never comes up.",
        1.5
      ),
      spot2(12, "Landing", "f-upper", 6.2, 7, "phone", "her phone", does("music")),
      spot2(13, "Main bedroom", "f-upper", 3, 3, "tablet", "the tablet", does("hdFilm")),
      spot2(14, "Guest room", "f-upper", 12, 8, "phone", "her phone", does("web"))
    ],
    neighbours: [
      { id: "n-1", band: "2.4", channel: 6, levelDbm: -82, widthMhz: 20 },
      { id: "n-2", band: "2.4", channel: 11, levelDbm: -88, widthMhz: 20 }
    ],
    ducts: [
      {
        id: "duct-studio",
        name: "Duct with draw cord, 40 mm",
        path: [at(14, 7), at(18.5, 7.2), at(23, 6.4)],
        evidence: "proven"
      }
    ],
    interference: [
      {
        id: "microwave",
        name: "Microwave oven",
        kind: "microwave",
        place: { storeyId: "f-ground", xM: 4.4, yM: 0.6, heightM: 1.2 }
      }
    ],
    dataRuns: [
      {
        id: "run-hall",
        name: "Old run, porch to hall",
        from: { storeyId: "f-ground", xM: 2.7, yM: 9.6, heightM: 0.3 },
        to: { storeyId: "f-ground", xM: 8.2, yM: 9.6, heightM: 0.3 },
        category: "cat5e",
        lengthM: 9,
        negotiatedMbps: 100,
        evidence: "traced"
      }
    ],
    lineEntry: { storeyId: "f-ground", xM: 0.6, yM: 9.3, heightM: 0.6 }
  };
}

// bench/estate.ts
var STEP_X_M = 48;
var STEP_Y_M = 36;
function estate(farms) {
  const base3 = farmSite();
  const perRow = Math.ceil(Math.sqrt(farms));
  const out = {
    ...base3,
    buildings: [],
    walls: [],
    openings: [],
    obstacles: [],
    foliage: [],
    spots: [],
    rooms: []
  };
  for (let i = 0; i < farms; i++) {
    const [dx, dy] = [i % perRow * STEP_X_M, Math.floor(i / perRow) * STEP_Y_M];
    const move2 = (p) => ({ xM: p.xM + dx, yM: p.yM + dy });
    const own = (id2) => `${id2}-${i}`;
    for (const b of base3.buildings)
      out.buildings.push({
        ...b,
        id: own(b.id),
        storeys: b.storeys.map((s) => ({
          ...s,
          id: own(s.id),
          outline: s.outline.map(move2),
          holes: s.holes.map((h) => ({ ...h, outline: h.outline.map(move2) }))
        }))
      });
    for (const w of base3.walls)
      out.walls.push({ ...w, id: own(w.id), storeyId: own(w.storeyId), a: move2(w.a), b: move2(w.b) });
    for (const o of base3.openings) out.openings.push({ ...o, id: own(o.id), wallId: own(o.wallId) });
    for (const o of base3.obstacles)
      out.obstacles.push({
        ...o,
        id: own(o.id),
        storeyId: o.storeyId && own(o.storeyId),
        outline: o.outline.map(move2)
      });
    for (const f of base3.foliage) out.foliage.push({ ...f, id: own(f.id), outline: f.outline.map(move2) });
  }
  return out;
}

// core/radio/field/plainField.ts
function withoutParts(scene) {
  const { barriers, slabs, footprints } = scene;
  const all = (key) => scene.parts.flatMap((p) => [...p[key]]);
  const part = {
    barriers,
    slabs,
    footprints,
    volumes: all("volumes"),
    leaves: all("leaves"),
    minX: -Infinity,
    minY: -Infinity,
    maxX: Infinity,
    maxY: Infinity
  };
  return { ...scene, parts: [part] };
}
function plainField(scene, unit4, grid, layers) {
  const out = BANDS.map(() => new Float64Array(grid.columns * grid.rows));
  const portals = portalsOf(scene);
  const arrivals = arrivalsOf(scene, unit4);
  const plain2 = withoutParts(scene);
  for (const layer of layers)
    for (const cell of layer.cells) {
      const column = cell % grid.columns;
      const p = { x: cellX(grid, column), y: cellY(grid, (cell - column) / grid.columns), z: layer.levelM };
      const straight = crossingsBetween(plain2, unit4, p);
      const best = BANDS.map(() => Infinity);
      portals.forEach((portal, j) => {
        const leg = crossingsBetween(plain2, portal.at, p, {
          barriers: portal.wall ? [portal.wall] : [],
          slabs: portal.slab ? [portal.slab] : []
        });
        const a = arrivals[j];
        if (!a || a.lengthM > BEND_REACH_M && leg.distanceM > BEND_REACH_M) return;
        if (!passesThrough(portal, unit4, p) || onStraightWay(portal, unit4, p)) return;
        const v = turnV(turnCosine(a, portal, p), a.lengthM, leg.distanceM);
        BANDS.forEach((band, b) => {
          const loss = a.lossDb[b] + crossedDb(scene, leg, band) + freeSpaceDb(a.lengthM + leg.distanceM, BAND_MHZ[b]) + edgeDb(portal.edge, v * V_PER_TURN[b]);
          if (loss < best[b]) best[b] = loss;
        });
      });
      BANDS.forEach((band, b) => {
        const direct = straightLossDb(scene, straight, band);
        out[b][cell] = best[b] < NOTHING_HEARD_DB ? togetherDb(direct, best[b]) : direct;
      });
    }
  return out;
}

// bench/served.ts
import { spawn } from "node:child_process";
import { existsSync, rmSync } from "node:fs";
import { chromium } from "@playwright/test";
var PORT = 4697;
var DB = ".tmp/bench.db";
async function startDemo() {
  for (const end of ["", "-wal", "-shm"]) rmSync(DB + end, { force: true });
  const env = {
    ...process.env,
    NODE_ENV: "production",
    NESTLE_DB: DB,
    NEXT_TELEMETRY_DISABLED: "1"
  };
  await new Promise(
    (resolve) => spawn("npx", ["tsx", "scripts/seed.ts"], { env, stdio: "ignore" }).once("exit", resolve)
  );
  const server = spawn(process.execPath, ["--import", "tsx", "scripts/serve.ts", "--port", String(PORT)], {
    env,
    stdio: ["ignore", "pipe", "ignore"]
  });
  await new Promise(
    (resolve) => server.stdout.on("data", (chunk) => chunk.includes("Ready") && resolve())
  );
  return () => server.kill("SIGKILL");
}
async function withBrowser(run) {
  if (!existsSync(".next/BUILD_ID")) return console.log('Browser: not built, run "npm run build" first');
  const stop = await startDemo();
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
    args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"]
  });
  try {
    await run(await browser.newPage({ viewport: { width: 1280, height: 800 } }), `http://127.0.0.1:${PORT}`);
  } finally {
    await browser.close();
    stop();
  }
}

// bench/browserDrag.ts
async function moves(page, count) {
  const unit4 = page.getByRole("button", { name: /^Unit A/ });
  const box3 = await unit4.boundingBox();
  const sheet = page.locator("svg[data-work-ms]");
  const times2 = [];
  const [x, y] = [box3.x + box3.width / 2, box3.y + box3.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 8, y, { steps: 4 });
  for (let i = 1; i <= count + 5; i++) {
    const before = await sheet.getAttribute("data-work-ms");
    await page.mouse.move(x + 8 + i, y + i % 3);
    await page.waitForFunction(
      (old) => document.querySelector("svg[data-work-ms]")?.getAttribute("data-work-ms") !== old,
      before
    );
    if (i > 5) times2.push(Number(await sheet.getAttribute("data-work-ms")));
  }
  await page.mouse.up();
  return times2.sort((a, b) => a - b);
}
async function browserDrag(count) {
  await withBrowser(async (page, url) => {
    for (const cell of ["0.5", "0.25"]) {
      await page.goto(`${url}/jobs/farm/plan?cell=${cell}`);
      await page.locator("svg[data-work-ms]").waitFor();
      await page.waitForTimeout(4e3);
      const times2 = await moves(page, count);
      console.log(
        `Browser: worker time of a dragged unit at ${cell} m, median of ${times2.length} moves ${times2[times2.length >> 1].toFixed(1)} ms, 90th percentile ${times2[Math.floor(0.9 * times2.length)].toFixed(1)} ms`
      );
    }
  });
}

// core/job/jobFile.ts
import { z as z12 } from "zod";

// core/plan/option/schema.ts
import { z as z6 } from "zod";

// core/kit/schema.ts
import { z as z5 } from "zod";
var feedKind = z5.enum(["line", "ethernet", "fibre", "coax", "powerline", "bridge", "wireless"]);
var kitKind = z5.enum(["router", "node", "extender", "outdoor", "powerline", "coax", "switch"]);
var kitRadio = z5.strictObject({
  band: bandId,
  standard: standardId,
  streams: z5.number().int().min(1).max(8),
  maxWidthMhz: widthMhz,
  eirpDbm: z5.number().min(0).max(36),
  /** `access` serves devices (and backhaul where there is no own radio); `backhaul` carries only the feed. */
  role: z5.enum(["access", "backhaul"])
});
var poeType = z5.enum(["af", "at", "bt3", "bt4"]);
var kitItem = z5.strictObject({
  id,
  kind: kitKind,
  label,
  about: z5.string().max(300),
  radios: z5.array(kitRadio).max(6),
  antenna: z5.enum(["inner", "rods", "ceiling", "directional"]),
  feeds: z5.array(feedKind).min(1),
  portMbps: z5.number().min(10).max(1e4),
  /** Units that mesh together share a family; null mixes with anything. */
  family: z5.string().max(40).nullable(),
  /** Class of power over Ethernet it takes; null where it has its own supply. */
  poe: poeType.nullable(),
  /** What a powered switch gives on its ports, and all of them together; null gives none. */
  poeSource: z5.strictObject({ type: poeType, budgetW: z5.number().positive().max(3e3) }).nullable().default(null),
  outdoor: z5.boolean(),
  /** Number printed on a powerline box, Mb/s. */
  powerlineBoxMbps: z5.number().min(50).max(5e3).nullable(),
  moca: z5.enum(["1.1", "2.0", "2.0b", "2.5"]).nullable(),
  /** Price of the unit, or of the pair where it comes as one, in minor units of the job's currency. */
  costMinor: z5.number().int().min(0).max(1e7),
  /** Hands-on time to join and place it, min. */
  handsMin: z5.number().min(0).max(600),
  /** Time it updates or boots by itself, min. */
  waitMin: z5.number().min(0).max(600)
});

// core/plan/option/schema.ts
var cableCategory = z6.enum(["cat5e", "cat6", "cat6a"]);
var lengthM = z6.number().min(0.1).max(5e3);
var fedFrom = {
  parentId: id.nullable(),
  measuredDownMbps: z6.number().min(0).max(1e4).nullable(),
  measuredUpMbps: z6.number().min(0).max(1e4).nullable()
};
var cabled = {
  ...fedFrom,
  /** Measured or decided route length, m; null lets Nestle estimate it. */
  lengthM: lengthM.nullable(),
  /** A data run already in the house that this feed uses; null runs a new cable. */
  dataRunId: id.nullable()
};
var feed = z6.discriminatedUnion("kind", [
  z6.strictObject({ kind: z6.literal("line") }),
  z6.strictObject({ kind: z6.literal("ethernet"), ...cabled, category: cableCategory }),
  z6.strictObject({ kind: z6.literal("fibre"), ...cabled }),
  /** Coax outlets of the pair: near the parent and at the unit. */
  z6.strictObject({
    kind: z6.literal("coax"),
    ...fedFrom,
    nearCoaxId: id.nullable(),
    farCoaxId: id.nullable()
  }),
  /** Outlets of the pair: near the parent and at the unit; null takes the nearest. */
  z6.strictObject({
    kind: z6.literal("powerline"),
    ...fedFrom,
    nearOutletId: id.nullable(),
    farOutletId: id.nullable()
  }),
  z6.strictObject({ kind: z6.literal("bridge"), ...fedFrom }),
  z6.strictObject({ kind: z6.literal("wireless"), ...fedFrom })
]);
var radioSetting = z6.strictObject({
  channel: channelNumber,
  widthMhz
});
var unit = z6.strictObject({
  id,
  letter: z6.string().regex(/^[A-Z]{1,2}$/, "a letter from A to ZZ"),
  kitId: id,
  name: label,
  place,
  feed,
  /** Channel and width by band; a band that is missing is on automatic. */
  radios: z6.strictObject({
    "2.4": radioSetting.optional(),
    "5": radioSetting.optional(),
    "6": radioSetting.optional(),
    backhaul: radioSetting.optional()
  })
});
var wiredSpot = z6.strictObject({ spotId: id, unitId: id });
var option = z6.strictObject({
  id,
  name: label,
  units: z6.array(unit).max(60),
  wiredSpots: z6.array(wiredSpot).max(200)
});
var plan = z6.strictObject({
  /** The network as it is before anything is done: an option like any other. */
  today: option,
  options: z6.array(option).max(12),
  ownKit: z6.array(kitItem).max(100)
});
function emptyPlan() {
  return {
    today: { id: "today", name: "Today", units: [], wiredSpots: [] },
    options: [],
    ownKit: []
  };
}

// core/brief/brief.ts
import { z as z7 } from "zod";
var lineKind = z7.enum(["fibre", "cable", "dsl", "fixedWireless"]);
var policies = z7.strictObject({
  feed: z7.enum(["wireFirst", "wirelessFirst", "noDrilling", "spendLeast"]),
  names: z7.enum(["one", "two"]),
  placing: z7.enum(["halfway", "asNear"]),
  joining: z7.enum(["bench", "inPlace"]),
  families: z7.enum(["one", "mixed"])
});
var clock = z7.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, "a time is written 08:30");
var consent = z7.strictObject({
  id,
  what: z7.enum(["drilling", "landlord", "listedBuilding", "neighbour", "electrician", "other"]),
  who: z7.string().max(120),
  got: z7.boolean()
});
var CONSENT_LABEL = {
  drilling: "drilling",
  landlord: "the landlord",
  listedBuilding: "the office for listed buildings",
  neighbour: "the neighbour at the party wall",
  electrician: "work by a licensed electrician",
  other: "something else"
};
var rejoinDevice = z7.strictObject({
  id,
  name: z7.string().max(80),
  /** Speaks 2.4 GHz only. */
  only24: z7.boolean()
});
var brief = z7.strictObject({
  customer: z7.string().max(120),
  address: z7.string().max(200),
  line: z7.strictObject({
    kind: lineKind,
    downMbps: z7.number().positive("the line has some speed").max(1e4),
    upMbps: z7.number().positive("the line has some speed").max(1e4),
    /** Round trip of the idle line and what it rises by when both directions are full, ms; null is not known. */
    idleMs: z7.number().min(0).max(2e3).nullable(),
    riseMs: z7.number().min(0).max(5e3).nullable(),
    /** What the connection asks for when a new gateway is put on it. */
    login: z7.enum(["unknown", "automatic", "password", "fixedAddress"]).default("unknown"),
    /** Who holds user name, password or address. The secret itself does not belong here. */
    loginHolder: z7.string().max(120).default("")
  }),
  region: regionId,
  /** Power limits the job has set itself, dBm EIRP of a unit; others are as tabled for the region. */
  ownLimitsDbm: z7.partialRecord(subBand, z7.number().min(0).max(36)).default({}),
  currency: z7.string().regex(/^[A-Z]{3}$/, "a currency has three letters, such as EUR"),
  lengthUnit: z7.enum(["metres", "feet"]),
  allowed: z7.strictObject({
    drilling: z7.boolean(),
    rented: z7.boolean(),
    listed: z7.boolean(),
    reuseOldGear: z7.boolean(),
    budgetMinor: z7.number().int().min(0).max(1e7).nullable(),
    note: z7.string().max(2e3),
    /** Rooms nobody may enter or drill in. */
    closedRooms: z7.string().max(400).default("")
  }),
  /** Who must agree to what before work begins. */
  consents: z7.array(consent).max(20).default([]),
  /** Devices that must be on the new network before leaving. */
  devices: z7.array(rejoinDevice).max(80).default([]),
  /** When the customer can have us in the house, 24-hour clock; null is any time. */
  hours: z7.strictObject({ from: clock, to: clock }).nullable().default(null),
  oldRouter: z7.strictObject({ telephone: z7.boolean(), alarm: z7.boolean() }),
  complaints: z7.array(
    z7.strictObject({
      id: z7.string().min(1).max(64),
      words: z7.string().max(400),
      /** The spot it is about; null is the whole house or not placed yet. */
      spotId: id.nullable().default(null)
    })
  ).max(40),
  policies,
  labourMinorPerHour: z7.number().int().min(0).max(1e5)
});
function emptyBrief() {
  return {
    customer: "",
    address: "",
    line: {
      kind: "fibre",
      downMbps: 100,
      upMbps: 20,
      idleMs: null,
      riseMs: null,
      login: "unknown",
      loginHolder: ""
    },
    region: "europe",
    ownLimitsDbm: {},
    currency: "EUR",
    lengthUnit: "metres",
    allowed: {
      drilling: true,
      rented: false,
      listed: false,
      reuseOldGear: true,
      budgetMinor: null,
      note: "",
      closedRooms: ""
    },
    consents: [],
    devices: [],
    hours: null,
    oldRouter: { telephone: false, alarm: false },
    complaints: [],
    policies: { feed: "wireFirst", names: "one", placing: "asNear", joining: "bench", families: "one" },
    labourMinorPerHour: 5500
  };
}
var LINE_LATENCY_MS = {
  fibre: { idleMs: 8, riseMs: 50 },
  cable: { idleMs: 15, riseMs: 60 },
  dsl: { idleMs: 22, riseMs: 60 },
  fixedWireless: { idleMs: 35, riseMs: 80 }
};

// core/job/picture.ts
import { imageSize } from "image-size";
import { z as z8 } from "zod";
var PICTURE_TYPES = { webp: "image/webp", jpg: "image/jpeg", png: "image/png" };
var pictureType = z8.enum(Object.values(PICTURE_TYPES));
var PICTURE_LIMIT_BYTES = 4 * 1024 * 1024;
var JOB_PICTURES_LIMIT_BYTES = 36 * 1024 * 1024;
var storedPicture = z8.strictObject({
  id,
  type: pictureType,
  base64: z8.string().min(4, "the picture is empty").max(
    Math.ceil(PICTURE_LIMIT_BYTES * 4 / 3) + 4,
    `a picture has at most ${PICTURE_LIMIT_BYTES / 1048576} MB`
  ).regex(/^[A-Za-z0-9+/]+={0,2}$/, "not base64")
});

// core/evidence/rows.ts
import { z as z11 } from "zod";

// core/plan/evaluate/judge.ts
import { z as z9 } from "zod";
var verdictWord = z9.enum(["serves", "tight", "short", "silent"]);
var SILENT_MBPS = 0.1;
function headroom(o, need) {
  return {
    down: o.downMbps / need.downMbps,
    up: o.upMbps / need.upMbps,
    latency: o.latencyMs > 0 ? need.latencyMs / o.latencyMs : Infinity
  };
}
function decide(o, need) {
  const h = headroom(o, need);
  if (h.up < h.down) return h.latency < h.up ? "latency" : "up";
  return h.latency < h.down ? "latency" : "down";
}
function meets(o, need) {
  return o.downMbps >= need.downMbps && o.upMbps >= need.upMbps && o.latencyMs <= need.latencyMs;
}
function isSilent(o) {
  return o.downMbps < SILENT_MBPS || o.upMbps < SILENT_MBPS;
}
function predictedVerdict(middle, low, need) {
  if (meets(low, need)) return "serves";
  if (meets(middle, need)) return "tight";
  return isSilent(middle) ? "silent" : "short";
}

// core/evidence/network.ts
import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import { z as z10 } from "zod";

// core/site/geometry/rooms.ts
import { polygonCentroid } from "d3-polygon";
import polylabel from "polylabel";
import RBush from "rbush";
var MEET_M = 0.03;
var LOOK_M = 1;
var SMALLEST_ROOM_M2 = 0.3;
function signedAreaM2(outline) {
  let twice = 0;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++)
    twice += outline[j].xM * outline[i].yM - outline[i].xM * outline[j].yM;
  return twice / 2;
}
var CELL_M = MEET_M * 4;
var Corners = class {
  points = [];
  cells = /* @__PURE__ */ new Map();
  at(p) {
    const cx = Math.floor(p.xM / CELL_M);
    const cy = Math.floor(p.yM / CELL_M);
    for (let x = cx - 1; x <= cx + 1; x++)
      for (let y = cy - 1; y <= cy + 1; y++)
        for (const i2 of this.cells.get(`${x},${y}`) ?? []) {
          const q = this.points[i2];
          if (Math.hypot(q.xM - p.xM, q.yM - p.yM) <= MEET_M) return i2;
        }
    const i = this.points.push(p) - 1;
    const key = `${cx},${cy}`;
    const cell = this.cells.get(key);
    if (cell) cell.push(i);
    else this.cells.set(key, [i]);
    return i;
  }
};
function cutsOf(w, other) {
  const wx = w.b.xM - w.a.xM;
  const wy = w.b.yM - w.a.yM;
  const length = Math.hypot(wx, wy);
  const cuts2 = [];
  for (const end of [other.a, other.b]) {
    const t = ((end.xM - w.a.xM) * wx + (end.yM - w.a.yM) * wy) / (length * length);
    const off = Math.abs((end.xM - w.a.xM) * wy - (end.yM - w.a.yM) * wx) / length;
    if (off <= MEET_M && t >= -MEET_M / length && t <= 1 + MEET_M / length) cuts2.push(t);
  }
  const ox = other.b.xM - other.a.xM;
  const oy = other.b.yM - other.a.yM;
  const cross = wx * oy - wy * ox;
  if (Math.abs(cross) > 1e-9) {
    const t = ((other.a.xM - w.a.xM) * oy - (other.a.yM - w.a.yM) * ox) / cross;
    const s = ((other.a.xM - w.a.xM) * wy - (other.a.yM - w.a.yM) * wx) / cross;
    if (t > 0 && t < 1 && s > 0 && s < 1) cuts2.push(t);
  }
  return cuts2;
}
var MOST_PAIRS = 6e4;
function once(walls2) {
  const grid = (m) => Math.round(m / (MEET_M / 3));
  const kept = /* @__PURE__ */ new Map();
  for (const w of walls2) {
    const key = [w.a, w.b].map((p) => `${grid(p.xM)},${grid(p.yM)}`).sort().join();
    if (!kept.has(key)) kept.set(key, w);
  }
  return [...kept.values()];
}
function nearPairs(walls2) {
  const boxes = walls2.map((w, i) => ({
    minX: Math.min(w.a.xM, w.b.xM) - LOOK_M / 2,
    maxX: Math.max(w.a.xM, w.b.xM) + LOOK_M / 2,
    minY: Math.min(w.a.yM, w.b.yM) - LOOK_M / 2,
    maxY: Math.max(w.a.yM, w.b.yM) + LOOK_M / 2,
    i
  }));
  const tree = new RBush().load(boxes);
  const near = [];
  let pairs2 = 0;
  for (const box3 of boxes) {
    const own = tree.search(box3).flatMap((other) => other.i === box3.i ? [] : [other.i]);
    pairs2 += own.length / 2;
    if (pairs2 > MOST_PAIRS) return null;
    near.push(own);
  }
  return near;
}
function graphOf(all) {
  const corners = new Corners();
  const walls2 = once(all);
  const near = nearPairs(walls2);
  if (!near) return null;
  const edges = [];
  walls2.forEach((w, i) => {
    const along = [0, 1, ...near[i].flatMap((j) => cutsOf(w, walls2[j]))].map((t) => Math.max(0, Math.min(1, t))).sort((a, b) => a - b);
    const stops = along.map(
      (t) => corners.at({
        xM: w.a.xM + t * (w.b.xM - w.a.xM),
        yM: w.a.yM + t * (w.b.yM - w.a.yM)
      })
    );
    for (let k = 1; k < stops.length; k++)
      if (stops[k] !== stops[k - 1]) edges.push([stops[k - 1], stops[k]]);
  });
  const next = corners.points.map(() => /* @__PURE__ */ new Set());
  for (const [a, b] of edges) {
    next[a].add(b);
    next[b].add(a);
  }
  return { points: corners.points, next };
}
function prune({ next }) {
  const queue = next.map((_, i) => i).filter((i) => next[i].size === 1);
  while (queue.length > 0) {
    const i = queue.pop();
    if (next[i].size !== 1) continue;
    const [other] = next[i];
    next[i].clear();
    next[other].delete(i);
    if (next[other].size === 1) queue.push(other);
  }
}
function facesOf({ points, next }) {
  const angle = (a, b) => Math.atan2(points[b].yM - points[a].yM, points[b].xM - points[a].xM);
  const around = next.map((set, i) => [...set].sort((a, b) => angle(i, a) - angle(i, b)));
  const seen = /* @__PURE__ */ new Set();
  const faces = [];
  around.forEach((list, start) => {
    for (const first of list) {
      if (seen.has(`${start},${first}`)) continue;
      const face = [];
      let [from, to] = [start, first];
      while (!seen.has(`${from},${to}`)) {
        seen.add(`${from},${to}`);
        face.push(points[from]);
        const turns = around[to];
        const after = turns[(turns.indexOf(from) - 1 + turns.length) % turns.length];
        [from, to] = [to, after];
      }
      faces.push(face);
    }
  });
  return faces;
}
var DEEPEST_TO_M = 0.05;
function middleOf(outline) {
  const ring = outline.map((p) => [p.xM, p.yM]);
  const [xM, yM] = polygonCentroid(ring);
  const enoughM = Math.sqrt(Math.abs(signedAreaM2(outline))) / 4;
  const deep = outline.every(
    (a, i) => distanceToWallM({ xM, yM }, { a, b: outline[(i + 1) % outline.length] }) > enoughM
  );
  if (deep && inside(outline, xM, yM)) return { xM, yM };
  const deepest = polylabel([ring], DEEPEST_TO_M);
  return { xM: deepest[0], yM: deepest[1] };
}
function findRooms(walls2, rooms) {
  if (walls2.length < 3) return [];
  const graph = graphOf(walls2);
  if (!graph) return [];
  prune(graph);
  const found = facesOf(graph).map((outline) => ({ outline, areaM2: signedAreaM2(outline) })).filter((f) => f.areaM2 >= SMALLEST_ROOM_M2).sort((a, b) => a.areaM2 - b.areaM2);
  const taken = /* @__PURE__ */ new Set();
  return found.map(({ outline, areaM2 }) => {
    const named = rooms.find((r) => !taken.has(r) && inside(outline, r.at.xM, r.at.yM)) ?? null;
    if (named) taken.add(named);
    return { outline, areaM2, middle: middleOf(outline), named };
  }).sort((a, b) => a.middle.yM - b.middle.yM || a.middle.xM - b.middle.xM);
}
var roomsKnown = /* @__PURE__ */ new WeakMap();
function roomsOn(site2, storeyId) {
  let known3 = roomsKnown.get(site2.walls);
  if (!known3) roomsKnown.set(site2.walls, known3 = /* @__PURE__ */ new Map());
  const key = storeyId ?? "";
  const last = known3.get(key);
  if (last?.of === site2.rooms) return last.found;
  const found = findRooms(
    site2.walls.filter((w) => w.storeyId === storeyId),
    site2.rooms.filter((r) => r.storeyId === storeyId)
  );
  known3.set(key, { of: site2.rooms, found });
  return found;
}
function distanceToWallM(p, w) {
  const dx = w.b.xM - w.a.xM;
  const dy = w.b.yM - w.a.yM;
  const t = Math.max(0, Math.min(1, ((p.xM - w.a.xM) * dx + (p.yM - w.a.yM) * dy) / (dx * dx + dy * dy)));
  return Math.hypot(p.xM - w.a.xM - t * dx, p.yM - w.a.yM - t * dy);
}

// core/site/model/frames.ts
var STILL = { xM: 0, yM: 0, turnDeg: 0 };
var ANGLE = Math.PI / 180;
function throughFrame(f, p) {
  const [sin, cos] = [Math.sin(f.turnDeg * ANGLE), Math.cos(f.turnDeg * ANGLE)];
  return { xM: cos * p.xM - sin * p.yM + f.xM, yM: sin * p.xM + cos * p.yM + f.yM };
}
function inverse(f) {
  const back = throughFrame({ xM: 0, yM: 0, turnDeg: -f.turnDeg }, { xM: -f.xM, yM: -f.yM });
  return { ...back, turnDeg: -f.turnDeg };
}

// core/evidence/network.ts
var physicalKit = kitItem.omit({
  label: true,
  about: true,
  costMinor: true,
  handsMin: true,
  waitMin: true
});
var physicalUnit = unit.omit({ letter: true, name: true }).extend({ kitId: id, place, feed });
var network = z10.strictObject({
  units: z10.array(physicalUnit).max(60),
  wiredSpots: option.shape.wiredSpots,
  kit: z10.array(physicalKit).max(60),
  frames: z10.array(z10.strictObject({ buildingId: id, frame })).max(20)
});
var networkLabels = z10.strictObject({
  name: label,
  units: z10.array(
    z10.strictObject({
      id,
      letter: unit.shape.letter,
      name: label,
      measuredDownMbps: z10.number().min(0).max(1e4).nullable(),
      measuredUpMbps: z10.number().min(0).max(1e4).nullable()
    })
  ).max(60),
  kit: z10.array(z10.strictObject({ id, label })).max(60)
});
var unmeasured = (f) => f.kind === "line" ? f : { ...f, measuredDownMbps: null, measuredUpMbps: null };
var framesList = (site2) => site2.buildings.filter((b) => b.frame).map((b) => ({ buildingId: b.id, frame: b.frame }));
var framesById = (list) => new Map(list.map((f) => [f.buildingId, f.frame]));
function freeze(site2, of, kit) {
  const used = [...new Set(of.units.map((u) => u.kitId))].map((kitId) => kit.find((k) => k.id === kitId));
  return {
    network: {
      units: of.units.map(({ id: unitId, kitId, place: at2, feed: f, radios }) => ({
        id: unitId,
        kitId,
        place: at2,
        feed: unmeasured(f),
        radios
      })),
      wiredSpots: of.wiredSpots,
      kit: used.map((item2) => {
        const { label: _l, about: _a, costMinor: _c, handsMin: _h, waitMin: _w, ...physical } = item2;
        return physical;
      }),
      frames: framesList(site2)
    },
    labels: {
      name: of.name,
      units: of.units.map(({ id: unitId, letter: letter2, name, feed: f }) => ({
        id: unitId,
        letter: letter2,
        name,
        measuredDownMbps: f.kind === "line" ? null : f.measuredDownMbps,
        measuredUpMbps: f.kind === "line" ? null : f.measuredUpMbps
      })),
      kit: used.map((k) => ({ id: k.id, label: k.label }))
    }
  };
}
function canonical(value) {
  if (Array.isArray(value)) return `[${value.map(canonical).join()}]`;
  if (value === null || typeof value !== "object") return JSON.stringify(value) ?? "null";
  const entries = Object.entries(value).filter(([, v]) => v !== void 0);
  entries.sort(([a], [b]) => a < b ? -1 : 1);
  return `{${entries.map(([k, v]) => `${JSON.stringify(k)}:${canonical(v)}`).join()}}`;
}
var round = (m) => Math.round(m * 1e3) / 1e3 + 0;
function networkHash(n, site2) {
  const frames = framesById(n.frames);
  const buildingOf = new Map(site2.buildings.flatMap((b) => b.storeys.map((s) => [s.id, b.id])));
  const kit = new Map(n.kit.map(({ id: kitId, ...physical }) => [kitId, physical]));
  const units = n.units.map((u) => {
    const building3 = u.place.storeyId === null ? void 0 : buildingOf.get(u.place.storeyId);
    const at2 = throughFrame(inverse(building3 && frames.get(building3) || STILL), u.place);
    return {
      id: u.id,
      kit: kit.get(u.kitId),
      place: {
        storeyId: u.place.storeyId,
        xM: round(at2.xM),
        yM: round(at2.yM),
        heightM: round(u.place.heightM)
      },
      feed: unmeasured(u.feed),
      radios: u.radios
    };
  });
  units.sort((a, b) => a.id < b.id ? -1 : 1);
  const wired = [...n.wiredSpots].sort((a, b) => a.spotId < b.spotId ? -1 : 1);
  return bytesToHex(sha256(utf8ToBytes(canonical({ units, wired }))));
}
function thawed(site2, frozen) {
  const { network: n, labels } = frozen;
  const frames = framesById(n.frames);
  const storeys = new Map(site2.buildings.flatMap((b) => b.storeys.map((s) => [s.id, b])));
  const units = n.units.map((u) => {
    const called = labels.units.find((x) => x.id === u.id);
    const building3 = u.place.storeyId === null ? void 0 : storeys.get(u.place.storeyId);
    const moved2 = building3 && sameFrame(frames.get(building3.id), building3.frame) === false;
    const at2 = moved2 ? {
      ...u.place,
      ...throughFrame(
        building3.frame ?? STILL,
        throughFrame(inverse(frames.get(building3.id) ?? STILL), u.place)
      )
    } : u.place;
    const { measuredDownMbps = null, measuredUpMbps = null } = called ?? {};
    return {
      ...u,
      // A storey that is gone leaves its units in the yard.
      place: at2.storeyId === null || building3 ? at2 : { ...at2, storeyId: null },
      letter: called?.letter ?? "X",
      name: called?.name ?? "Unit",
      feed: u.feed.kind === "line" ? u.feed : { ...u.feed, measuredDownMbps, measuredUpMbps }
    };
  });
  const spots = new Set(site2.spots.map((s) => s.id));
  return {
    option: {
      id: "frozen",
      name: labels.name,
      units,
      wiredSpots: n.wiredSpots.filter((w) => spots.has(w.spotId))
    },
    kit: n.kit.map((k) => ({
      ...k,
      label: labels.kit.find((x) => x.id === k.id)?.label ?? k.id,
      about: "",
      costMinor: 0,
      handsMin: 0,
      waitMin: 0
    }))
  };
}
function sameFrame(a, b) {
  const [p, q] = [a ?? STILL, b ?? STILL];
  return p.xM === q.xM && p.yM === q.yM && p.turnDeg === q.turnDeg;
}

// core/evidence/rows.ts
var timestamp = z11.iso.datetime({ offset: true, error: "a time looks like 2026-06-03T09:20:00Z" });
var base = {
  id,
  at: timestamp,
  /** Who took it; empty where nobody said. */
  by: z11.string().max(80),
  /** Given by the server, never by who sends it: the order of all evidence of a job. */
  received: z11.strictObject({ number: z11.number().int().min(1).max(1e7), at: timestamp }).optional()
};
var phase = z11.enum(["before", "after"]);
var state = z11.strictObject({
  kind: z11.literal("state"),
  ...base,
  phase,
  hash: z11.string().regex(/^[0-9a-f]{64}$/, "a hash has 64 hex digits"),
  network,
  labels: networkLabels
});
var round2 = z11.strictObject({
  kind: z11.literal("round"),
  ...base,
  number: z11.number().int().min(1).max(999),
  stateId: id
});
var mbps = z11.number().min(0, "a speed is not negative").max(1e5, "a speed above 100 000 Mb/s is a typing error");
var ms = z11.number().min(0, "a time is not negative").max(6e4, "a round trip above 60 000 ms is a typing error");
var dbm = z11.number().min(-120, "a level is between \u2212120 and 0 dBm").max(0, "a level is between \u2212120 and 0 dBm");
var subject = z11.discriminatedUnion("kind", [
  z11.strictObject({ kind: z11.literal("spot"), spotId: id }),
  /** By cable at the gateway. */
  z11.strictObject({ kind: z11.literal("line") }),
  /** The link that feeds a unit, idle or under load. */
  z11.strictObject({ kind: z11.literal("link"), unitId: id, load: z11.enum(["idle", "loaded"]) }),
  /** A trial at a place, or through a pair of outlets, before anything is decided. */
  z11.strictObject({ kind: z11.literal("trialPlace"), place }),
  z11.strictObject({ kind: z11.literal("trialOutlets"), nearOutletId: id, farOutletId: id }),
  z11.strictObject({ kind: z11.literal("walk"), fromUnitId: id, toUnitId: id })
]);
var reading = z11.strictObject({
  kind: z11.literal("reading"),
  ...base,
  subject,
  stateId: id,
  /** What was tested against: a wired host in the house, or the internet. */
  target: z11.enum(["house", "internet"]),
  device: z11.union([clientType, z11.literal("wired")]),
  deviceName: z11.string().max(80),
  /** The band the device was left with: free to choose, or fixed. */
  band: z11.union([z11.literal("free"), bandId]),
  bandSeen: bandId.nullable(),
  /** False is "no connection": a run of 0. */
  connected: z11.boolean(),
  rssiDbm: dbm.nullable(),
  downMbps: mbps.nullable(),
  upMbps: mbps.nullable(),
  /** Round trip while both directions are full. */
  loadedMs: ms.nullable(),
  idleMs: ms.nullable(),
  source: z11.enum(["typed", "pasted", "file", "meter", "practice"]),
  /** A reading this one was taken in place of. */
  replacesId: id.nullable(),
  note
}).refine(
  (r) => !r.connected || r.downMbps !== null || r.upMbps !== null || r.rssiDbm !== null || r.loadedMs !== null,
  {
    message: 'the reading is empty: enter a speed, a level or a round trip, or "no connection"'
  }
);
var correction = z11.strictObject({
  kind: z11.literal("correction"),
  ...base,
  readingId: id,
  act: z11.enum(["strikeOut", "takeBack"]),
  reason: z11.string().min(1).max(300)
});
var step = z11.strictObject({
  kind: z11.literal("step"),
  ...base,
  optionId: id,
  stepKey: z11.string().min(1).max(120),
  act: z11.enum(["done", "undone", "serial", "note"]),
  text: z11.string().max(500)
});
var light = z11.enum([
  "starting",
  "ready",
  "joining",
  "updating",
  "holds",
  "thin",
  "lost",
  "noInternet",
  "switchedOff"
]);
var placingTry = z11.strictObject({
  kind: z11.literal("try"),
  ...base,
  unitId: id,
  place,
  light: light.nullable(),
  levelDbm: dbm.nullable(),
  linkMbps: mbps.nullable(),
  note
});
var move = z11.strictObject({
  kind: z11.literal("move"),
  ...base,
  unitId: id,
  place: place.nullable(),
  feed: feed.nullable(),
  leftOut: z11.boolean(),
  note
});
var device = z11.strictObject({
  kind: z11.literal("device"),
  ...base,
  deviceId: id,
  joined: z11.boolean(),
  note
});
var forecast = z11.strictObject({
  spotId: id,
  verdict: verdictWord,
  downMbps: mbps,
  upMbps: mbps,
  downLowMbps: mbps,
  downHighMbps: mbps,
  upLowMbps: mbps,
  upHighMbps: mbps
});
var acceptance = z11.strictObject({
  kind: z11.literal("acceptance"),
  ...base,
  optionId: id,
  optionName: label,
  forecast: z11.array(forecast).max(200),
  note
});
var signOff = z11.strictObject({
  kind: z11.literal("signOff"),
  ...base,
  who: label,
  says: z11.string().max(500)
});
var evidenceRow = z11.discriminatedUnion("kind", [
  state,
  round2,
  reading,
  correction,
  step,
  placingTry,
  move,
  device,
  acceptance,
  signOff
]);
var MOST_ROWS = {
  state: 500,
  round: 500,
  reading: 5e4,
  correction: 5e4,
  step: 5e4,
  try: 5e3,
  move: 5e3,
  device: 5e3,
  acceptance: 500,
  signOff: 100
};
var evidenceRows = z11.array(evidenceRow).superRefine((rows, check) => {
  const counts = /* @__PURE__ */ new Map();
  for (const { kind } of rows) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  for (const [kind, n] of counts)
    if (n > MOST_ROWS[kind])
      check.addIssue({
        code: "custom",
        message: `${n} rows of kind ${kind}; a job holds at most ${MOST_ROWS[kind]}`
      });
});
var spotIdOf = (r) => r.subject.kind === "spot" ? r.subject.spotId : null;

// core/job/limits.ts
var MOST_PICTURES = 60;
var JOB_FILE_LIMIT_BYTES = 64 * 1024 * 1024;

// core/job/jobFile.ts
var JOB_FILE_VERSION = 3;
var jobName = z12.string().trim().min(1, "give the job a name").max(120, "a job name has at most 120 characters");
var jobFile = z12.strictObject({
  format: z12.literal("nestle-job"),
  version: z12.literal(JOB_FILE_VERSION),
  name: jobName,
  brief,
  site,
  plan,
  /** All evidence in the order the server got it. */
  evidence: evidenceRows,
  /** Pictures to trace over, without what their cameras noted. */
  pictures: z12.array(storedPicture).max(MOST_PICTURES, `a job holds at most ${MOST_PICTURES} pictures`)
});
function sortKeys(value) {
  if (Array.isArray(value)) return value.map(sortKeys);
  if (value === null || typeof value !== "object") return value;
  return Object.fromEntries(
    Object.entries(value).sort(([a], [b]) => a < b ? -1 : a > b ? 1 : 0).map(([k, v]) => [k, sortKeys(v)])
  );
}
function writeJobFile(job2) {
  return `${JSON.stringify(sortKeys(job2), null, 2)}
`;
}

// core/job/stops.ts
var STOPS = [
  { id: "brief", label: "Brief" },
  { id: "survey", label: "Survey" },
  { id: "before", label: "Before" },
  { id: "plan", label: "Plan" },
  { id: "fit", label: "Fit" },
  { id: "after", label: "After" },
  { id: "handover", label: "Hand over" }
];

// core/kit/catalogue.ts
var radio = (band, standard, streams, maxWidthMhz, eirpDbm, role = "access") => ({ band, standard, streams, maxWidthMhz, eirpDbm, role });
var base2 = {
  antenna: "inner",
  family: null,
  poe: null,
  poeSource: null,
  outdoor: false,
  powerlineBoxMbps: null,
  moca: null,
  portMbps: 1e3
};
var CATALOGUE = [
  {
    ...base2,
    id: "provider-router",
    kind: "router",
    label: "Router from the line provider",
    about: "Modem and router in one, two bands, as installed with the line.",
    radios: [radio("2.4", "n", 2, 20, 20), radio("5", "ac", 2, 80, 20)],
    feeds: ["line", "ethernet"],
    costMinor: 0,
    handsMin: 5,
    waitMin: 5
  },
  {
    ...base2,
    id: "mesh-dual",
    kind: "node",
    label: "Mesh node, dual band",
    about: "Shares its 5 GHz radio between devices and the feed: each wireless hop about halves what is left.",
    radios: [radio("2.4", "ax", 2, 40, 20), radio("5", "ax", 2, 80, 23)],
    family: "mesh",
    feeds: ["line", "ethernet", "fibre", "coax", "powerline", "wireless"],
    costMinor: 8900,
    handsMin: 7,
    waitMin: 9
  },
  {
    ...base2,
    id: "mesh-own-radio",
    kind: "node",
    label: "Mesh node, own backhaul radio",
    about: "A third radio carries only the feed: close to full speed at one hop.",
    radios: [
      radio("2.4", "ax", 2, 40, 20),
      radio("5", "ax", 2, 80, 23),
      radio("5", "ax", 4, 160, 27, "backhaul")
    ],
    family: "mesh",
    feeds: ["line", "ethernet", "fibre", "coax", "powerline", "wireless"],
    costMinor: 16900,
    handsMin: 7,
    waitMin: 9
  },
  {
    ...base2,
    id: "mesh-six",
    kind: "node",
    label: "Mesh node, three bands with 6 GHz",
    about: "Adds 6 GHz for devices near by and for the feed within a room or two.",
    radios: [radio("2.4", "ax", 2, 40, 20), radio("5", "ax", 2, 160, 23), radio("6", "ax", 2, 160, 23)],
    family: "mesh",
    feeds: ["line", "ethernet", "fibre", "coax", "powerline", "wireless"],
    costMinor: 21900,
    handsMin: 7,
    waitMin: 9
  },
  {
    ...base2,
    id: "extender-dual",
    kind: "extender",
    label: "Extender, dual band",
    about: "Cheapest: repeats any router; halves on the same band and hands over poorly.",
    radios: [radio("2.4", "n", 2, 20, 20), radio("5", "ac", 2, 80, 20)],
    feeds: ["wireless", "ethernet"],
    portMbps: 100,
    costMinor: 3500,
    handsMin: 10,
    waitMin: 3
  },
  {
    ...base2,
    id: "outdoor-poe",
    kind: "outdoor",
    label: "Outdoor access unit, PoE",
    about: "Weatherproof, one cable for data and power; needs a powered switch or injector to its class.",
    radios: [radio("2.4", "ax", 2, 20, 20), radio("5", "ax", 2, 80, 27)],
    antenna: "rods",
    feeds: ["ethernet", "fibre", "wireless"],
    poe: "at",
    outdoor: true,
    costMinor: 14900,
    handsMin: 45,
    waitMin: 9
  },
  {
    ...base2,
    id: "powerline-pair",
    kind: "powerline",
    label: "Powerline pair, 1000 on the box",
    about: "Two adapters on the house wiring; a device or unit plugs into the far one.",
    radios: [],
    feeds: ["powerline"],
    powerlineBoxMbps: 1e3,
    costMinor: 5500,
    handsMin: 8,
    waitMin: 2
  },
  {
    ...base2,
    id: "powerline-ap-pair",
    kind: "powerline",
    label: "Powerline pair with access point",
    about: "The far adapter is an access point as well.",
    radios: [radio("2.4", "n", 2, 20, 20), radio("5", "ac", 2, 80, 20)],
    feeds: ["powerline"],
    powerlineBoxMbps: 1e3,
    costMinor: 8500,
    handsMin: 10,
    waitMin: 2
  },
  {
    ...base2,
    id: "coax-pair",
    kind: "coax",
    label: "Coax adapter pair, MoCA 2.5",
    about: "Near-Ethernet speed on aerial coax that is really joined; two adapters and an entry filter.",
    radios: [],
    feeds: ["coax"],
    moca: "2.5",
    costMinor: 12500,
    handsMin: 14,
    waitMin: 3
  },
  {
    ...base2,
    id: "bridge-pair",
    kind: "outdoor",
    label: "Outdoor bridge pair, 5 GHz",
    about: "Two aimed units from wall to wall across a yard; needs a clear view.",
    radios: [radio("5", "ac", 2, 80, 27, "backhaul")],
    antenna: "directional",
    feeds: ["bridge"],
    poe: "af",
    outdoor: true,
    costMinor: 18900,
    handsMin: 90,
    waitMin: 10
  },
  {
    ...base2,
    id: "switch-plain",
    kind: "switch",
    label: "Switch, eight ports",
    about: "Unmanaged: more ports for cables and devices that deserve a wire. Gives no power.",
    radios: [],
    feeds: ["ethernet", "fibre"],
    costMinor: 2500,
    handsMin: 5,
    waitMin: 0
  },
  {
    ...base2,
    id: "switch-poe",
    kind: "switch",
    label: "Powered switch, 802.3at, 60 W",
    about: "Unmanaged: data and power on its ports, up to 30 W each and 60 W in all.",
    radios: [],
    feeds: ["ethernet", "fibre"],
    poeSource: { type: "at", budgetW: 60 },
    costMinor: 7900,
    handsMin: 5,
    waitMin: 0
  }
];
var byId = new Map(CATALOGUE.map((k) => [k.id, k]));
function kitById(kitId, own = []) {
  return own.find((k) => k.id === kitId) ?? byId.get(kitId);
}

// core/evidence/fold.ts
var folded = /* @__PURE__ */ new WeakMap();
function evidenceOf(rows) {
  let known3 = folded.get(rows);
  if (!known3) folded.set(rows, known3 = addUp(rows));
  return known3;
}
var serialKey = (optionId, stepKey) => `${optionId}|${stepKey}`;
function addUp(rows) {
  const states = /* @__PURE__ */ new Map();
  const roundOf = /* @__PURE__ */ new Map();
  const readings2 = [];
  const struck = /* @__PURE__ */ new Set();
  const stepsDone = /* @__PURE__ */ new Map();
  const serials = /* @__PURE__ */ new Map();
  const moves2 = /* @__PURE__ */ new Map();
  let accepted = null;
  for (const row of rows) {
    if (row.kind === "state") states.set(row.id, row);
    else if (row.kind === "round") roundOf.set(row.stateId, row.number);
    else if (row.kind === "reading") readings2.push(row);
    else if (row.kind === "correction") {
      if (row.act === "strikeOut") struck.add(row.readingId);
      else struck.delete(row.readingId);
    } else if (row.kind === "move") moves2.set(row.unitId, row);
    else if (row.kind === "acceptance") accepted = row;
    else if (row.kind === "step") {
      let done = stepsDone.get(row.optionId);
      if (!done) stepsDone.set(row.optionId, done = /* @__PURE__ */ new Set());
      if (row.act === "done") done.add(row.stepKey);
      else if (row.act === "undone") done.delete(row.stepKey);
      else if (row.act === "serial") serials.set(serialKey(row.optionId, row.stepKey), row.text);
    }
  }
  const valid = readings2.filter((r) => !struck.has(r.id));
  const bySpot = /* @__PURE__ */ new Map();
  for (const r of valid) {
    if (r.subject.kind !== "spot") continue;
    const list = bySpot.get(r.subject.spotId);
    if (list) list.push(r);
    else bySpot.set(r.subject.spotId, [r]);
  }
  return { states, roundOf, readings: readings2, struck, valid, bySpot, stepsDone, serials, accepted, moves: moves2 };
}

// core/evidence/built.ts
function kitThen(option2, ownKit, rows, phase2) {
  const states = [...evidenceOf(rows).states.values()].filter((s) => s.phase === phase2).reverse();
  const kit = /* @__PURE__ */ new Map();
  for (const unit4 of option2.units) {
    if (kit.has(unit4.kitId)) continue;
    const today2 = kitById(unit4.kitId, ownKit);
    const state2 = states.find((s) => s.network.units.some((u) => u.id === unit4.id && u.kitId === unit4.kitId));
    const then = state2?.network.kit.find((k) => k.id === unit4.kitId);
    const called = { label: unit4.kitId, about: "", costMinor: 0, handsMin: 0, waitMin: 0 };
    const item2 = then ? { ...called, ...today2, ...then } : today2;
    if (item2) kit.set(unit4.kitId, item2);
  }
  return [...kit.values()];
}
function asItWas(plan2, rows) {
  return { option: plan2.today, kit: kitThen(plan2.today, plan2.ownKit, rows, "before") };
}

// bench/extremes.ts
var box2 = (x0, y0, x1, y1) => [
  { xM: x0, yM: y0 },
  { xM: x1, yM: y0 },
  { xM: x1, yM: y1 },
  { xM: x0, yM: y1 }
];
function star(xM, yM, radiusM) {
  return Array.from({ length: 200 }, (_, i) => {
    const r = i % 2 ? radiusM : radiusM * 0.4;
    const angle = i / 200 * 2 * Math.PI;
    return { xM: xM + r * Math.cos(angle), yM: yM + r * Math.sin(angle) };
  });
}
function building2(n, outline, storeys) {
  return {
    id: `b${n}`,
    name: `House ${n}`,
    roof: { construction: "tileRoof", riseM: 3 },
    storeys: Array.from({ length: storeys }, (_, s) => ({
      id: `b${n}s${s}`,
      name: `Storey ${s}`,
      floorLevelM: s * 2.7,
      heightM: 2.5,
      outline,
      floor: s === 0 ? null : "timberFloor",
      holes: s === 0 ? [] : [{ id: `b${n}h${s}`, name: "Stairs", outline: outline.slice(0, 4) }]
    }))
  };
}
var wall2 = (n, storeyId, a, b) => ({
  id: `w${n}`,
  storeyId,
  a,
  b,
  construction: n % 3 ? "plasterboard" : "brickSingle",
  heightM: null
});
var spot3 = (n, storeyId, xM, yM) => ({
  id: `spot${n}`,
  number: n + 1,
  name: `Desk ${n + 1}`,
  place: { storeyId, xM, yM, heightM: 1 },
  client: "phone",
  deviceName: "",
  activities: [{ activity: "web", count: 1 }],
  complaint: ""
});
var letter = (n) => n < 26 ? String.fromCharCode(65 + n) : String.fromCharCode(64 + Math.floor(n / 26), 65 + n % 26);
function unit2(n, storeyId, xM, yM, parentId) {
  const feed2 = parentId === null ? { kind: "line" } : { kind: "wireless", parentId, measuredDownMbps: null, measuredUpMbps: null };
  return {
    id: `u${n}`,
    letter: letter(n),
    kitId: "mesh-six",
    name: `Unit ${n}`,
    place: { storeyId, xM, yM, heightM: 1.5 },
    feed: feed2,
    radios: {}
  };
}
function job(name, site2, units, evidence2 = []) {
  const option2 = { id: "o1", name: "Option 1", units, wiredSpots: [] };
  const today2 = { id: "today", name: "Today", units: units.slice(0, 1), wiredSpots: [] };
  return {
    format: "nestle-job",
    version: JOB_FILE_VERSION,
    name,
    brief: emptyBrief(),
    site: site2,
    plan: { ...emptyPlan(), today: today2, options: [option2] },
    evidence: evidence2,
    pictures: []
  };
}
function strewn(storeyId, sizeM, units, spots) {
  const at2 = (i, n, share) => ({
    x: (i * 0.618 + share) % 1 * sizeM,
    y: (i + 0.5) / n * sizeM
  });
  return {
    units: Array.from(
      { length: units },
      (_, i) => unit2(i, storeyId, at2(i, units, 0.3).x, at2(i, units, 0.3).y, i === 0 ? null : "u0")
    ),
    spots: Array.from(
      { length: spots },
      (_, i) => spot3(i, storeyId, at2(i, spots, 0.1).x, at2(i, spots, 0.1).y)
    )
  };
}
function crossingWalls() {
  const size = 50;
  const walls2 = Array.from({ length: 1e3 }, (_, i) => {
    const t = ((i >> 1) + 0.5) * (size / 500);
    return i % 2 ? wall2(i, "b0s0", { xM: t, yM: 0 }, { xM: t, yM: size }) : wall2(i, "b0s0", { xM: 0, yM: t }, { xM: size, yM: t });
  });
  const { units, spots } = strewn("b0s0", size, 4, 40);
  return job(
    "A thousand crossing walls",
    { ...emptySite(), buildings: [building2(0, box2(0, 0, size, size), 1)], walls: walls2, spots },
    units
  );
}
function stars() {
  const buildings = Array.from(
    { length: 8 },
    (_, i) => building2(i, star(30 + i * 12, 30 + i % 3 * 9, 14), 3)
  );
  const walls2 = buildings.flatMap(
    (b, i) => b.storeys[0].outline.map((a, k, all) => wall2(i * 200 + k, `b${i}s0`, a, all[(k + 1) % all.length]))
  );
  const { units, spots } = strewn("b0s0", 60, 4, 40);
  return job(
    "Stars",
    {
      ...emptySite(),
      buildings,
      walls: walls2,
      spots,
      obstacles: Array.from({ length: 60 }, (_, i) => ({
        id: `ob${i}`,
        name: "Rock",
        storeyId: null,
        outline: star(i % 10 * 12, Math.floor(i / 10) * 12, 5),
        construction: "rubbleStone",
        baseM: 0,
        heightM: 3
      })),
      foliage: Array.from({ length: 60 }, (_, i) => ({
        id: `fo${i}`,
        name: "Tree",
        outline: star(i % 10 * 11, Math.floor(i / 10) * 11, 6),
        heightM: 9,
        inLeaf: true
      }))
    },
    units
  );
}
function coincidentWalls() {
  const walls2 = Array.from(
    { length: 3e3 },
    (_, i) => wall2(i, "b0s0", { xM: 10, yM: 0 }, { xM: 10, yM: 20 + i % 7 * 1e-9 })
  );
  const { units, spots } = strewn("b0s0", 20, 3, 30);
  return job(
    "Coincident walls",
    { ...emptySite(), buildings: [building2(0, box2(0, 0, 20, 30), 1)], walls: walls2, spots },
    units
  );
}
function chain() {
  const units = Array.from(
    { length: 60 },
    (_, i) => unit2(i, null, i * 6, i % 2 * 3, i === 0 ? null : `u${i - 1}`)
  );
  const spots = Array.from({ length: 60 }, (_, i) => spot3(i, null, i * 6 + 2, 4));
  return job("Sixty units in a chain", { ...emptySite(), spots }, units);
}
function towers() {
  const buildings = Array.from(
    { length: 20 },
    (_, i) => building2(
      i,
      box2(i % 5 * 18, Math.floor(i / 5) * 18, i % 5 * 18 + 12, Math.floor(i / 5) * 18 + 12),
      12
    )
  );
  const walls2 = buildings.flatMap((b) => b.storeys).flatMap(
    (s, k) => s.outline.map((a, i, all) => wall2(k * 10 + i, s.id, a, all[(i + 1) % all.length])).concat(
      Array.from({ length: 8 }, (_, i) => {
        const [a, c] = [s.outline[0], s.outline[2]];
        return wall2(
          k * 10 + 4 + i + 1e4,
          s.id,
          { xM: a.xM + 1 + i, yM: a.yM },
          { xM: a.xM + 1 + i, yM: c.yM - 1 }
        );
      })
    )
  ).slice(0, 2880);
  const { units, spots } = strewn("b7s3", 12, 8, 100);
  return job(
    "Twelve storeys by twenty buildings",
    { ...emptySite(), buildings, walls: walls2.map((w, i) => ({ ...w, id: `w${i}` })), spots },
    units
  );
}
function readings(of, count) {
  const was = asItWas(of.plan, []);
  const { network: network2, labels } = freeze(of.site, was.option, was.kit);
  const hash = networkHash(network2, of.site);
  const at2 = "2026-06-03T09:20:00Z";
  const received = (number) => ({ number, at: at2 });
  const state2 = {
    kind: "state",
    id: "st",
    at: at2,
    by: "",
    hash,
    network: network2,
    labels,
    phase: "before",
    received: received(1)
  };
  return [
    state2,
    ...Array.from({ length: count }, (_, i) => ({
      kind: "reading",
      id: `r${i}`,
      at: at2,
      by: "",
      received: received(i + 2),
      subject: { kind: "spot", spotId: of.site.spots[i % of.site.spots.length].id },
      stateId: "st",
      target: "internet",
      device: "phone",
      deviceName: "",
      band: i % 3 ? "5" : "2.4",
      bandSeen: null,
      connected: i % 17 !== 0,
      rssiDbm: i % 17 ? -40 - i * 7 % 50 : null,
      downMbps: i % 17 ? 20 + i * 13 % 200 : null,
      upMbps: i % 17 ? 5 + i * 3 % 40 : null,
      loadedMs: i % 17 ? 20 + i * 5 % 90 : null,
      idleMs: null,
      source: "typed",
      replacesId: null,
      note: ""
    }))
  ];
}
function hall(name, spots, units, walls2, count) {
  const size = 51;
  const side2 = 17;
  const all = [];
  for (let i = 0; i <= side2; i++)
    for (let j = 0; j < side2; j++) {
      all.push(wall2(all.length, "b0s0", { xM: i * 3, yM: j * 3 }, { xM: i * 3, yM: j * 3 + 3 }));
      all.push(wall2(all.length, "b0s0", { xM: j * 3, yM: i * 3 }, { xM: j * 3 + 3, yM: i * 3 }));
    }
  const { units: u, spots: s } = strewn("b0s0", size, units, spots);
  const site2 = {
    ...emptySite(),
    buildings: [building2(0, box2(0, 0, size, size), 1)],
    walls: all.slice(0, walls2),
    spots: s
  };
  const made = job(name, site2, u);
  return { ...made, evidence: readings(made, count) };
}
var EXTREMES = [
  { name: "crossing", make: crossingWalls },
  { name: "stars", make: stars },
  { name: "coincident", make: coincidentWalls },
  { name: "chain", make: chain },
  { name: "towers", make: towers },
  { name: "readings", make: () => hall("Fifty thousand readings", 200, 8, 612, 5e4) },
  { name: "one spot", make: () => hall("Fifty thousand readings of one spot", 1, 3, 100, 5e4) }
];

// bench/opens.ts
var SETTLED = '[data-settling="false"]';
async function open(page, url) {
  const start = performance.now();
  await page.goto(url, { waitUntil: "commit" });
  await page.locator("main").locator("h1, h2").first().waitFor({ timeout: 12e4 });
  await page.evaluate(() => new Promise((next) => requestAnimationFrame(next)));
  const usableMs = performance.now() - start;
  if (!url.endsWith("/survey"))
    await page.locator(SETTLED).first().waitFor({ state: "attached", timeout: 3e5 });
  return { usableMs, settledMs: performance.now() - start };
}
async function opens(only2) {
  await withBrowser(async (page, url) => {
    for (const stop of STOPS) await page.goto(`${url}/jobs/larkspur/${stop.id}`);
    await fetch(`${url}/api/jobs/larkspur/documents/brief`);
    for (const extreme of EXTREMES) {
      if (only2 && extreme.name !== only2) continue;
      const text = writeJobFile(extreme.make());
      const start = performance.now();
      const made = await page.request.post(`${url}/api/jobs/import`, {
        headers: { "content-type": "application/json" },
        data: text,
        timeout: 12e4
      });
      const { id: id2 } = await made.json();
      const importMs = performance.now() - start;
      const times2 = [];
      let slowestOtherMs = 0;
      let asking = true;
      const other = (async () => {
        while (asking) {
          const asked = performance.now();
          await fetch(`${url}/api/jobs/larkspur/documents/brief`);
          slowestOtherMs = Math.max(slowestOtherMs, performance.now() - asked);
          await new Promise((next) => setTimeout(next, 25));
        }
      })();
      for (const stop of STOPS) {
        const { usableMs, settledMs } = await open(page, `${url}/jobs/${id2}/${stop.id}`);
        times2.push(`${stop.label} ${usableMs.toFixed(0)}/${settledMs.toFixed(0)}`);
      }
      asking = false;
      await other;
      console.log(
        `${extreme.name}, ${(text.length / 1e6).toFixed(1)} MB, read in ${importMs.toFixed(0)} ms; usable/settled after ms: ${times2.join(", ")}; another job meanwhile at most ${slowestOtherMs.toFixed(0)} ms`
      );
      await page.request.delete(`${url}/api/jobs/${id2}`);
    }
  });
}

// core/stats/cholesky.ts
function dot(a, b, from, to) {
  let s0 = 0;
  let s1 = 0;
  let s2 = 0;
  let s3 = 0;
  let k = from;
  for (; k + 3 < to; k += 4) {
    s0 += a[k] * b[k];
    s1 += a[k + 1] * b[k + 1];
    s2 += a[k + 2] * b[k + 2];
    s3 += a[k + 3] * b[k + 3];
  }
  for (; k < to; k++) s0 += a[k] * b[k];
  return s0 + s1 + (s2 + s3);
}
function cholesky(matrix) {
  const n = matrix.length;
  const lower = matrix.map((row) => row.slice(0, n));
  for (let i = 0; i < n; i++) {
    const row = lower[i];
    for (let j = 0; j <= i; j++) {
      const other = lower[j];
      const sum = row[j] - dot(row, other, 0, j);
      if (i !== j) row[j] = sum / other[j];
      else if (sum > 0) row[j] = Math.sqrt(sum);
      else throw new Error("the matrix is not positive definite");
    }
  }
  return lower;
}
function solveInPlace(lower, b) {
  const n = lower.length;
  for (let i = 0; i < n; i++) {
    const row = lower[i];
    b[i] = (b[i] - dot(row, b, 0, i)) / row[i];
  }
  for (let i = n - 1; i >= 0; i--) {
    const row = lower[i];
    const x = b[i] / row[i];
    b[i] = x;
    for (let k = 0; k < i; k++) b[k] -= row[k] * x;
  }
}
function inverseDiagonal(lower) {
  const n = lower.length;
  const out = new Float64Array(n);
  const x = new Float64Array(n);
  for (let k = 0; k < n; k++) {
    let squares = 0;
    for (let i = k; i < n; i++) {
      const row = lower[i];
      const value = ((i === k ? 1 : 0) - dot(row, x, k, i)) / row[i];
      x[i] = value;
      squares += value * value;
    }
    out[k] = squares;
  }
  return out;
}

// core/radio/learn/shadowing.ts
var SHADOWING_BAND_CORRELATION = 0.6;
function shadowCovariance(a, b, sigmaDb = SHADOWING_DB) {
  const apartM = Math.sqrt((a.x - b.x) ** 2 + (a.y - b.y) ** 2 + (a.z - b.z) ** 2);
  const alike = a.band === b.band ? 1 : SHADOWING_BAND_CORRELATION;
  return alike * sigmaDb[BAND_INDEX[a.band]] * sigmaDb[BAND_INDEX[b.band]] * Math.exp(-apartM / SHADOWING_LENGTH_M);
}
var REACH_M = 10;
var MOST_NEAR = 6;
function nearby(list, at2) {
  const near = [];
  let meanDb = 0;
  for (const o of list) {
    if (Math.abs(o.x - at2.x) > REACH_M || Math.abs(o.y - at2.y) > REACH_M) continue;
    const covariance = shadowCovariance(o, at2);
    meanDb += covariance * o.weight;
    near.push({ o, covariance });
  }
  if (near.length === 0) return NOTHING_NEAR;
  near.sort((a, b) => b.covariance ** 2 / (1 + b.o.noise) - a.covariance ** 2 / (1 + a.o.noise));
  const nearest = near.slice(0, MOST_NEAR);
  const factor = cholesky(
    nearest.map(
      (a, i) => Float64Array.from(nearest, (b, j) => shadowCovariance(a.o, b.o) + (i === j ? a.o.noise + 1e-6 : 0))
    )
  );
  const solved2 = Float64Array.from(nearest, (n) => n.covariance);
  solveInPlace(factor, solved2);
  const removed = nearest.reduce((sum, n, i) => sum + n.covariance * solved2[i], 0);
  return { meanDb, known: Math.max(0, Math.min(1, removed / SHADOWING_DB[BAND_INDEX[at2.band]] ** 2)) };
}

// core/radio/learn/posterior.ts
var isOffset = (parameter) => /^(device|unit|air|share)(:|$)/.test(parameter);
var corrections = /* @__PURE__ */ new WeakMap();
var posteriors = 0;
function beliefsOf(scene, posterior) {
  const at2 = new Map(posterior.parameters.map((name, i) => [name, i]));
  const deltaDb = /* @__PURE__ */ new Map();
  const meanOf = (name) => posterior.mean[at2.get(name) ?? -1] ?? 0;
  for (const name of posterior.parameters) {
    const loss = asLoss(name);
    if (loss)
      deltaDb.set(
        loss.construction,
        BANDS.map((band) => meanOf(lossParameter(loss.construction, band)))
      );
  }
  const byUnit = /* @__PURE__ */ new Map();
  for (const o of posterior.left) {
    const list = byUnit.get(o.unitId);
    if (list) list.push(o);
    else byUnit.set(o.unitId, [o]);
  }
  const shift = (features) => {
    let sum = 0;
    for (const [name, by] of features) {
      const i = at2.get(name);
      if (i !== void 0 && isOffset(name)) sum += by * posterior.mean[i];
    }
    return sum;
  };
  const sigma = (features) => {
    let variance = 0;
    const known3 = [];
    for (const [name, by] of features) {
      const i = at2.get(name);
      if (i === void 0) variance += (by * priorSigma(name, scene)) ** 2;
      else known3.push([i, by]);
    }
    for (const [i, a] of known3) for (const [j, b] of known3) variance += a * b * posterior.covariance[i][j];
    return Math.sqrt(Math.max(0, variance));
  };
  const speeds = new Map(
    BANDS.map((band) => {
      const features = speedFeatures(band);
      return [band, { meanLn: shift(features), sigmaLn: Math.hypot(sigma(features), SPEED_LOCAL_LN) }];
    })
  );
  let id2 = corrections.get(posterior);
  if (id2 === void 0) corrections.set(posterior, id2 = `posterior ${++posteriors}`);
  return {
    correction: { id: id2, deltaDb, clutterDbPerM: meanOf("clutter"), bendDb: meanOf("bend") },
    shiftDb: shift,
    sigmaDb: sigma,
    near: (unitId, band, p) => nearby(byUnit.get(unitId) ?? [], { unitId, band, x: p.x, y: p.y, z: p.z }),
    speed: (band) => speeds.get(band)
  };
}

// core/plan/evaluate/context.ts
function lineOfBrief(brief2) {
  const typical = LINE_LATENCY_MS[brief2.line.kind];
  return {
    downMbps: brief2.line.downMbps,
    upMbps: brief2.line.upMbps,
    idleMs: brief2.line.idleMs ?? typical.idleMs,
    riseMs: brief2.line.riseMs ?? typical.riseMs,
    measured: false
  };
}
var scenes = /* @__PURE__ */ new WeakMap();
function sceneOf(site2) {
  let scene = scenes.get(site2);
  if (!scene) scenes.set(site2, scene = buildScene(site2));
  return scene;
}
function planContext(job2, line2 = lineOfBrief(job2.brief), posterior = null) {
  const scene = sceneOf(job2.site);
  return {
    site: job2.site,
    brief: job2.brief,
    ownKit: job2.plan.ownKit,
    scene,
    beliefs: posterior ? beliefsOf(scene, posterior) : priorBeliefs(scene),
    line: line2
  };
}
function pointOf(site2, place2) {
  return { x: place2.xM, y: place2.yM, z: levelOf(site2, place2) };
}
function kitOf(context, unit4) {
  const kit = kitById(unit4.kitId, context.ownKit);
  if (!kit) throw new Error(`unit ${unit4.id} has unknown kit ${unit4.kitId}`);
  return kit;
}

// core/feed/poe.ts
var POE_W = {
  af: { label: "802.3af (type 1)", sourceW: 15.4, deviceW: 12.95 },
  at: { label: "802.3at (type 2)", sourceW: 30, deviceW: 25.5 },
  bt3: { label: "802.3bt type 3", sourceW: 60, deviceW: 51 },
  bt4: { label: "802.3bt type 4", sourceW: 90, deviceW: 71.3 }
};
var ORDER = ["af", "at", "bt3", "bt4"];
function sourceFeeds(source, device2) {
  return ORDER.indexOf(source) >= ORDER.indexOf(device2);
}
function poeBudget(devices, source) {
  const neededW = devices.reduce((sum, d) => sum + POE_W[d].sourceW, 0);
  const problems = [];
  for (const d of new Set(devices))
    if (!sourceFeeds(source.type, d))
      problems.push(
        `A device needs ${POE_W[d].label}, the switch gives ${POE_W[source.type].label}: take a stronger switch or an injector for it.`
      );
  if (neededW > source.budgetW)
    problems.push(
      `The devices need ${neededW.toFixed(1)} W at the source, the switch has ${source.budgetW} W: take a larger budget or fewer devices.`
    );
  return { neededW, budgetW: source.budgetW, ok: problems.length === 0, problems };
}

// core/radio/link/bridge.ts
function fresnelRadiusM(d1M, d2M, ghz) {
  const [d1, d2] = [d1M / 1e3, d2M / 1e3];
  return d1 + d2 === 0 ? 0 : 17.32 * Math.sqrt(d1 * d2 / (ghz * (d1 + d2)));
}
function knifeEdgeDb2(nu) {
  if (nu <= -0.78) return 0;
  return 6.9 + 20 * Math.log10(Math.sqrt((nu - 0.1) ** 2 + 1) + nu - 0.1);
}
function groundLossDb(aLevelM, bLevelM, distanceM, ghz) {
  const radius = fresnelRadiusM(distanceM / 2, distanceM / 2, ghz);
  if (radius === 0) return 0;
  return knifeEdgeDb2(-Math.SQRT2 * (aLevelM + bLevelM) / 2 / radius);
}

// core/radio/link/clients.ts
var CLIENT_NOISE_FIGURE_DB = 9;
var UNIT_NOISE_FIGURE_DB = 7;
var CLIENT_TYPES = {
  phone: {
    label: "phone",
    bands: ["2.4", "5"],
    standard: "ax",
    streams: 2,
    maxWidthMhz: 80,
    eirpDbm: [13, 12, 12],
    gainDbi: [-3, -3, -3],
    bodyDb: 4,
    ceilingMbps: 700
  },
  tablet: {
    label: "tablet",
    bands: ["2.4", "5"],
    standard: "ac",
    streams: 2,
    maxWidthMhz: 80,
    eirpDbm: [14, 13, 13],
    gainDbi: [-1, -1, -1],
    bodyDb: 4,
    ceilingMbps: 550
  },
  laptop: {
    label: "laptop",
    bands: ["2.4", "5", "6"],
    standard: "ax",
    streams: 2,
    maxWidthMhz: 160,
    eirpDbm: [16, 16, 15],
    gainDbi: [0, 0, 0],
    bodyDb: 0,
    ceilingMbps: 1500
  },
  newLaptop: {
    label: "new laptop",
    bands: ["2.4", "5", "6"],
    standard: "be",
    streams: 2,
    maxWidthMhz: 320,
    eirpDbm: [16, 16, 15],
    gainDbi: [0, 0, 0],
    bodyDb: 0,
    ceilingMbps: 2400
  },
  oldLaptop: {
    label: "old laptop",
    bands: ["2.4", "5"],
    standard: "ac",
    streams: 2,
    maxWidthMhz: 80,
    eirpDbm: [16, 15, 15],
    gainDbi: [0, 0, 0],
    bodyDb: 0,
    ceilingMbps: 400
  },
  smartDevice: {
    label: "smart device, 2.4 GHz only",
    bands: ["2.4"],
    standard: "n",
    streams: 1,
    maxWidthMhz: 20,
    eirpDbm: [14, 14, 14],
    gainDbi: [-2, -2, -2],
    bodyDb: 0,
    ceilingMbps: 20
  },
  camera: {
    label: "camera",
    bands: ["2.4", "5"],
    standard: "n",
    streams: 1,
    maxWidthMhz: 40,
    eirpDbm: [15, 15, 15],
    gainDbi: [0, 0, 0],
    bodyDb: 0,
    ceilingMbps: 60
  }
};

// core/radio/link/blocks.ts
function channelMhz(band, channel) {
  if (band === "2.4") return channel === 14 ? 2484 : 2407 + 5 * channel;
  return band === "5" ? 5e3 + 5 * channel : 5950 + 5 * channel;
}
var RUN_STARTS = { "5": [36, 100, 149], "6": [1] };
function channelSpan(band, channel, widthMhz2) {
  const centre = channelMhz(band, channel);
  if (band === "2.4") return [centre - widthMhz2 / 2, centre + widthMhz2 / 2];
  const start = RUN_STARTS[band].filter((c) => c <= channel).pop();
  if (start === void 0) return [centre - widthMhz2 / 2, centre + widthMhz2 / 2];
  const lowest = channelMhz(band, start) - 10;
  const from = lowest + Math.floor((centre - lowest) / widthMhz2) * widthMhz2;
  return [from, from + widthMhz2];
}
function overlap(a, b) {
  return Math.max(0, Math.min(a[1], b[1]) - Math.max(a[0], b[0])) / (a[1] - a[0]);
}
function touches(a, b) {
  return a[0] < b[1] && a[1] > b[0];
}

// core/radio/link/regions.ts
var flat2 = (dbm2) => () => dbm2;
var psd6 = (widthMhz2) => Math.min(30, 5 + 10 * Math.log10(widthMhz2));
var rule = (unitDbm, indoorsOnly = false, radarCheck = false, clientDbm = unitDbm) => ({
  unitDbm: flat2(unitDbm),
  clientDbm: flat2(clientDbm),
  indoorsOnly,
  radarCheck
});
var low6 = {
  unitDbm: psd6,
  clientDbm: (w) => psd6(w) - 6,
  indoorsOnly: true,
  radarCheck: false
};
var POWER_RULES = {
  europe: {
    "2.4": rule(20),
    "5150": rule(23, true),
    "5250": rule(23, true, true),
    "5470": rule(30, false, true),
    "5725": rule(14),
    "6": rule(23, true)
  },
  unitedStates: {
    "2.4": rule(36),
    "5150": rule(36, false, false, 30),
    "5250": rule(30, false, true),
    "5470": rule(30, false, true),
    "5725": rule(36),
    "6": low6
  },
  canada: {
    "2.4": rule(36),
    "5150": rule(23, true),
    "5250": rule(30, false, true),
    "5470": rule(30, false, true),
    "5725": rule(36),
    "6": low6
  }
};
var SUB_BANDS_5 = [
  { sub: "5150", mhz: [5150, 5250] },
  { sub: "5250", mhz: [5250, 5350] },
  { sub: "5470", mhz: [5350, 5725] },
  { sub: "5725", mhz: [5725, 6e3] }
];
function subBandsOf(band, channel, width) {
  if (band !== "5") return [band];
  const span = channelSpan("5", channel, width);
  return SUB_BANDS_5.filter(({ mhz }) => touches(mhz, span)).map(({ sub }) => sub);
}
function powerLimit({ region, ownLimitsDbm }, band, channel, width) {
  const limits = subBandsOf(band, channel, width).map((sub) => {
    const r = POWER_RULES[region][sub];
    const unitDbm = ownLimitsDbm[sub] ?? r.unitDbm(width);
    return { ...r, unitDbm, clientDbm: unitDbm - (r.unitDbm(width) - r.clientDbm(width)) };
  });
  return {
    unitDbm: Math.min(...limits.map((l) => l.unitDbm)),
    clientDbm: Math.min(...limits.map((l) => l.clientDbm)),
    indoorsOnly: limits.some((l) => l.indoorsOnly),
    radarCheck: limits.some((l) => l.radarCheck)
  };
}
var LONG_WAIT_MHZ = [5600, 5650];
function radarWaitS(rules, channel, width) {
  if (!powerLimit(rules, "5", channel, width).radarCheck) return 0;
  return rules.region === "europe" && touches(LONG_WAIT_MHZ, channelSpan("5", channel, width)) ? 600 : 60;
}

// core/radio/link/rates.ts
var WIDTHS = [20, 40, 80, 160, 320];
var MAX_MCS = { n: 7, ac: 9, ax: 11, be: 13 };
var SUBCARRIERS_HT = { 20: 52, 40: 108, 80: 234, 160: 468 };
var SUBCARRIERS_HE = { 20: 234, 40: 468, 80: 980, 160: 1960, 320: 3920 };
var BITS_BY_MCS = [1 / 2, 1, 3 / 2, 2, 3, 4, 9 / 2, 5, 6, 20 / 3, 15 / 2, 25 / 3, 9, 10];
var NEEDED_SNR_DB = [4, 7, 9, 12, 16, 20, 21, 22, 27, 29, 32, 34, 37, 40];
var TCP_SHARE = { n: 0.55, ac: 0.65, ax: 0.65, be: 0.65 };
var RANK = { n: 0, ac: 1, ax: 2, be: 3 };
function commonStandard(a, b, band) {
  const newest = RANK[a] < RANK[b] ? a : b;
  if (band === "2.4" && newest === "ac") return "n";
  if (band === "6" && RANK[newest] < RANK.ax) return null;
  return newest;
}
function rateExists(standard, width, streams, mcs) {
  if (!Number.isInteger(mcs) || mcs < 0 || mcs > MAX_MCS[standard]) return false;
  const mostStreams = standard === "n" ? 4 : 8;
  if (!Number.isInteger(streams) || streams < 1 || streams > mostStreams) return false;
  if (standard === "n" && width > 40) return false;
  if (width === 320 && standard !== "be") return false;
  if (!WIDTHS.includes(width)) return false;
  if (standard === "ac") {
    if (width === 20 && mcs === 9 && (streams === 1 || streams === 2 || streams === 4)) return false;
    if (width === 80 && mcs === 6 && streams === 3) return false;
    if (width === 160 && mcs === 9 && streams === 3) return false;
  }
  return true;
}
var SHORTEST_GUARD_US = { n: 0.4, ac: 0.4, ax: 0.8, be: 0.8 };
function phyRateMbps(standard, width, streams, mcs, guardUs = SHORTEST_GUARD_US[standard]) {
  if (!rateExists(standard, width, streams, mcs)) return null;
  const old = standard === "n" || standard === "ac";
  const carriers = old ? SUBCARRIERS_HT[width] : SUBCARRIERS_HE[width];
  const bits = BITS_BY_MCS[mcs];
  if (carriers === void 0 || bits === void 0) return null;
  return carriers * bits * streams / ((old ? 3.2 : 12.8) + guardUs);
}
function noiseDbm(width, noiseFigureDb) {
  return -174 + 10 * Math.log10(width * 1e6) + noiseFigureDb;
}
function streamSnrDb(antennaSnrDb, receiveAntennas, streams) {
  return antennaSnrDb + 10 * Math.log10((receiveAntennas - streams + 1) / streams);
}
var ladders = /* @__PURE__ */ new Map();
function keyOf(e) {
  const kind = BAND_INDEX[e.band] * 4 + RANK[e.standard];
  return (((kind * 1e3 + e.widthMhz) * 10 + e.streams) * 10 + e.receiveAntennas) * 100 + e.noiseFigureDb;
}
function rateLadder(ends2) {
  const key = keyOf(ends2);
  const known3 = ladders.get(key);
  if (known3) return known3;
  const steps = [];
  const widest = Math.min(ends2.widthMhz, MAX_WIDTH_MHZ[BAND_INDEX[ends2.band]]);
  for (const width of WIDTHS) {
    if (width > widest) continue;
    for (let streams = 1; streams <= ends2.streams; streams++) {
      for (let mcs = 0; mcs <= MAX_MCS[ends2.standard]; mcs++) {
        const phyMbps = phyRateMbps(ends2.standard, width, streams, mcs);
        if (phyMbps === null) continue;
        const sensitivityDbm = (NEEDED_SNR_DB[mcs] ?? Infinity) - streamSnrDb(0, ends2.receiveAntennas, streams) + noiseDbm(width, ends2.noiseFigureDb);
        steps.push({ phyMbps, mcs, widthMhz: width, streams, sensitivityDbm });
      }
    }
  }
  steps.sort((a, b) => b.phyMbps - a.phyMbps || a.sensitivityDbm - b.sensitivityDbm);
  const useful = [];
  let easiest = Infinity;
  for (const step2 of steps) {
    if (step2.sensitivityDbm < easiest) {
      useful.push(step2);
      easiest = step2.sensitivityDbm;
    }
  }
  ladders.set(key, useful);
  return useful;
}
function stepOf(ladder, receivedDbm) {
  let low = 0;
  let high = ladder.length;
  while (low < high) {
    const middle = low + high >> 1;
    if (receivedDbm >= ladder[middle].sensitivityDbm) high = middle;
    else low = middle + 1;
  }
  return ladder[low] ?? null;
}

// core/radio/link/link.ts
var UNIT_GAIN_DBI = [2, 3, 3];
var BRIDGE_GAIN_DBI = 13;
function elevationDb(antenna, riseM, groundM) {
  const distance = Math.hypot(riseM, groundM);
  if (distance === 0) return 0;
  const sine = riseM / distance;
  if (antenna === "inner") return -3 * sine * sine;
  if (antenna === "rods") return 20 * Math.log10(Math.max(groundM / distance, 0.35));
  if (antenna === "ceiling") return sine > 0 ? -8 * sine : 0;
  return 0;
}
function quietMbpsAt(link, shiftDb) {
  const down = stepOf(link.downLadder, link.downDbm + shiftDb);
  const up = stepOf(link.upLadder, link.upDbm + shiftDb);
  if (!down || !up) return { downMbps: 0, upMbps: 0 };
  const share = TCP_SHARE[link.standard];
  return { downMbps: down.phyMbps * share, upMbps: up.phyMbps * share };
}
function linkAt(link, shiftDb) {
  const { standard } = link;
  const share = TCP_SHARE[standard];
  const down = stepOf(link.downLadder, link.downDbm + shiftDb);
  const up = stepOf(link.upLadder, link.upDbm + shiftDb);
  const holds = down !== null && up !== null;
  const side2 = (levelDbm, rate) => ({
    levelDbm,
    rate: holds ? rate : null,
    quietMbps: holds && rate ? rate.phyMbps * share : 0
  });
  return { standard, down: side2(link.downDbm + shiftDb, down), up: side2(link.upDbm + shiftDb, up) };
}
function usedWidth(unit4, otherMaxMhz) {
  const own = unit4.widthMhz ?? DEFAULT_WIDTH_MHZ[BAND_INDEX[unit4.band]];
  return Math.min(own, unit4.maxWidthMhz, otherMaxMhz);
}
function prepareClientLink(unit4, clientId, rules, lossDb2, elevation, offsetDb) {
  const client = CLIENT_TYPES[clientId];
  const i = BAND_INDEX[unit4.band];
  if (!client.bands.includes(unit4.band)) return null;
  const standard = commonStandard(unit4.standard, client.standard, unit4.band);
  if (!standard) return null;
  const width = usedWidth(unit4, client.maxWidthMhz);
  const limit2 = powerLimit(rules, unit4.band, unit4.channel, width);
  const streams = Math.min(unit4.streams, client.streams);
  const path = -lossDb2 + elevation - client.bodyDb + offsetDb;
  const downDbm = Math.min(unit4.eirpDbm, limit2.unitDbm) + path + client.gainDbi[i];
  const upDbm = Math.min(client.eirpDbm[i], limit2.clientDbm) + path + UNIT_GAIN_DBI[i];
  const ends2 = { band: unit4.band, standard, widthMhz: width, streams };
  return {
    standard,
    downDbm,
    upDbm,
    downLadder: rateLadder({
      ...ends2,
      receiveAntennas: client.streams,
      noiseFigureDb: CLIENT_NOISE_FIGURE_DB
    }),
    upLadder: rateLadder({ ...ends2, receiveAntennas: unit4.streams, noiseFigureDb: UNIT_NOISE_FIGURE_DB })
  };
}
function prepareUnitLink(parent, child, rules, lossDb2, elevation, offsetDb) {
  const standard = commonStandard(parent.standard, child.standard, parent.band);
  if (!standard || parent.band !== child.band) return null;
  const i = BAND_INDEX[parent.band];
  const width = usedWidth(parent, usedWidth(child, child.maxWidthMhz));
  const limit2 = powerLimit(rules, parent.band, parent.channel, width).unitDbm;
  const gain = (end) => end.antenna === "directional" ? BRIDGE_GAIN_DBI : UNIT_GAIN_DBI[i];
  const streams = Math.min(parent.streams, child.streams);
  const path = -lossDb2 + elevation + offsetDb;
  const ends2 = { band: parent.band, standard, widthMhz: width, streams, noiseFigureDb: UNIT_NOISE_FIGURE_DB };
  return {
    standard,
    downDbm: Math.min(parent.eirpDbm, limit2) + path + gain(child),
    upDbm: Math.min(child.eirpDbm, limit2) + path + gain(parent),
    downLadder: rateLadder({ ...ends2, receiveAntennas: child.streams }),
    upLadder: rateLadder({ ...ends2, receiveAntennas: parent.streams })
  };
}

// core/feed/ethernet.ts
var ETHERNET_TCP_SHARE = 0.9415;
var COPPER_LIMIT_M = 100;
var SLACK = 1.1;
var DROP_M = 1.5;
function ethernetGoodputMbps(rateMbps) {
  return rateMbps * ETHERNET_TCP_SHARE;
}
function copperRateMbps(category, lengthM2) {
  if (lengthM2 > COPPER_LIMIT_M) return 0;
  if (category === "cat5e") return 2500;
  if (category === "cat6") return lengthM2 <= 37 ? 1e4 : 5e3;
  return 1e4;
}
function wireLengthM(site2, a, b) {
  const route = Math.abs(a.xM - b.xM) + Math.abs(a.yM - b.yM) + Math.abs(levelOf(site2, a) - levelOf(site2, b));
  return (route + 2 * DROP_M) * SLACK;
}

// core/feed/coax.ts
var MOCA_MBPS = { "1.1": 95, "2.0": 400, "2.0b": 800, "2.5": 2300 };
var COAX_DB_PER_M = { rg6: 0.27, rg59: 0.33 };
var SPLITTER_DB = {
  2: { through: 4.5, across: 14.5 },
  4: { through: 8.5, across: 18.5 },
  8: { through: 12, across: 22 }
};
var MOCA_ADAPTER_LIMIT = 16;
function mocaMbps(version, attenuationDb, portMbps) {
  const full2 = version === "1.1" && portMbps >= 1e3 ? 140 : MOCA_MBPS[version];
  const share = attenuationDb <= 40 ? 1 : Math.max(0, (60 - attenuationDb) / 20);
  return Math.min(full2 * share, portMbps * ETHERNET_TCP_SHARE);
}
function coaxTreeOf(plant, pointId) {
  const joined = /* @__PURE__ */ new Set([pointId]);
  for (let grew = true; grew; ) {
    grew = false;
    for (const { upId, downId } of plant.cables)
      if (joined.has(upId) !== joined.has(downId)) {
        joined.add(upId).add(downId);
        grew = true;
      }
  }
  return [...joined].sort()[0];
}
function coaxAttenuation(plant, fromId, toId) {
  const names = new Map([...plant.outlets, ...plant.splitters].map((p) => [p.id, p.name]));
  for (const end of [fromId, toId])
    if (!names.has(end)) return { ok: false, reason: `The coax outlet "${end}" is not in the survey.` };
  if (fromId === toId) return { ok: false, reason: "Both adapters are on the same coax outlet: choose two." };
  const steps = /* @__PURE__ */ new Map();
  const put = (at2, s) => steps.set(at2, [...steps.get(at2) ?? [], s]);
  for (const cable of plant.cables) {
    put(cable.upId, { to: cable.downId, up: false, cable });
    put(cable.downId, { to: cable.upId, up: true, cable });
  }
  const came = /* @__PURE__ */ new Map();
  const queue = [fromId];
  while (queue.length > 0 && !came.has(toId)) {
    const at2 = queue.shift();
    for (const step2 of steps.get(at2) ?? [])
      if (step2.to !== fromId && !came.has(step2.to)) {
        came.set(step2.to, { from: at2, step: step2 });
        queue.push(step2.to);
      }
  }
  if (!came.has(toId))
    return {
      ok: false,
      reason: `${names.get(fromId)} and ${names.get(toId)} are not joined by coax: trace the cable or choose another outlet.`
    };
  const route = [];
  for (let at2 = toId; at2 !== fromId; at2 = came.get(at2).from) route.unshift(came.get(at2).step);
  let attenuationDb = 0;
  let lengthM2 = 0;
  const parts = [];
  for (let i = 0; i < route.length; i++) {
    const { cable, to, up } = route[i];
    const db = cable.lengthM * COAX_DB_PER_M[cable.cable];
    attenuationDb += db;
    lengthM2 += cable.lengthM;
    parts.push(`${cable.lengthM} m ${cable.cable === "rg6" ? "RG-6" : "RG-59"} ${db.toFixed(1)} dB`);
    const next = route[i + 1];
    const splitter2 = next && plant.splitters.find((s) => s.id === to);
    if (!splitter2) continue;
    if (splitter2.amplifier === "noBypass")
      return {
        ok: false,
        reason: `The amplifier at ${splitter2.name} has no bypass: no link passes it. Replace or bypass it.`
      };
    const across = up && !next.up;
    const loss = SPLITTER_DB[splitter2.ways][across ? "across" : "through"] * (splitter2.ratedMoca ? 1 : 2);
    attenuationDb += loss;
    parts.push(
      `${splitter2.ways}-way splitter ${across ? "between outputs" : "input to output"}${splitter2.ratedMoca ? "" : ", not rated above 1 GHz"} ${loss.toFixed(1)} dB`
    );
  }
  return {
    ok: true,
    attenuationDb,
    lengthM: lengthM2,
    parts,
    guessed: route.some((s) => s.cable.evidence === "guessed")
  };
}

// core/feed/powerline.ts
var POWERLINE = {
  boxShare: 0.18,
  perBoundary: 0.8,
  acrossLegs: 0.5,
  oldWiring: 0.6,
  subPanel: 0.5,
  protection: 0.7,
  strip: 0.25,
  decayM: 60,
  capMbps: 450
};
function powerlineMbps(run) {
  const factors = [
    { label: "of the number on the box", factor: POWERLINE.boxShare }
  ];
  const put = (label2, factor, times2 = 1) => {
    if (times2 > 0) factors.push({ label: label2, factor: factor ** times2 });
  };
  put("circuit boundaries after the first", POWERLINE.perBoundary, Math.max(0, run.boundaries - 1));
  put("across phases or legs", POWERLINE.acrossLegs, run.acrossLegs ? 1 : 0);
  put("old wiring", POWERLINE.oldWiring, run.oldWiring ? 1 : 0);
  put("through a sub-panel", POWERLINE.subPanel, run.subPanels);
  put("behind arc-fault or residual-current protection", POWERLINE.protection, run.protectedCircuit ? 1 : 0);
  put("on a surge strip", POWERLINE.strip, run.strips);
  factors.push({
    label: `${run.wireM.toFixed(0)} m of wire`,
    factor: Math.exp(-run.wireM / POWERLINE.decayM)
  });
  const product = factors.reduce((p, f) => p * f.factor, run.boxMbps);
  return { mbps: Math.min(product, POWERLINE.capMbps, run.portMbps * ETHERNET_TCP_SHARE), factors };
}
function wireM(site2, a, b) {
  return Math.abs(a.xM - b.xM) + Math.abs(a.yM - b.yM) + Math.abs(levelOf(site2, a) - levelOf(site2, b));
}
function upwards(site2, panelId) {
  const chain2 = [];
  for (let at2 = panelId; at2 !== null; ) {
    const panel2 = site2.panels.find((p) => p.id === at2);
    if (!panel2 || chain2.includes(panel2)) break;
    chain2.push(panel2);
    at2 = panel2.fedFromId;
  }
  return chain2;
}
function powerlinePath(site2, near, far, boxMbps, portMbps) {
  if (near.id === far.id) return { ok: false, reason: "Both adapters are on the same outlet: choose two." };
  const circuits = [near, far].map((o) => site2.circuits.find((c) => c.id === o.circuitId));
  const [a, b] = circuits;
  if (!a || !b) {
    const which = a ? far : near;
    return { ok: false, reason: `The circuit of outlet "${which.name}" is not known: set it in Survey.` };
  }
  const strips = (near.strip ? 1 : 0) + (far.strip ? 1 : 0);
  const common = {
    boxMbps,
    portMbps,
    acrossLegs: a.leg !== b.leg,
    oldWiring: a.oldWiring || b.oldWiring,
    protectedCircuit: a.protection !== "none" || b.protection !== "none",
    strips
  };
  const upA = upwards(site2, a.panelId);
  const upB = upwards(site2, b.panelId);
  const head = upA[upA.length - 1];
  const headB = upB[upB.length - 1];
  if (!head || !headB || head.id !== headB.id)
    return {
      ok: false,
      reason: `${near.name} and ${far.name} are not on one supply: powerline cannot join them.`
    };
  if (a.id === b.id)
    return {
      ok: true,
      wiringId: head.id,
      run: { ...common, wireM: wireM(site2, near.place, far.place), boundaries: 0, subPanels: 0 }
    };
  const meet = upA.find((p) => upB.includes(p));
  const route = [...upA.slice(0, upA.indexOf(meet) + 1), ...upB.slice(0, upB.indexOf(meet)).reverse()];
  let metres = wireM(site2, near.place, route[0].place) + wireM(site2, far.place, route[route.length - 1].place);
  for (let i = 1; i < route.length; i++) metres += wireM(site2, route[i - 1].place, route[i].place);
  const subPanels = route.length - 1;
  return {
    ok: true,
    wiringId: head.id,
    run: { ...common, wireM: metres, boundaries: 2 + subPanels, subPanels }
  };
}
function nearestOutlet(site2, at2) {
  let best = null;
  let bestM = Infinity;
  for (const o of site2.outlets) {
    const m = wireM(site2, o.place, at2) + (o.place.storeyId === at2.storeyId ? 0 : 100);
    if (m < bestM) {
      bestM = m;
      best = o;
    }
  }
  return best;
}

// core/feed/chain.ts
function throughput(parts, direction, without = -1) {
  const shared = /* @__PURE__ */ new Map();
  let mbps2 = Infinity;
  let at2 = 0;
  parts.forEach((part, i) => {
    if (i === without) return;
    const rate = part[direction];
    if (part.mediumId !== null) {
      const group = shared.get(part.mediumId) ?? { inverse: 0, worst: i, count: 0 };
      group.inverse += rate > 0 ? 1 / rate : Infinity;
      group.count++;
      if (rate < parts[group.worst][direction]) group.worst = i;
      shared.set(part.mediumId, group);
    } else if (rate < mbps2) {
      mbps2 = rate;
      at2 = i;
    }
  });
  for (const group of shared.values()) {
    const rate = group.inverse === Infinity ? 0 : 1 / group.inverse;
    if (rate < mbps2) {
      mbps2 = rate;
      at2 = group.worst;
    }
  }
  return { mbps: mbps2 === Infinity ? 0 : mbps2, at: at2 };
}
function chainOf(parts) {
  const down = throughput(parts, "downMbps");
  const up = throughput(parts, "upMbps");
  const nextDown = throughput(parts, "downMbps", down.at);
  const nextUp = throughput(parts, "upMbps", up.at);
  return {
    downMbps: down.mbps,
    upMbps: up.mbps,
    latencyMs: parts.reduce((sum, p) => sum + p.latencyMs, 0),
    narrowestDown: down.at,
    narrowestUp: up.at,
    nextDownMbps: nextDown.mbps,
    nextUpMbps: nextUp.mbps,
    secondDown: nextDown.at,
    secondUp: nextUp.at
  };
}
var HOP_LATENCY_MS = { wireless: 2, powerline: 3, coax: 3.5, ethernet: 0.1 };

// core/plan/option/feeds.ts
var parentIdOf = (feed2) => feed2.kind === "line" ? null : feed2.parentId;
var isCable = (feed2) => feed2.kind === "ethernet" || feed2.kind === "fibre";
var needsRun = (feed2) => isCable(feed2) && feed2.dataRunId === null;
var dataRunOf = (feed2) => isCable(feed2) ? feed2.dataRunId : null;
var categoryLabel = (feed2) => feed2.category.replace("cat", "Cat ").replace(/a$/, "A");
function plainFeed(kind, parentId) {
  const from = { parentId, measuredDownMbps: null, measuredUpMbps: null };
  switch (kind) {
    case "line":
      return { kind };
    case "ethernet":
      return { kind, ...from, lengthM: null, dataRunId: null, category: "cat6" };
    case "fibre":
      return { kind, ...from, lengthM: null, dataRunId: null };
    case "coax":
      return { kind, ...from, nearCoaxId: null, farCoaxId: null };
    case "powerline":
      return { kind, ...from, nearOutletId: null, farOutletId: null };
    default:
      return { kind, ...from };
  }
}

// core/radio/link/channels.ts
var CONTEND_LOSS_DB = 105;
function neighbourWeight(n) {
  return Math.max(0, Math.min(1, (n.levelDbm + 90) / 30));
}

// core/plan/evaluate/radios.ts
var DEFAULT_CHANNEL = { "2.4": 1, "5": 36, "6": 37 };
var OPEN_CHANNEL_5 = 100;
var settingKey = (radio2) => radio2.role === "backhaul" ? "backhaul" : radio2.band;
function radioEnd(unit4, kit, radio2) {
  const setting = unit4.radios[settingKey(radio2)];
  const inTheOpen = radio2.band === "5" && (kit.outdoor || radio2.role === "backhaul");
  return {
    band: radio2.band,
    standard: radio2.standard,
    streams: radio2.streams,
    maxWidthMhz: radio2.maxWidthMhz,
    eirpDbm: radio2.eirpDbm,
    antenna: kit.antenna,
    channel: setting?.channel ?? (inTheOpen ? OPEN_CHANNEL_5 : DEFAULT_CHANNEL[radio2.band]),
    widthMhz: setting?.widthMhz ?? Math.min(radio2.maxWidthMhz, DEFAULT_WIDTH_MHZ[BAND_INDEX[radio2.band]])
  };
}
function meshRadios(kit) {
  const own = kit.radios.filter((r) => r.role === "backhaul");
  return own.length > 0 ? own : kit.radios;
}
function partnerOf(parentKit, childRadio) {
  const same = parentKit.radios.filter((r) => r.band === childRadio.band);
  return same.find((r) => r.role === childRadio.role) ?? same[0];
}
function channelMedium(end) {
  return `radio:${end.band}:${end.channel}`;
}

// core/plan/evaluate/airtime.ts
var BEACON_SHARE = [0.025, 5e-3, 5e-3];
var NEIGHBOUR_SHARE = [0.04, 0.04, 0.04];
var LEAST_PART = 0.4;
var spanOf = (end) => channelSpan(end.band, end.channel, end.widthMhz ?? Math.min(20, end.maxWidthMhz));
function hearEachOther(context, a, b, band) {
  const way = crossingsBetween(context.scene, pointOf(context.site, a.place), pointOf(context.site, b.place));
  return straightLossDb(context.scene, way, band, context.beliefs.correction) < CONTEND_LOSS_DB;
}
function rivalsOf(context, option2, unit4, end) {
  const span = spanOf(end);
  return option2.units.flatMap((other) => {
    if (other.id === unit4.id) return [];
    const kit = kitOf(context, other);
    const rivals = kit.radios.filter((r) => r.band === end.band).map((r) => radioEnd(other, kit, r)).map((theirs) => ({ unit: other, end: theirs, shared: overlap(span, spanOf(theirs)) })).filter((r) => r.shared > 0);
    return rivals.length > 0 && hearEachOther(context, unit4, other, end.band) ? rivals : [];
  });
}
var airtimeKey = (unitId, mediumId) => `${unitId}|${mediumId}`;
function contentionOf(context, option2) {
  const out = /* @__PURE__ */ new Map();
  for (const unit4 of option2.units) {
    const kit = kitOf(context, unit4);
    for (const radio2 of kit.radios) {
      const end = radioEnd(unit4, kit, radio2);
      out.set(
        airtimeKey(unit4.id, channelMedium(end)),
        rivalsOf(context, option2, unit4, end).map((r) => ({
          key: airtimeKey(r.unit.id, channelMedium(r.end)),
          shared: r.shared
        }))
      );
    }
  }
  return out;
}
var airKey = (unitId, band) => `${unitId}|${band}`;
function airShare(context, option2, unit4, end) {
  const { neighbours } = context.site;
  const i = BAND_INDEX[end.band];
  const span = spanOf(end);
  let part = 1;
  for (const n of neighbours)
    if (n.band === end.band)
      part *= 1 - NEIGHBOUR_SHARE[i] * neighbourWeight(n) * overlap(span, channelSpan(n.band, n.channel, n.widthMhz));
  for (const rival of rivalsOf(context, option2, unit4, end)) part *= 1 - BEACON_SHARE[i] * rival.shared;
  const heard24 = neighbours.filter((n) => n.band === "2.4").length;
  return freeAirtime(end.band, heard24) * Math.max(LEAST_PART, part);
}

// core/plan/evaluate/part.ts
var sureLink = (part) => ({
  part,
  sigmaDb: 0,
  sigmaLn: 0,
  mostMbps: Infinity,
  ratesAt: () => part,
  drawn: /* @__PURE__ */ new Map()
});
var roughLink = (part, sigmaLn, mostMbps) => ({
  ...sureLink(part),
  sigmaLn,
  mostMbps
});

// core/plan/evaluate/surroundings.ts
var RUN_REACH_M = 5;
var INTERFERENCE_REACH_M = 2;
var flatM = (a, b) => Math.hypot(a.xM - b.xM, a.yM - b.yM);
function runsBetween(site2, a, b) {
  const apart = (x, y) => x.storeyId === y.storeyId ? flatM(x, y) : Infinity;
  const reach = (r) => Math.min(Math.max(apart(r.from, a), apart(r.to, b)), Math.max(apart(r.from, b), apart(r.to, a)));
  return site2.dataRuns.filter((r) => reach(r) <= RUN_REACH_M).sort((x, y) => reach(x) - reach(y));
}
function outletsOf(site2, parent, unit4) {
  const [near, far] = unit4.feed.kind === "powerline" ? [unit4.feed.nearOutletId, unit4.feed.farOutletId] : [];
  const chosen = (id2) => site2.outlets.find((o) => o.id === id2);
  return [chosen(near) ?? nearestOutlet(site2, parent.place), chosen(far) ?? nearestOutlet(site2, unit4.place)];
}
function disturbersOf(site2, unit4) {
  return site2.interference.filter((x) => x.place.storeyId === unit4.place.storeyId).map((x) => ({ name: x.name, distanceM: flatM(x.place, unit4.place) })).filter((x) => x.distanceM < INTERFERENCE_REACH_M);
}

// core/plan/evaluate/hop.ts
var wireHop = (link, lengthM2) => ({ ...link, lengthM: lengthM2, levelDbm: null });
var fixedHop = (part, lengthM2) => wireHop(sureLink(part), lengthM2);
var POWERLINE_SIGMA_LN = Math.log(2) / Z90;
var COAX_SIGMA_LN = 0.2 / Z90;
var COAX_GUESSED_SIGMA_LN = 0.4 / Z90;
function feedPart(child, why, values) {
  const { downMbps, upMbps = downMbps, latencyMs, mediumId = null } = values;
  return {
    kind: "feed",
    downMbps,
    upMbps,
    latencyMs,
    mediumId,
    measured: false,
    unitId: child.id,
    parentId: parentIdOf(child.feed),
    why
  };
}
var deadHop = (child, medium, problem) => fixedHop(feedPart(child, { kind: "dead", medium, problem }, { downMbps: 0, latencyMs: 0 }), null);
function runHop({ context, parent, child, parentKit, childKit }) {
  const run = context.site.dataRuns.find((r) => r.id === dataRunOf(child.feed));
  if (!run) return null;
  if (!runsBetween(context.site, parent.place, child.place).includes(run))
    return deadHop(
      child,
      run.name,
      `${run.name} does not end near ${parent.letter} and ${child.letter}: choose another run or a new cable.`
    );
  const carries = run.category === "fibre" ? 1e3 : Math.min(copperRateMbps(run.category, run.lengthM), 1e4);
  const rate = Math.min(run.negotiatedMbps ?? carries, parentKit.portMbps, childKit.portMbps);
  const why = {
    kind: "run",
    name: run.name,
    lengthM: run.lengthM,
    certainty: run.evidence,
    negotiatedMbps: run.negotiatedMbps
  };
  return fixedHop(
    feedPart(child, why, { downMbps: ethernetGoodputMbps(rate), latencyMs: HOP_LATENCY_MS.ethernet }),
    run.lengthM
  );
}
function cableHop(ends2) {
  const known3 = runHop(ends2);
  if (known3) return known3;
  const { context, parent, child, feed: feed2, parentKit, childKit } = ends2;
  const lengthM2 = feed2.lengthM ?? wireLengthM(context.site, parent.place, child.place);
  const ports = Math.min(parentKit.portMbps, childKit.portMbps);
  const rateMbps = feed2.kind === "fibre" ? Math.min(ports, 1e3) : Math.min(copperRateMbps(feed2.category, lengthM2), ports);
  const medium = feed2.kind === "fibre" ? "fibre" : categoryLabel(feed2);
  return fixedHop(
    feedPart(
      child,
      { kind: "cable", medium, lengthM: lengthM2, rateMbps },
      { downMbps: ethernetGoodputMbps(rateMbps), latencyMs: HOP_LATENCY_MS.ethernet }
    ),
    lengthM2
  );
}
function coaxHop({ context, child, feed: feed2, childKit }) {
  const { nearCoaxId, farCoaxId } = feed2;
  if (!nearCoaxId || !farCoaxId)
    return deadHop(
      child,
      "coax",
      "Choose the two coax outlets of the pair: near its parent and at the far end."
    );
  const path = coaxAttenuation(context.site.coax, nearCoaxId, farCoaxId);
  if (!path.ok) return deadHop(child, "coax", path.reason);
  const downMbps = mocaMbps(childKit.moca ?? "2.5", path.attenuationDb, childKit.portMbps);
  const { attenuationDb, parts: stretches, guessed } = path;
  const part = feedPart(
    child,
    { kind: "coax", attenuationDb, stretches, guessed },
    {
      downMbps,
      latencyMs: HOP_LATENCY_MS.coax,
      mediumId: `coax:${coaxTreeOf(context.site.coax, farCoaxId)}`
    }
  );
  const most = mocaMbps(childKit.moca ?? "2.5", 0, childKit.portMbps);
  return wireHop(roughLink(part, guessed ? COAX_GUESSED_SIGMA_LN : COAX_SIGMA_LN, most), path.lengthM);
}
function powerlineHop({ context, parent, child, childKit }) {
  const { site: site2 } = context;
  const [near, far] = outletsOf(site2, parent, child);
  if (!near || !far)
    return deadHop(child, "powerline", "No power outlet is surveyed: add the two outlets in Survey.");
  const path = powerlinePath(site2, near, far, childKit.powerlineBoxMbps ?? 1e3, childKit.portMbps);
  if (!path.ok) return deadHop(child, "powerline", path.reason);
  const { mbps: mbps2, factors } = powerlineMbps(path.run);
  const part = feedPart(
    child,
    { kind: "powerline", near: near.name, far: far.name, factors },
    { downMbps: mbps2, latencyMs: HOP_LATENCY_MS.powerline, mediumId: `powerline:${path.wiringId}` }
  );
  const most = Math.min(POWERLINE.capMbps, childKit.portMbps * ETHERNET_TCP_SHARE);
  return wireHop(roughLink(part, POWERLINE_SIGMA_LN, most), path.run.wireM);
}
function radioPairs({ parent, child, parentKit, childKit }) {
  return meshRadios(childKit).flatMap((own) => {
    const partner = partnerOf(parentKit, own);
    if (!partner) return [];
    return [{ parentEnd: radioEnd(parent, parentKit, partner), childEnd: radioEnd(child, childKit, own) }];
  });
}
function airHop(ends2) {
  const { context, option: option2, parent, child, parentKit, childKit } = ends2;
  const { site: site2, scene, beliefs, brief: brief2 } = context;
  const u = pointOf(site2, parent.place);
  const p = pointOf(site2, child.place);
  const bridge = child.feed.kind === "bridge";
  const pairs2 = bridge ? childKit.radios.map((r) => ({
    parentEnd: radioEnd(child, childKit, r),
    childEnd: radioEnd(child, childKit, r)
  })) : radioPairs(ends2);
  const apartM = Math.hypot(p.x - u.x, p.y - u.y);
  const tilt = elevationDb(bridge ? "directional" : parentKit.antenna, p.z - u.z, apartM) + elevationDb(childKit.antenna, u.z - p.z, apartM);
  let best = null;
  for (const { parentEnd, childEnd } of pairs2) {
    const { band } = parentEnd;
    const path = radioPath(scene, u, p, band, beliefs);
    const ground = bridge ? groundLossDb(u.z, p.z, path.distanceM, BAND_MHZ[BAND_INDEX[band]] / 1e3) : 0;
    const features = withEnds(withEnds(path.features, parent.id, null, band), child.id, null, band);
    const learnt = beliefs.shiftDb(features);
    const link = prepareUnitLink(parentEnd, childEnd, brief2, path.lossDb + ground, tilt, learnt);
    if (!link) continue;
    const air = airShare(context, option2, parent, parentEnd);
    const { meanLn, sigmaLn } = beliefs.speed(band);
    const free = air * Math.exp(meanLn);
    const ratesAt = (shiftDb) => {
      const quiet = quietMbpsAt(link, shiftDb);
      return { downMbps: quiet.downMbps * free, upMbps: quiet.upMbps * free };
    };
    const middle = ratesAt(0);
    const score = Math.min(middle.downMbps, middle.upMbps);
    if (best && score <= best.score) continue;
    const way = factsOf(scene, path);
    const part = feedPart(
      child,
      { kind: "air", bridge, band, levelDbm: link.downDbm, way },
      { ...middle, latencyMs: HOP_LATENCY_MS.wireless, mediumId: channelMedium(parentEnd) }
    );
    best = {
      score,
      hop: {
        part,
        ratesAt,
        drawn: /* @__PURE__ */ new Map(),
        sigmaLn,
        mostMbps: Infinity,
        sigmaDb: levelSigmaDb(beliefs, features, band),
        lengthM: path.distanceM,
        levelDbm: link.downDbm
      }
    };
  }
  if (!best)
    return deadHop(
      child,
      bridge ? "bridge" : `air from ${parent.letter}`,
      `${parent.letter} and ${child.letter} share no radio: choose another feed or kit.`
    );
  return best.hop;
}
function hopOf(context, option2, child) {
  const { feed: feed2 } = child;
  if (feed2.kind === "line") return null;
  const parent = option2.units.find((u) => u.id === feed2.parentId);
  if (!parent) return deadHop(child, "feed", "Choose what feeds this unit.");
  const common = { context, option: option2, parent, child, parentKit: kitOf(context, parent) };
  const ends2 = { ...common, childKit: kitOf(context, child) };
  const hop = feed2.kind === "ethernet" || feed2.kind === "fibre" ? cableHop({ ...ends2, feed: feed2 }) : feed2.kind === "coax" ? coaxHop({ ...ends2, feed: feed2 }) : feed2.kind === "powerline" ? powerlineHop({ ...ends2, feed: feed2 }) : airHop({ ...ends2, feed: feed2 });
  const { measuredDownMbps, measuredUpMbps } = feed2;
  if (measuredDownMbps === null && measuredUpMbps === null) return hop;
  const part = {
    ...hop.part,
    downMbps: measuredDownMbps ?? hop.part.downMbps,
    upMbps: measuredUpMbps ?? measuredDownMbps ?? hop.part.upMbps,
    measured: true
  };
  return { ...hop, ...sureLink(part) };
}
function portGoodputMbps(kit) {
  return kit.portMbps * ETHERNET_TCP_SHARE;
}

// core/plan/rules/briefRules.ts
function newRuns(option2) {
  return option2.units.filter((u) => needsRun(u.feed));
}
function roomNameOf(site2, place2) {
  const rooms = roomsOn(site2, place2.storeyId);
  return rooms.find((r) => inside(r.outline, place2.xM, place2.yM))?.named?.name ?? null;
}
var plain = (text) => text.trim().toLowerCase();
function isClosed(closedRooms, room2) {
  return closedRooms.split(/[,;\n]/).map(plain).some((entry) => entry.length >= 3 && (entry.includes(plain(room2)) || plain(room2).includes(entry)));
}
function closedRoomNotices({ site: site2, brief: brief2 }, option2) {
  const { closedRooms } = brief2.allowed;
  if (!closedRooms.trim()) return [];
  return option2.units.flatMap((unit4) => {
    const room2 = roomNameOf(site2, unit4.place);
    if (!room2 || !isClosed(closedRooms, room2)) return [];
    return [
      {
        unitId: unit4.id,
        weight: "stop",
        words: `${unit4.letter} stands in ${room2}, which is closed to us: choose another room, or ask.`
      }
    ];
  });
}
function homeNotices({ brief: brief2 }, option2) {
  const runs = newRuns(option2);
  const lacks = (what) => !brief2.consents.some((c) => c.what === what);
  const out = [];
  const say = (words) => out.push({ unitId: null, weight: "care", words });
  if (runs.length === 0) return out;
  const letters = runs.map((u) => u.letter).join(", ");
  if (brief2.allowed.rented && lacks("landlord"))
    say(`A rented home and cable runs for ${letters}: put the landlord\u2019s consent in the brief first.`);
  if (brief2.allowed.listed && lacks("listedBuilding"))
    say(
      `A listed building and cable runs for ${letters}: put the consent of ${CONSENT_LABEL.listedBuilding} in the brief first.`
    );
  if (brief2.policies.feed === "noDrilling")
    say(`The school of this job is no drilling, and ${letters} would need a cable run.`);
  return out;
}
function consentNotices({ brief: brief2 }, option2) {
  const drills = newRuns(option2).length > 0;
  return brief2.consents.filter((c) => !c.got && (c.what !== "drilling" || drills)).map((c) => ({
    unitId: null,
    weight: c.what === "drilling" ? "stop" : "care",
    words: `Consent still open: ${CONSENT_LABEL[c.what]}${c.who ? `, ${c.who}` : ""}.`
  }));
}
function oldRouterNotices({ brief: brief2 }, option2, today2) {
  const router = today2?.units.find((u) => u.feed.kind === "line");
  const stays = option2.units.some((u) => u.feed.kind === "line" && u.kitId === router?.kitId);
  const hangs = [
    ...brief2.oldRouter.telephone ? ["the telephone"] : [],
    ...brief2.oldRouter.alarm ? ["an alarm"] : []
  ];
  if (!router || stays || option2.units.length === 0 || hangs.length === 0) return [];
  return [
    {
      unitId: null,
      weight: "care",
      words: `On the router this plan replaces hangs ${hangs.join(" and ")}: agree with the customer how it goes on.`
    }
  ];
}
function briefNotices(context, option2, today2) {
  return [
    ...closedRoomNotices(context, option2),
    ...homeNotices(context, option2),
    ...consentNotices(context, option2),
    ...oldRouterNotices(context, option2, today2)
  ];
}

// core/site/model/lengths.ts
var INCH_M = 0.0254;
var NUMBER = String.raw`(\d+(?:[.,]\d+)?|[.,]\d+)`;
var FRACTION = String.raw`(?:\s*(\d+)\s*\/\s*(\d+))?`;
function feetText(metres, exact) {
  const steps = exact ? 2 : 1;
  const halves = Math.round(metres / INCH_M * steps);
  const feet = Math.trunc(halves / (12 * steps));
  const rest = Math.abs(halves - feet * 12 * steps) / steps;
  return `${feet}\u2032 ${Math.floor(rest)}${rest % 1 ? "\xBD" : ""}\u2033`;
}
function lengthText(metres, unit4) {
  if (unit4 === "feet") return feetText(metres, false);
  return `${metres.toFixed(Math.abs(metres) < 10 ? 1 : 0)} m`;
}

// core/site/check/slowRun.ts
var BROKEN_PAIR_MBPS = 100;
function isSlowRun(run) {
  return run.category !== "fibre" && run.negotiatedMbps !== null && run.negotiatedMbps <= BROKEN_PAIR_MBPS;
}

// core/plan/rules/houseRules.ts
function wallAround({ site: site2 }, { place: place2 }) {
  const within2 = (w) => {
    if (distanceToWallM(place2, w) >= wallThicknessM(w, site2.customConstructions) / 2) return false;
    if (w.heightM !== null && place2.heightM > w.heightM) return false;
    const lengthM2 = Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM);
    const alongM = ((place2.xM - w.a.xM) * (w.b.xM - w.a.xM) + (place2.yM - w.a.yM) * (w.b.yM - w.a.yM)) / lengthM2;
    return !site2.openings.some(
      (o) => o.wallId === w.id && alongM >= o.offsetM && alongM <= o.offsetM + o.widthM
    );
  };
  return site2.walls.find((w) => w.storeyId === place2.storeyId && within2(w)) ?? null;
}
function placeNotices(context, unit4) {
  const { site: site2, brief: brief2 } = context;
  const out = [];
  const say = (words) => out.push({ unitId: unit4.id, weight: "care", words });
  const wall3 = wallAround(context, unit4);
  if (wall3)
    say(
      `${unit4.letter} stands inside a wall (${describeConstruction(wall3.construction, site2.customConstructions).label}): move it in front of the side it is to serve.`
    );
  for (const { name, distanceM } of disturbersOf(site2, unit4))
    say(
      `${unit4.letter} stands ${lengthText(distanceM, brief2.lengthUnit)} from ${name}: keep ${lengthText(INTERFERENCE_REACH_M, brief2.lengthUnit)} away.`
    );
  const run = site2.dataRuns.find((r) => r.id === dataRunOf(unit4.feed));
  if (run && isSlowRun(run))
    say(
      `${run.name} runs at ${run.negotiatedMbps} Mb/s: a pair is likely broken. Make its ends new before ${unit4.letter} hangs on it.`
    );
  return out;
}
function outletNotices({ site: site2 }, option2) {
  const out = [];
  const wanted = /* @__PURE__ */ new Map();
  for (const unit4 of option2.units) {
    if (unit4.feed.kind !== "powerline") continue;
    const parent = option2.units.find((u) => u.id === parentIdOf(unit4.feed));
    if (!parent) continue;
    for (const o of outletsOf(site2, parent, unit4)) if (o) wanted.set(o, [...wanted.get(o) ?? [], unit4]);
  }
  for (const [outlet2, units] of wanted) {
    const unitId = units[0].id;
    const letters = units.map((u) => u.letter).join(", ");
    if (outlet2.strip)
      out.push({
        unitId,
        weight: "care",
        words: `A strip hangs on ${outlet2.name}: the adapter of ${letters} goes straight into the wall, the strip elsewhere.`
      });
    if (units.length > outlet2.freeSockets)
      out.push({
        unitId,
        weight: "care",
        words: `${outlet2.name} has ${outlet2.freeSockets} free, and ${units.length === 1 ? "an adapter" : `${units.length} adapters`} for ${letters} ${units.length === 1 ? "wants" : "want"} in: free a socket or choose another outlet.`
      });
  }
  return out;
}
function coaxNotices({ site: site2, brief: brief2 }, option2) {
  const units = option2.units.filter((u) => u.feed.kind === "coax");
  if (units.length === 0) return [];
  const out = [];
  const say = (weight, words) => out.push({ unitId: units[0].id, weight, words });
  const { coax } = site2;
  if (coax.satelliteOnCable)
    say("stop", "Satellite TV runs on this coax: it uses the band of the adapters. Choose another feed.");
  if (!coax.entryFilter)
    say(
      "care",
      "The coax has no entry filter yet: fit one where it enters, or neighbours hear the adapters."
    );
  if (brief2.line.kind === "cable")
    say(
      "care",
      "The line comes by the same kind of cable: where it uses more than 1 GHz the modem needs a filter of its own."
    );
  const perTree = /* @__PURE__ */ new Map();
  for (const { feed: feed2 } of units) {
    if (feed2.kind !== "coax" || !feed2.farCoaxId) continue;
    const tree = coaxTreeOf(coax, feed2.farCoaxId);
    perTree.set(tree, (perTree.get(tree) ?? 0) + 2);
  }
  for (const adapters of perTree.values())
    if (adapters > MOCA_ADAPTER_LIMIT)
      say("stop", `${adapters} coax adapters on one tree; it carries at most ${MOCA_ADAPTER_LIMIT}.`);
  return out;
}
function bendNotices({ scene }, option2) {
  const bends = portalsOf(scene).length;
  if (bends <= MOST_BENDS || option2.units.length === 0) return [];
  return [
    {
      unitId: null,
      weight: "care",
      words: `This plot has ${bends} openings and corners a signal may bend at: for each unit the nearest ${MOST_BENDS} are followed, so a way round through a far one is left out.`
    }
  ];
}
function houseNotices(context, option2) {
  return [
    ...option2.units.flatMap((u) => placeNotices(context, u)),
    ...outletNotices(context, option2),
    ...coaxNotices(context, option2),
    ...bendNotices(context, option2)
  ];
}

// core/plan/option/graph.ts
function feedPath(option2, unitId) {
  const path = [];
  for (let at2 = unitId; at2 !== null; ) {
    const unit4 = option2.units.find((u) => u.id === at2);
    if (!unit4) {
      const last = path[0];
      return {
        ok: false,
        reason: `${last ? `Unit ${last.letter}` : "The unit"} is fed from a unit that is not there.`
      };
    }
    if (path.includes(unit4))
      return {
        ok: false,
        reason: `The feeds run in a circle: ${[unit4, ...path.slice(0, path.indexOf(unit4) + 1)].map((u) => u.letter).join(" \u2192 ")}.`
      };
    path.unshift(unit4);
    at2 = unit4.feed.kind === "line" ? null : parentIdOf(unit4.feed);
  }
  const head = path[0];
  if (head.feed.kind !== "line") return { ok: false, reason: `Unit ${head.letter} is fed from nothing.` };
  return { ok: true, units: path };
}
function gatewayOf(option2) {
  return option2.units.find((u) => u.feed.kind === "line") ?? null;
}

// core/plan/evaluate/words.ts
var letterOf = (option2, unitId) => option2.units.find((u) => u.id === unitId)?.letter ?? "?";
function partLabel(part, option2) {
  const unit4 = () => letterOf(option2, part.unitId);
  const { why } = part;
  switch (why.kind) {
    case "line":
      return "line";
    case "port":
      return `gateway ${unit4()}`;
    case "device":
      return why.name;
    case "lead":
      return `lead from ${unit4()}`;
    case "run":
      return `${why.name} to ${unit4()}`;
    case "cable":
      return `${why.medium} to ${unit4()}`;
    case "coax":
      return `coax to ${unit4()}`;
    case "powerline":
      return `powerline to ${unit4()}`;
    case "dead":
      return `${why.medium} to ${unit4()}`;
    case "air":
      if (part.kind === "air") return `air from ${unit4()}, ${why.band} GHz`;
      return why.bridge ? `bridge to ${unit4()}` : `air from ${letterOf(option2, part.parentId)} to ${unit4()}`;
  }
}
function partBecause(part, lengthUnit) {
  const { why } = part;
  const length = (m) => lengthText(m, lengthUnit);
  if (part.measured && part.kind === "feed") return "measured on this very link";
  if (part.measured && part.kind === "air")
    return `as read on the device; ${why.kind === "air" ? pathWords(why.way, length) : ""}`;
  switch (why.kind) {
    case "line":
      return why.measured ? "measured by cable" : "as paid for";
    case "port":
      return "its port";
    case "device":
      return "what the device itself can move";
    case "lead":
      return "plugged in";
    case "run":
      return `${length(why.lengthM)} already in the house (${why.certainty})${why.negotiatedMbps ? `, negotiated ${why.negotiatedMbps} Mb/s` : ", speed not tested yet"}`;
    case "cable":
      if (why.medium === "fibre") return `${length(why.lengthM)} of fibre with media converters at 1 Gb/s`;
      return why.rateMbps === 0 ? `${length(why.lengthM)} is past the 100 m that copper carries: take fibre or a shorter route` : `${length(why.lengthM)} of ${why.medium} at ${why.rateMbps} Mb/s`;
    case "coax":
      return `${why.attenuationDb.toFixed(1)} dB: ${why.stretches.join(", ")}${why.guessed ? " (part of it guessed)" : ""}`;
    case "powerline":
      return `${why.near} to ${why.far}: ${why.factors.map((f) => `${f.factor.toFixed(2)} ${f.label}`).join(" \xD7 ")}`;
    case "dead":
      return why.problem;
    case "air":
      return part.kind === "air" ? pathWords(why.way, length) : `${why.band} GHz at ${why.levelDbm.toFixed(0)} dBm: ${pathWords(why.way, length)}`;
  }
}

// core/plan/rules/rules.ts
var BRIDGE_GHZ = 5.5;
var MESH_LIMIT = 5;
function feedNotices(context, option2, unit4) {
  const out = [];
  const say = (weight, words) => out.push({ unitId: unit4.id, weight, words });
  const { feed: feed2 } = unit4;
  const parent = option2.units.find((u) => u.id === parentIdOf(feed2));
  const path = feedPath(option2, unit4.id);
  if (!path.ok) say("stop", path.reason);
  const hop = hopOf(context, option2, unit4);
  if (hop && hop.part.downMbps === 0)
    say("stop", `${unit4.letter}: ${partBecause(hop.part, context.brief.lengthUnit)}`);
  if (!parent) return out;
  if (feed2.kind === "bridge") {
    const [u, p] = [pointOf(context.site, parent.place), pointOf(context.site, unit4.place)];
    const way = crossingsBetween(context.scene, u, p);
    if (way.walls.length + way.floors.length > 0 || way.leafM + way.bareM > 0)
      say(
        "stop",
        `${unit4.letter}: the bridge has no clear view of ${parent.letter}. Move an end until nothing lies between.`
      );
    const radiusM = fresnelRadiusM(way.distanceM / 2, way.distanceM / 2, BRIDGE_GHZ);
    if (Math.min(u.z, p.z) < 0.6 * radiusM)
      say(
        "care",
        `${unit4.letter}: mount the bridge at least ${lengthText(0.6 * radiusM, context.brief.lengthUnit)} up, or the ground takes part of it.`
      );
  }
  const from = buildingAt(context.site, parent.place.xM, parent.place.yM);
  const to = buildingAt(context.site, unit4.place.xM, unit4.place.yM);
  if (feed2.kind === "ethernet" && from?.id !== to?.id)
    say(
      "care",
      `${unit4.letter} is fed by copper from one building to another: take fibre, or surge protection at both ends by someone licensed.`
    );
  const { allowed } = context.brief;
  if (needsRun(feed2) && !allowed.drilling && hop && (hop.lengthM ?? 0) > 5)
    say(
      "stop",
      `${unit4.letter} needs a cable run, and the brief allows no drilling: choose air, powerline or coax, or ask.`
    );
  return out;
}
function powerNotices(context, option2) {
  const out = [];
  const bySwitch = /* @__PURE__ */ new Map();
  for (const unit4 of option2.units) {
    const { poe } = kitOf(context, unit4);
    if (!poe || unit4.feed.kind === "line") continue;
    const say = (weight, words) => out.push({ unitId: unit4.id, weight, words });
    const parent = option2.units.find((u) => u.id === parentIdOf(unit4.feed));
    const source = parent && kitOf(context, parent).poeSource;
    if (unit4.feed.kind !== "ethernet" || !source)
      say(
        "care",
        `${unit4.letter} takes its power over copper and ${unit4.feed.kind === "fibre" ? "fibre carries none" : unit4.feed.kind === "ethernet" ? `${parent?.letter ?? "its feed"} gives none` : "this feed carries none"}: an ${POE_W[poe].label} injector near it is in the parts. No passive injector.`
      );
    else if (!sourceFeeds(source.type, poe))
      say(
        "stop",
        `${unit4.letter} needs ${POE_W[poe].label}, ${parent.letter} gives only ${POE_W[source.type].label}: take a stronger switch or an injector.`
      );
    else bySwitch.set(parent.id, [...bySwitch.get(parent.id) ?? [], poe]);
  }
  for (const [id2, devices] of bySwitch) {
    const unit4 = option2.units.find((u) => u.id === id2);
    const { problems } = poeBudget(devices, kitOf(context, unit4).poeSource);
    for (const words of problems) out.push({ unitId: id2, weight: "stop", words: `${unit4.letter}: ${words}` });
  }
  return out;
}
function injectorsOf(context, option2) {
  return option2.units.flatMap((unit4) => {
    const { poe } = kitOf(context, unit4);
    const parent = option2.units.find((u) => u.id === parentIdOf(unit4.feed));
    const powered = unit4.feed.kind === "ethernet" && parent && kitOf(context, parent).poeSource;
    return poe && unit4.feed.kind !== "line" && !powered ? [poe] : [];
  });
}
function ruleNotices(context, option2, today2 = null) {
  const out = [
    ...option2.units.flatMap((u) => feedNotices(context, option2, u)),
    ...powerNotices(context, option2),
    ...houseNotices(context, option2),
    ...briefNotices(context, option2, today2)
  ];
  const families = /* @__PURE__ */ new Set();
  let mesh = 0;
  for (const unit4 of option2.units) {
    const kit = kitOf(context, unit4);
    if (kit.family) {
      families.add(kit.family);
      mesh++;
    }
    const open2 = unit4.place.storeyId === null;
    if (open2 && !kit.outdoor)
      out.push({
        unitId: unit4.id,
        weight: "stop",
        words: `${unit4.letter} is an indoor unit in the open: take an outdoor one or bring it inside.`
      });
  }
  if (option2.units.length > 0 && !option2.units.some((u) => u.feed.kind === "line"))
    out.push({ unitId: null, weight: "stop", words: "No unit is on the line: feed one of them from it." });
  if (mesh > MESH_LIMIT)
    out.push({
      unitId: null,
      weight: "care",
      words: `${mesh} units in one mesh; at most ${MESH_LIMIT} are planned without worry.`
    });
  if (context.brief.policies.families === "one" && families.size > 1)
    out.push({ unitId: null, weight: "care", words: "The job wants one family, the plan mixes two." });
  return out.sort((a, b) => Number(b.weight === "stop") - Number(a.weight === "stop"));
}

// core/plan/cost/parts.ts
var CABLE_MINOR_PER_M = { ethernet: 90, fibre: 140 };
var RUN_MINOR = { ethernet: 600, fibre: 7e3 };
var INJECTOR_MINOR = 2800;
function partsOf(context, option2, today2) {
  const lines = /* @__PURE__ */ new Map();
  const add2 = (label2, count, unit4, costMinor) => {
    const line2 = lines.get(label2) ?? { label: label2, count: 0, unit: unit4, costMinor: 0 };
    line2.count += count;
    line2.costMinor += costMinor;
    lines.set(label2, line2);
  };
  const atHand = context.brief.allowed.reuseOldGear ? today2.units.map((u) => u.kitId) : [];
  for (const unit4 of option2.units) {
    const kit = kitOf(context, unit4);
    const have = atHand.indexOf(unit4.kitId);
    if (have >= 0) atHand.splice(have, 1);
    else add2(kit.label, 1, "piece", kit.costMinor);
    const { feed: feed2 } = unit4;
    if (!needsRun(feed2)) continue;
    const { kind } = feed2;
    const lengthM2 = Math.ceil(hopOf(context, option2, unit4)?.lengthM ?? 0);
    const label2 = feed2.kind === "fibre" ? "Fibre, pre-made" : categoryLabel(feed2);
    add2(label2, lengthM2, "m", lengthM2 * CABLE_MINOR_PER_M[kind]);
    add2(kind === "fibre" ? "Media converters, pair" : "Plugs and sockets, pair", 1, "piece", RUN_MINOR[kind]);
  }
  for (const poe of injectorsOf(context, option2))
    add2(`Injector, ${POE_W[poe].label}`, 1, "piece", INJECTOR_MINOR);
  return [...lines.values()];
}

// core/plan/cost/price.ts
function priceOf(parts, work, labourMinorPerHour) {
  const materialMinor = parts.reduce((sum, p) => sum + p.costMinor, 0);
  const hours = work.reduce((sum, w) => sum + w.handsMin, 0) / 60;
  const labourMinor = Math.round(hours * labourMinorPerHour);
  return { materialMinor, labourMinor, totalMinor: materialMinor + labourMinor, hours };
}

// core/plan/cost/work.ts
var CABLE_MIN_PER_M = 0.9;
var CABLE_MIN_START = 10;
var TEST_RUN_MIN = 8;
var MEND_RUN_MIN = 25;
var PLACE_MIN = 8;
var PLACE_OUTDOORS_MIN = 30;
var PLUG_IN_MIN = 5;
var SETTLE_MIN = 3;
var DEVICE_MIN = 2;
var MODEM_MIN = 5;
var item = (key, handsMin, waitMin = 0) => ({ key, handsMin, waitMin });
function radarWait(context, unit4) {
  const kit = kitOf(context, unit4);
  const waits = kit.radios.filter((r) => r.band === "5").map((r) => radioEnd(unit4, kit, r)).map(({ channel, widthMhz: widthMhz2 }) => ({
    channel,
    min: radarWaitS(context.brief, channel, widthMhz2 ?? 20) / 60
  }));
  const longest2 = waits.sort((a, b) => b.min - a.min)[0];
  return longest2 && longest2.min > 0 ? longest2 : null;
}
function unitWork(context, option2, unit4) {
  const kit = kitOf(context, unit4);
  const out = [];
  if (isCable(unit4.feed) && parentIdOf(unit4.feed) !== null) {
    const run = context.site.dataRuns.find((r) => r.id === dataRunOf(unit4.feed));
    const lengthM2 = run ? 0 : hopOf(context, option2, unit4)?.lengthM ?? 0;
    const handsMin = run ? isSlowRun(run) ? MEND_RUN_MIN : TEST_RUN_MIN : Math.round(CABLE_MIN_START + lengthM2 * CABLE_MIN_PER_M);
    out.push(item(`cable:${unit4.id}`, handsMin));
  }
  if (kit.kind === "switch") return [...out, item(`place:${unit4.id}`, kit.handsMin)];
  out.push(item(`join:${unit4.id}`, kit.handsMin, kit.waitMin));
  if (kit.kind === "powerline" || kit.kind === "coax") return [...out, item(`place:${unit4.id}`, PLUG_IN_MIN)];
  const settleMin = SETTLE_MIN + (radarWait(context, unit4)?.min ?? 0);
  return [...out, item(`place:${unit4.id}`, kit.outdoor ? PLACE_OUTDOORS_MIN : PLACE_MIN, settleMin)];
}
function workOf(context, option2) {
  const gateway = gatewayOf(option2);
  if (!gateway) return [];
  const { brief: brief2 } = context;
  const count = option2.units.length;
  const replaced = kitOf(context, gateway).kind !== "router";
  const others = option2.units.filter((u) => u.id !== gateway.id);
  return [
    ...brief2.consents.some((c) => !c.got) ? [item("consents", 5)] : [],
    item("boxes", 2 + 2 * count),
    item("labels", 3 * count),
    item("ask", 4),
    item("gateway", 6, MODEM_MIN),
    item("network", 8, replaced ? kitOf(context, gateway).waitMin : 0),
    ...others.flatMap((u) => unitWork(context, option2, u)),
    item("names", 1 + count),
    item("old", 10 + DEVICE_MIN * brief2.devices.length)
  ];
}

// core/plan/evaluate/load.ts
var AIR_LOAD_LIMIT = 0.7;
var WIRE_LOAD_LIMIT = 0.8;
function mediumLabel(mediumId) {
  const [kind, band, channel] = mediumId.split(":");
  if (kind === "radio") return `${band} GHz, channel ${channel}`;
  return kind === "powerline" ? "the house wiring" : "the coax tree";
}
function loadsOf(context, option2, predictions) {
  const contention = contentionOf(context, option2);
  const parents = new Map(option2.units.map((u) => [u.id, parentIdOf(u.feed)]));
  const loads = /* @__PURE__ */ new Map();
  for (const p of predictions) {
    if (p.downMbps <= 0 || p.upMbps <= 0) continue;
    for (const part of p.pipe) {
      if (part.kind === "device" || part.kind === "port" || part.downMbps <= 0 || part.upMbps <= 0) continue;
      const down = p.need.downMbps / part.downMbps;
      const up = p.need.upMbps / part.upMbps;
      const share = part.mediumId ? down + up : Math.max(down, up);
      const onAir = part.mediumId?.startsWith("radio:") ?? false;
      const sender = part.kind === "feed" ? parents.get(part.unitId) ?? part.unitId : part.unitId;
      const own = onAir ? airtimeKey(sender, part.mediumId) : part.mediumId ?? (part.kind === "line" ? "line" : `wire:${part.unitId}:${part.kind}`);
      const letter2 = option2.units.find((u) => u.id === sender)?.letter;
      const entry = (key, medium, label3) => {
        const known3 = loads.get(key) ?? {
          medium,
          label: label3,
          load: 0,
          limit: onAir ? AIR_LOAD_LIMIT : WIRE_LOAD_LIMIT
        };
        loads.set(key, known3);
        return known3;
      };
      const label2 = part.mediumId ? mediumLabel(part.mediumId) : partLabel(part, option2);
      entry(own, label2, onAir ? `${label2} at ${letter2}` : label2).load += share;
      if (!onAir) continue;
      for (const rival of contention.get(own) ?? []) {
        const rivalLetter = option2.units.find((u) => rival.key.startsWith(`${u.id}|`))?.letter;
        const medium = rival.key.slice(rival.key.indexOf("|") + 1);
        entry(rival.key, mediumLabel(medium), `${mediumLabel(medium)} at ${rivalLetter}`).load += share * rival.shared;
      }
    }
  }
  return [...loads.values()].sort((a, b) => b.load / b.limit - a.load / a.limit);
}

// core/stats/normalDraws.ts
var DRAW_COUNT = 127;
var PRIMES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71];
function halton(index, base3) {
  let f = 1;
  let r = 0;
  for (let i = index; i > 0; i = Math.floor(i / base3)) {
    f /= base3;
    r += f * (i % base3);
  }
  return r;
}
function normalQuantile(p) {
  const a = [
    -39.69683028665376,
    220.9460984245205,
    -275.9285104469687,
    138.357751867269,
    -30.66479806614716,
    2.506628277459239
  ];
  const b = [
    -54.47609879822406,
    161.5858368580409,
    -155.6989798598866,
    66.80131188771972,
    -13.28068155288572
  ];
  const c = [
    -0.007784894002430293,
    -0.3223964580411365,
    -2.400758277161838,
    -2.549732539343734,
    4.374664141464968,
    2.938163982698783
  ];
  const d = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416];
  const horner = (k, x) => k.reduce((sum, v) => sum * x + v, 0);
  if (p <= 0 || p >= 1) return p <= 0 ? -Infinity : Infinity;
  if (p > 0.97575) return -normalQuantile(1 - p);
  if (p < 0.02425) {
    const q2 = Math.sqrt(-2 * Math.log(p));
    return horner(c, q2) / (horner(d, q2) * q2 + 1);
  }
  const q = p - 0.5;
  const r = q * q;
  return horner(a, r) * q / (horner(b, r) * r + 1);
}
var known2 = /* @__PURE__ */ new Map();
function normalDraws(dimensions) {
  let draws = known2.get(dimensions);
  if (!draws) {
    draws = Array.from(
      { length: DRAW_COUNT },
      (_, k) => Array.from({ length: dimensions }, (_2, i) => normalQuantile(halton(k + 1, PRIMES[i % PRIMES.length])))
    );
    known2.set(dimensions, draws);
  }
  return draws;
}

// core/plan/evaluate/pipe.ts
function linksOf(context, option2) {
  const hops = /* @__PURE__ */ new Map();
  const paths = /* @__PURE__ */ new Map();
  const air = /* @__PURE__ */ new Map();
  for (const unit4 of option2.units) {
    const path = feedPath(option2, unit4.id);
    if (path.ok) paths.set(unit4.id, path.units);
    const hop = hopOf(context, option2, unit4);
    if (hop) hops.set(unit4.id, hop);
    const kit = kitOf(context, unit4);
    for (const radio2 of kit.radios)
      if (radio2.role === "access")
        air.set(airKey(unit4.id, radio2.band), airShare(context, option2, unit4, radioEnd(unit4, kit, radio2)));
  }
  return { hops, paths, air, before: /* @__PURE__ */ new Map() };
}
var SURE = { mediumId: null, measured: false, unitId: null, parentId: null };
function linksBefore(context, links, unit4) {
  let before = links.before.get(unit4.id);
  if (!before) links.before.set(unit4.id, before = findLinksBefore(context, links, unit4));
  return before;
}
function findLinksBefore(context, links, unit4) {
  const { line: line2 } = context;
  const path = links.paths.get(unit4.id) ?? [];
  const gateway = path[0] ?? unit4;
  const port = portGoodputMbps(kitOf(context, gateway));
  const head = [
    {
      ...SURE,
      kind: "line",
      downMbps: line2.downMbps,
      upMbps: line2.upMbps,
      latencyMs: line2.idleMs + line2.riseMs,
      measured: line2.measured,
      why: { kind: "line", measured: line2.measured }
    },
    {
      ...SURE,
      kind: "port",
      downMbps: port,
      upMbps: port,
      latencyMs: 0,
      unitId: gateway.id,
      why: { kind: "port" }
    }
  ];
  return [...head.map(sureLink), ...path.slice(1).map((u) => links.hops.get(u.id))];
}
function pipeOf(context, links, access, spot4) {
  const { ceilingMbps, label: label2 } = CLIENT_TYPES[spot4.client];
  const device2 = {
    ...SURE,
    kind: "device",
    downMbps: ceilingMbps,
    upMbps: ceilingMbps,
    latencyMs: 0,
    why: { kind: "device", name: spot4.deviceName || label2 }
  };
  return [...linksBefore(context, links, access.unit), access.link(), sureLink(device2)];
}
function endToEnd(rates, groupOf, inverse2) {
  inverse2.fill(0);
  let mbps2 = Infinity;
  for (let i = 0; i < rates.length; i++) {
    const group = groupOf[i];
    if (group < 0) mbps2 = Math.min(mbps2, rates[i]);
    else inverse2[group] += 1 / rates[i];
  }
  for (let g = 0; g < inverse2.length; g++) mbps2 = Math.min(mbps2, 1 / inverse2[g]);
  return mbps2;
}
var percentile = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.max(0, Math.round(share * (sorted.length - 1))))];
function rangesOf(pipe) {
  const media = [...new Set(pipe.map((l) => l.part.mediumId).filter((m) => m !== null))];
  const groupOf = Int32Array.from(pipe, (l) => l.part.mediumId ? media.indexOf(l.part.mediumId) : -1);
  const inverse2 = new Float64Array(media.length);
  const down = Float64Array.from(pipe, (l) => l.part.downMbps);
  const up = Float64Array.from(pipe, (l) => l.part.upMbps);
  const unsure = pipe.flatMap((link, i) => link.sigmaDb > 0 || link.sigmaLn > 0 ? [{ link, i }] : []);
  if (unsure.length === 0) {
    const [sureDown, sureUp] = [endToEnd(down, groupOf, inverse2), endToEnd(up, groupOf, inverse2)];
    return { down: [sureDown, sureDown], up: [sureUp, sureUp] };
  }
  const drawn = unsure.map(({ link }, n) => drawnRates(link, 2 * n));
  const downs = new Float64Array(DRAW_COUNT);
  const ups = new Float64Array(DRAW_COUNT);
  for (let k = 0; k < DRAW_COUNT; k++) {
    for (let n = 0; n < unsure.length; n++) {
      down[unsure[n].i] = drawn[n].down[k];
      up[unsure[n].i] = drawn[n].up[k];
    }
    downs[k] = endToEnd(down, groupOf, inverse2);
    ups[k] = endToEnd(up, groupOf, inverse2);
  }
  const range = (values) => {
    values.sort();
    return [percentile(values, 0.1), percentile(values, 0.9)];
  };
  return { down: range(downs), up: range(ups) };
}
function drawnRates(link, dimension) {
  let rates = link.drawn.get(dimension);
  if (!rates) {
    rates = { down: new Float64Array(DRAW_COUNT), up: new Float64Array(DRAW_COUNT) };
    const draws = normalDraws(dimension + 2);
    for (let k = 0; k < DRAW_COUNT; k++) {
      const { downMbps, upMbps } = link.ratesAt(link.sigmaDb * draws[k][dimension]);
      const factor = Math.exp(link.sigmaLn * draws[k][dimension + 1]);
      rates.down[k] = Math.min(link.mostMbps, downMbps * factor);
      rates.up[k] = Math.min(link.mostMbps, upMbps * factor);
    }
    link.drawn.set(dimension, rates);
  }
  return rates;
}

// core/plan/evaluate/choice.ts
var GOOD_DBM = -70;
var PREFERENCE_DB = 12;
var choiceDbm = (band, levelDbm) => levelDbm + (band !== "2.4" && levelDbm >= GOOD_DBM ? PREFERENCE_DB : 0);
function unchosenBelowDbm(band, chosenDbm) {
  if (band === "2.4") return chosenDbm;
  return Math.max(chosenDbm - PREFERENCE_DB, Math.min(chosenDbm, GOOD_DBM));
}

// core/plan/evaluate/access.ts
var AIR_LATENCY_MS = 2;
function mayUse(context, end, spot4) {
  if (spot4.place.storeyId !== null) return true;
  return !powerLimit(context.brief, end.band, end.channel, end.widthMhz ?? 20).indoorsOnly;
}
function airLink(context, unit4, end, prepared, share, path, sigmaDb) {
  const { meanLn, sigmaLn } = context.beliefs.speed(end.band);
  const free = share * Math.exp(meanLn);
  const ratesAt = (shiftDb) => {
    const quiet = quietMbpsAt(prepared, shiftDb);
    return { downMbps: quiet.downMbps * free, upMbps: quiet.upMbps * free };
  };
  const part = {
    kind: "air",
    ...ratesAt(0),
    latencyMs: AIR_LATENCY_MS,
    mediumId: channelMedium(end),
    measured: false,
    unitId: unit4.id,
    parentId: null,
    why: {
      kind: "air",
      bridge: false,
      band: end.band,
      levelDbm: prepared.downDbm,
      way: factsOf(context.scene, path)
    }
  };
  return { part, sigmaDb, sigmaLn, mostMbps: Infinity, ratesAt, drawn: /* @__PURE__ */ new Map() };
}
var NO_FEATURES = /* @__PURE__ */ new Map();
function hearing(context, unit4, spot4, band) {
  const { site: site2, scene, beliefs, brief: brief2 } = context;
  const kit = kitOf(context, unit4);
  const radio2 = kit.radios.find((r) => r.role === "access" && r.band === band);
  if (!radio2 || !CLIENT_TYPES[spot4.client].bands.includes(band)) return null;
  const end = radioEnd(unit4, kit, radio2);
  if (!mayUse(context, end, spot4)) return null;
  const u = pointOf(site2, unit4.place);
  const p = pointOf(site2, spot4.place);
  const elevation = elevationDb(kit.antenna, p.z - u.z, Math.hypot(p.x - u.x, p.y - u.y));
  const path = radioPath(scene, u, p, band, beliefs);
  const near = beliefs.near(unit4.id, band, p);
  const learnt = beliefs.shiftDb(withEnds(NO_FEATURES, unit4.id, spot4.client, band)) + near.meanDb;
  const prepared = prepareClientLink(end, spot4.client, brief2, path.lossDb, elevation, learnt);
  if (!prepared) return null;
  const sigmaDb = () => levelSigmaDb(beliefs, withEnds(path.features, unit4.id, spot4.client, band), band, near.known);
  return { end, path, prepared, sigmaDb };
}
function findAccess(context, air, unit4, spot4) {
  let best = null;
  for (const band2 of BANDS) {
    const heard = hearing(context, unit4, spot4, band2);
    if (!heard) continue;
    const choice2 = choiceDbm(band2, heard.prepared.downDbm);
    if (!best || choice2 > best.choice) best = { band: band2, heard, choice: choice2 };
  }
  if (!best) return null;
  const { band, choice } = best;
  const { end, path, prepared, sigmaDb } = best.heard;
  const share = air.get(airKey(unit4.id, band));
  let link = null;
  return {
    unit: unit4,
    end,
    levelDbm: prepared.downDbm,
    choiceDbm: choice,
    sigmaDb,
    phyMbps: () => linkAt(prepared, 0).down.rate?.phyMbps ?? 0,
    downMbps: quietMbpsAt(prepared, 0).downMbps * share * Math.exp(context.beliefs.speed(band).meanLn),
    link: () => link ??= airLink(context, unit4, end, prepared, share, path, sigmaDb())
  };
}
var waysKnown = /* @__PURE__ */ new WeakMap();
function accessThrough(context, air, unit4, spot4) {
  const { scene, beliefs, brief: brief2 } = context;
  const kit = kitOf(context, unit4);
  const shares = BANDS.map((band) => air.get(airKey(unit4.id, band)));
  const from = [scene, beliefs, brief2, kit, ...shares];
  let bySpot = waysKnown.get(unit4);
  if (!bySpot) waysKnown.set(unit4, bySpot = /* @__PURE__ */ new WeakMap());
  const known3 = bySpot.get(spot4);
  if (known3 && from.every((thing, i) => thing === known3.from[i])) return known3.access;
  const access = findAccess(context, air, unit4, spot4);
  bySpot.set(spot4, { from, access });
  return access;
}
function leadAccess(context, unit4) {
  const mbps2 = portGoodputMbps(kitOf(context, unit4));
  const part = {
    kind: "lead",
    downMbps: mbps2,
    upMbps: mbps2,
    latencyMs: 0.1,
    mediumId: null,
    measured: false,
    unitId: unit4.id,
    parentId: null,
    why: { kind: "lead" }
  };
  return {
    unit: unit4,
    end: null,
    levelDbm: Infinity,
    choiceDbm: Infinity,
    sigmaDb: () => 0,
    phyMbps: () => mbps2,
    downMbps: mbps2,
    link: () => sureLink(part)
  };
}

// core/plan/evaluate/predict.ts
var STICK_DBM = -72;
var STICK_WITHIN_DB = 8;
function noLink(spot4, need, problem) {
  return {
    spotId: spot4.id,
    number: spot4.number,
    name: spot4.name,
    need,
    band: null,
    unitId: null,
    rssiDbm: null,
    sigmaDb: 0,
    phyMbps: 0,
    downMbps: 0,
    upMbps: 0,
    downRangeMbps: [0, 0],
    upRangeMbps: [0, 0],
    latencyMs: 0,
    decidedBy: "down",
    verdict: "silent",
    pipe: [],
    narrowest: 0,
    wouldGiveMbps: 0,
    second: 0,
    stuck: null,
    problem,
    runs: 0
  };
}
function predictSpot(context, option2, links, spot4) {
  const need = needOf(spot4.activities, context.site.activityLimits);
  const wired = option2.wiredSpots.find((w) => w.spotId === spot4.id);
  const wiredUnit = wired && option2.units.find((u) => u.id === wired.unitId && links.paths.has(u.id));
  const ways = option2.units.filter((u) => links.paths.has(u.id)).map((u) => accessThrough(context, links.air, u, spot4)).filter((a) => a !== null).sort((a, b) => b.choiceDbm - a.choiceDbm);
  const access = wiredUnit ? leadAccess(context, wiredUnit) : ways[0];
  if (!access) {
    const kind = option2.units.length === 0 ? "noUnits" : links.paths.size === 0 ? "notJoined" : "noBand";
    return noLink(spot4, need, { kind });
  }
  const unsure = pipeOf(context, links, access, spot4);
  const pipe = unsure.map((link) => link.part);
  const chain2 = chainOf(pipe);
  const ranges = rangesOf(unsure);
  const decided = decide(
    { downMbps: chain2.downMbps, upMbps: chain2.upMbps, latencyMs: chain2.latencyMs },
    need
  );
  const narrowest = decided === "up" ? chain2.narrowestUp : chain2.narrowestDown;
  const { names } = context.brief.policies;
  const mayStick = (a) => names === "two" ? a.downMbps > 0 : a.levelDbm >= STICK_DBM && a.levelDbm > access.levelDbm - STICK_WITHIN_DB;
  const sticky = wiredUnit ? [] : ways.filter((a) => a !== access && mayStick(a));
  const stuckWay = sticky.sort((a, b) => a.levelDbm - b.levelDbm)[0];
  const stuckChain = stuckWay && chainOf(pipeOf(context, links, stuckWay, spot4).map((link) => link.part));
  const slowest = pipe.reduce((worst, part, i) => part.latencyMs > pipe[worst].latencyMs ? i : worst, 0);
  const held = decided === "latency" ? slowest : narrowest;
  return {
    spotId: spot4.id,
    number: spot4.number,
    name: spot4.name,
    need,
    band: access.end?.band ?? null,
    unitId: access.unit.id,
    rssiDbm: access.end ? access.levelDbm : null,
    sigmaDb: access.sigmaDb(),
    phyMbps: access.phyMbps(),
    downMbps: chain2.downMbps,
    upMbps: chain2.upMbps,
    downRangeMbps: ranges.down,
    upRangeMbps: ranges.up,
    latencyMs: chain2.latencyMs,
    decidedBy: decided,
    verdict: predictedVerdict(
      { downMbps: chain2.downMbps, upMbps: chain2.upMbps, latencyMs: chain2.latencyMs },
      { downMbps: ranges.down[0], upMbps: ranges.up[0], latencyMs: chain2.latencyMs },
      need
    ),
    pipe,
    narrowest: held,
    wouldGiveMbps: decided === "up" ? chain2.nextUpMbps : chain2.nextDownMbps,
    second: decided === "up" ? chain2.secondUp : chain2.secondDown,
    stuck: stuckWay && stuckChain ? { unitId: stuckWay.unit.id, downMbps: stuckChain.downMbps, upMbps: stuckChain.upMbps } : null,
    problem: access.downMbps === 0 ? { kind: "tooWeak", levelDbm: access.levelDbm } : null,
    runs: 0
  };
}
function predictSpots(context, option2, links) {
  return [...context.site.spots].sort((a, b) => a.number - b.number).map((spot4) => predictSpot(context, option2, links, spot4));
}
function predictOption(context, option2) {
  return predictSpots(context, option2, linksOf(context, option2));
}

// core/plan/evaluate/evaluate.ts
function evaluate(context, option2, today2) {
  const links = linksOf(context, option2);
  const predictions = predictSpots(context, option2, links);
  const parts = partsOf(context, option2, today2);
  const work = workOf(context, option2);
  return {
    predictions,
    feeds: Object.fromEntries([...links.hops].map(([id2, hop]) => [id2, hop.part])),
    loads: loadsOf(context, option2, predictions),
    notices: ruleNotices(context, option2, today2),
    parts,
    work,
    price: priceOf(parts, work, context.brief.labourMinorPerHour)
  };
}

// core/radio/learn/calibration.ts
import { extent } from "d3-array";
import { Matrix as Matrix2 } from "ml-matrix";

// core/stats/normal.ts
function normalCdf(x) {
  const k = 1 / (1 + 0.2316419 * Math.abs(x));
  const poly = k * (0.31938153 + k * (-0.356563782 + k * (1.781477937 + k * (-1.821255978 + k * 1.330274429))));
  const tail = Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI) * poly;
  return x >= 0 ? 1 - tail : tail;
}

// core/radio/learn/censored.ts
var LEAST_CURVATURE = 1e-4;
function censored(levelDb, limitDb, sigmaDb, side2) {
  const t = side2 * (levelDb - limitDb) / sigmaDb;
  const ratio = t < -6 ? -t + 1 / -t : Math.exp(-0.5 * t * t) / Math.sqrt(2 * Math.PI) / Math.max(1e-12, normalCdf(t));
  const curvature = Math.max(LEAST_CURVATURE, ratio * (ratio + t));
  return {
    targetDb: levelDb + side2 * sigmaDb * ratio / curvature,
    variance: sigmaDb * sigmaDb / curvature
  };
}

// core/radio/learn/gaussian.ts
import { Matrix, MatrixRowSelectionView } from "ml-matrix";
function solved({ at: at2, factor }, of) {
  const out = Matrix.zeros(at2.length, of.columns);
  const column = new Float64Array(at2.length);
  for (let c = 0; c < of.columns; c++) {
    let any = false;
    at2.forEach((row, k) => {
      column[k] = of.get(row, c);
      any ||= column[k] !== 0;
    });
    if (!any) continue;
    solveInPlace(factor, column);
    for (let k = 0; k < at2.length; k++) out.set(k, c, column[k]);
  }
  return out;
}
function inverseOf(matrix) {
  const n = matrix.rows;
  const factor = cholesky(matrix.to2DArray().map((row) => Float64Array.from(row)));
  const columns = Array.from({ length: n }, (_, c) => {
    const column = new Float64Array(n);
    column[c] = 1;
    solveInPlace(factor, column);
    return column;
  });
  return new Matrix(columns);
}
function update(blocks, h, z13, priorPrecision2) {
  const parameters = h.columns;
  const precision = priorPrecision2.clone();
  const pull = Matrix.zeros(parameters, 1);
  const through = blocks.map((block) => {
    const rh = solved(block, h);
    const rz = solved(block, z13);
    const ownT = new Matrix(new MatrixRowSelectionView(h, [...block.at]).to2DArray()).transpose();
    precision.add(ownT.mmul(rh));
    pull.add(ownT.mmul(rz));
    return { ...block, rh, rz };
  });
  const covariance = inverseOf(precision);
  const mean = covariance.mmul(pull);
  const weights = new Float64Array(h.rows);
  for (const { at: at2, rh, rz } of through) {
    const own = Matrix.sub(rz, rh.mmul(mean));
    at2.forEach((i, k) => weights[i] = own.get(k, 0));
  }
  const leaveOneOut = () => {
    const out = [];
    for (const { at: at2, factor, rh } of through) {
      const diagonal = inverseDiagonal(factor);
      const spread = rh.mmul(covariance);
      at2.forEach((i, k) => {
        let shared = 0;
        for (let p = 0; p < parameters; p++) shared += spread.get(k, p) * rh.get(k, p);
        const kInverse = Math.max(1e-12, diagonal[k] - shared);
        out[i] = { off: weights[i] / kInverse, sigma: Math.sqrt(1 / kInverse) };
      });
    }
    return out;
  };
  return { mean, covariance, weights, leaveOneOut };
}

// core/radio/learn/calibration.ts
var DEFAULTS = {
  shadowingDb: [...SHADOWING_DB],
  rounds: 8
};
var SETTLED2 = 0.02;
var OUTLIER_SIGMAS = 3;
var MOST_TOGETHER = 150;
function parted(at2, list) {
  if (at2.length <= MOST_TOGETHER) return [[...at2]];
  const axis = ["x", "y", "z"].map((key) => ({ key, span: extent(at2, (i) => list[i][key]) })).sort((a, b) => b.span[1] - b.span[0] - (a.span[1] - a.span[0]))[0].key;
  const sorted = [...at2].sort((i, j) => list[i][axis] - list[j][axis] || i - j);
  const half = sorted.length >> 1;
  return [...parted(sorted.slice(0, half), list), ...parted(sorted.slice(half), list)];
}
function groupsOf(list) {
  const units = /* @__PURE__ */ new Map();
  list.forEach((o, i) => {
    const key = o.of === "level" ? o.unitId : `speed ${i}`;
    const at2 = units.get(key);
    if (at2) at2.push(i);
    else units.set(key, [i]);
  });
  return [...units.values()].flatMap((at2) => parted(at2, list));
}
function blockOf(at2, list, said, shadowingDb) {
  const covariance = at2.map(
    (i, row) => Float64Array.from(at2, (j, column) => {
      if (column > row) return 0;
      const [a, b] = [list[i], list[j]];
      const shared = a.of === "level" ? shadowCovariance(a, b, shadowingDb) : 0;
      return shared + (i === j ? said[i].variance + 1e-9 : 0);
    })
  );
  return { at: at2, factor: cholesky(covariance) };
}
function priorPrecision(parameters, scene) {
  const precision = Matrix2.zeros(parameters.length, parameters.length);
  const together = /* @__PURE__ */ new Map();
  parameters.forEach((name, i) => {
    const key = asLoss(name)?.construction ?? name;
    const group = together.get(key);
    if (group) group.push(i);
    else together.set(key, [i]);
  });
  for (const group of together.values()) {
    const inverted = inverseOf(
      new Matrix2(group.map((i) => group.map((j) => priorCovariance(parameters[i], parameters[j], scene))))
    );
    group.forEach((i, a) => group.forEach((j, b) => precision.set(i, j, inverted.get(a, b))));
  }
  return precision;
}
function parametersOf(rows, before, scene) {
  const named = new Set(before);
  for (const row of rows) for (const key of row.features.keys()) named.add(key);
  return [...new Set([...named].flatMap(withOtherBands))].filter((name) => priorSigma(name, scene) > 0).sort();
}
function calibrate(scene, given, options = {}) {
  const { shadowingDb, rounds } = { ...DEFAULTS, ...options };
  const list = [...given].sort((a, b) => a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
  const n = list.length;
  if (n === 0) return null;
  const groups = groupsOf(list);
  const said = list.map((o) => ({ target: o.measured, variance: o.noise ** 2 }));
  let blocks = [];
  let posterior = { parameters: [], mean: [], covariance: [], left: [] };
  let step2 = null;
  for (let round4 = 0; round4 < rounds; round4++) {
    const beliefs = round4 === 0 ? priorBeliefs(scene) : beliefsOf(scene, posterior);
    const rows = list.map((o) => o.predict(beliefs));
    const parameters = parametersOf(rows, posterior.parameters, scene);
    const at2 = new Map(parameters.map((name, i) => [name, i]));
    const previous = new Map(posterior.parameters.map((name, i) => [name, posterior.mean[i]]));
    if (round4 === 0)
      list.forEach((o, i) => {
        if (o.kind !== "exact") said[i] = limit(o, rows[i].value);
      });
    const isFirst = blocks.length === 0;
    blocks = groups.map(
      (group, g) => isFirst || group.some((i) => list[i].kind !== "exact") ? blockOf(group, list, said, shadowingDb) : blocks[g]
    );
    const h = Matrix2.zeros(n, parameters.length);
    const z13 = Matrix2.zeros(n, 1);
    rows.forEach((row, i) => {
      let swing = 0;
      for (const [name, by] of row.features) {
        const column = at2.get(name);
        if (column === void 0) continue;
        h.set(i, column, by);
        if (!isOffset(name)) swing += by * (previous.get(name) ?? 0);
      }
      z13.set(i, 0, said[i].target - row.value + swing);
    });
    step2 = update(blocks, h, z13, priorPrecision(parameters, scene));
    const mean = step2.mean.to1DArray();
    const moved2 = Math.max(...mean.map((m, i) => Math.abs(m - (previous.get(parameters[i]) ?? 0))));
    posterior = { parameters, mean, covariance: step2.covariance.to2DArray(), left: [] };
    if (round4 === rounds - 1 || round4 > 0 && moved2 < SETTLED2) break;
    list.forEach((o, i) => {
      if (o.kind === "exact") return;
      const { target, variance } = said[i];
      said[i] = limit(o, target - variance * step2.weights[i]);
    });
  }
  const { weights } = step2;
  posterior.left = list.flatMap(
    (o, i) => o.of === "level" ? [
      {
        unitId: o.unitId,
        band: o.band,
        x: o.x,
        y: o.y,
        z: o.z,
        weight: weights[i],
        noise: said[i].variance
      }
    ] : []
  );
  const read = step2.leaveOneOut().flatMap(
    (e, i) => list[i].of === "level" && list[i].kind === "exact" ? [{ ...e, id: list[i].id }] : []
  );
  return {
    posterior,
    leaveOneOutDb: Math.sqrt(read.reduce((sum, e) => sum + e.off ** 2, 0) / Math.max(1, read.length)),
    outliers: read.flatMap(
      (e) => Math.abs(e.off) > OUTLIER_SIGMAS * e.sigma ? [{ id: e.id, offDb: e.off, sigmas: Math.abs(e.off) / e.sigma }] : []
    ),
    observations: list.filter((o) => o.of === "level").length
  };
}
function limit(o, value) {
  const { targetDb, variance } = censored(value, o.measured, o.noise, o.kind === "atMost" ? -1 : 1);
  return { target: targetDb, variance };
}

// core/stats/median.ts
import { median as medianOf } from "d3-array";
var median = (values) => medianOf(values) ?? null;

// core/readings/heard.ts
function heardFrom({ context, links }, unit4, spot4, band, device2) {
  const { site: site2, scene, beliefs } = context;
  const kit = kitOf(context, unit4);
  const radio2 = kit.radios.find((r) => r.role === "access" && r.band === band);
  if (!radio2 || !CLIENT_TYPES[device2].bands.includes(band)) return null;
  const u = pointOf(site2, unit4.place);
  const p = pointOf(site2, spot4.place);
  const tilt = elevationDb(kit.antenna, p.z - u.z, Math.hypot(p.x - u.x, p.y - u.y));
  const link = prepareClientLink(radioEnd(unit4, kit, radio2), device2, context.brief, 0, tilt, 0);
  if (!link) return null;
  const predict = (now) => {
    const path = radioPath(scene, u, p, band, now);
    return { value: link.downDbm - path.lossDb, features: withEnds(path.features, unit4.id, device2, band) };
  };
  const { value, features } = predict(beliefs);
  return {
    unit: unit4,
    band,
    at: p,
    link,
    airShare: links.air.get(airKey(unit4.id, band)),
    predict,
    levelDbm: value + beliefs.shiftDb(features),
    sigmaDb: levelSigmaDb(beliefs, features, band)
  };
}
function allHeard(read, spot4, device2) {
  return read.option.units.filter((unit4) => read.links.paths.has(unit4.id)).flatMap((unit4) => BANDS.map((band) => heardFrom(read, unit4, spot4, band, device2))).filter((heard) => heard !== null);
}
var speedAt = ({ link, airShare: airShare2 }, levelDbm) => quietMbpsAt(link, levelDbm - link.downDbm).downMbps * airShare2;
var LOW_DBM = -95;
var HIGH_DBM = -30;
var SMOOTH_DB = 3;
function usualMbps(heard, levelDbm) {
  let sum = 0;
  for (let k = -2; k <= 2; k++) sum += speedAt(heard, levelDbm + k * SMOOTH_DB / 2);
  return sum / 5;
}
function levelForSpeed(heard, mbps2) {
  if (speedAt(heard, HIGH_DBM) < mbps2) return null;
  let [low, high] = [LOW_DBM, HIGH_DBM];
  while (high - low > 0.1) {
    const middle = (low + high) / 2;
    if (speedAt(heard, middle) >= mbps2) high = middle;
    else low = middle;
  }
  return high;
}
var lostBelowDbm = (heard) => levelForSpeed(heard, 0.1) ?? LOW_DBM;
var CHOICE_SPREAD_DB = 4;
function likelihoods(ways, measuredDbm, speedLevel) {
  const best = Math.max(...ways.map((w) => choiceDbm(w.band, w.levelDbm)));
  const raw = ways.map((w) => {
    const behind = (best - choiceDbm(w.band, w.levelDbm)) / Math.hypot(CHOICE_SPREAD_DB, SHADOWING_DB[BAND_INDEX[w.band]]);
    const read = measuredDbm ?? speedLevel(w);
    if (read === null) return 0;
    const off = (read - w.levelDbm) / Math.hypot(w.sigmaDb, measuredDbm === null ? 6 : 2);
    return Math.exp(-0.5 * (behind * behind + off * off)) / w.sigmaDb;
  });
  const sum = raw.reduce((a, b) => a + b, 0);
  return sum > 0 ? raw.map((w) => w / sum) : raw.map(() => 0);
}

// core/readings/observations.ts
var LEVEL_NOISE_DB = 2;
var SPEED_NOISE_DB = 4;
var LOST_NOISE_DB = 3;
var UNCHOSEN_NOISE_DB = 4;
var STICKS_DB = 4;
var SPEED_NOISE_LN = 0.2;
var CEILING_SHARE = 0.85;
var LEAST_LIKELY = 0.05;
var SAYS_NOTHING_DB = 15;
var MOST_OBSERVATIONS = 1600;
function groupsOf2(rows) {
  const groups = /* @__PURE__ */ new Map();
  for (const r of rows) {
    const spotId = spotIdOf(r);
    if (spotId === null || r.device === "wired") continue;
    const key = [spotId, r.stateId, r.device, r.band, r.bandSeen ?? "", r.connected].join("|");
    const group = groups.get(key);
    if (group) {
      group.push(r);
      groups.delete(key);
      groups.set(key, group);
    } else groups.set(key, [r]);
  }
  return [...groups.values()];
}
var levelAt = (heard) => ({ unitId: heard.unit.id, band: heard.band, ...heard.at });
function lostOver(ways, id2) {
  return ways.flatMap((heard) => {
    const measured = lostBelowDbm(heard);
    if (heard.levelDbm < measured - SAYS_NOTHING_DB) return [];
    const { predict } = heard;
    return [
      {
        ...levelAt(heard),
        id: `${id2} ${heard.unit.id} ${heard.band}`,
        of: "level",
        predict,
        measured,
        kind: "atMost",
        noise: LOST_NOISE_DB
      }
    ];
  });
}
function unchosen(ways, chosen, chosenDbm, id2) {
  return ways.flatMap((heard) => {
    if (heard === chosen) return [];
    const other = heard.unit !== chosen.unit;
    const measured = unchosenBelowDbm(heard.band, choiceDbm(chosen.band, chosenDbm)) + (other ? STICKS_DB : 0);
    if (heard.levelDbm < measured - SAYS_NOTHING_DB) return [];
    const { predict } = heard;
    return [
      {
        ...levelAt(heard),
        id: `${id2} not ${heard.unit.id} ${heard.band}`,
        of: "level",
        predict,
        measured,
        kind: "atMost",
        noise: UNCHOSEN_NOISE_DB
      }
    ];
  });
}
function dbPerLn(heard, mbps2) {
  const [low, high] = [levelForSpeed(heard, mbps2 * 0.75), levelForSpeed(heard, mbps2 * 1.25)];
  return low === null || high === null ? 8 : Math.max(2, (high - low) / Math.log(1.25 / 0.75));
}
function readOver(context, heard, group, device2, id2) {
  const levels = group.map((r) => r.rssiDbm).filter((v) => v !== null);
  const speed = median(group.map((r) => r.downMbps).filter((v) => v !== null));
  const ceiling = Math.min(context.line.downMbps, CLIENT_TYPES[device2].ceilingMbps);
  const capped = speed !== null && speed >= CEILING_SHARE * ceiling;
  const { predict } = heard;
  if (levels.length > 0) {
    const measured2 = median(levels);
    const noise = Math.max(1, LEVEL_NOISE_DB / Math.sqrt(levels.length));
    const out = [
      { ...levelAt(heard), id: id2, of: "level", predict, measured: measured2, kind: "exact", noise }
    ];
    if (speed !== null && speed > 0) {
      const usual = usualMbps(heard, measured2);
      if (usual > 0)
        out.push({
          ...levelAt(heard),
          id: `${id2} speed`,
          of: "speed",
          predict: () => ({ value: 0, features: speedFeatures(heard.band) }),
          measured: Math.log(speed / usual),
          kind: capped ? "atLeast" : "exact",
          noise: Math.hypot(SPEED_NOISE_LN, noise / dbPerLn(heard, usual))
        });
    }
    return out;
  }
  if (speed === null || speed <= 0) return [];
  const level = levelForSpeed(heard, speed);
  const top = level === null || levelForSpeed(heard, speed / CEILING_SHARE) === null;
  const measured = level ?? levelForSpeed(heard, usualMbps(heard, -35) * CEILING_SHARE);
  const k = dbPerLn(heard, speed);
  return [
    {
      ...levelAt(heard),
      id: id2,
      of: "level",
      predict: (beliefs) => {
        const { value, features } = predict(beliefs);
        const all = new Map(features);
        for (const [name, by] of speedFeatures(heard.band)) all.set(name, k * by);
        return { value, features: all };
      },
      measured,
      kind: capped || top ? "atLeast" : "exact",
      noise: SPEED_NOISE_DB
    }
  ];
}
function observationsOfGroup(read, ways, group) {
  const first = group[0];
  const device2 = first.device;
  const fixed = first.band === "free" ? first.bandSeen : first.band;
  const open2 = ways.filter((w) => first.band === "free" || w.band === first.band);
  if (!first.connected) return { list: lostOver(open2, first.id), unsure: false };
  const possible = ways.filter((w) => fixed === null || w.band === fixed);
  if (possible.length === 0) return { list: [], unsure: false };
  const levels = group.map((r) => r.rssiDbm).filter((v) => v !== null);
  const speed = median(group.map((r) => r.downMbps).filter((v) => v !== null));
  const measured = median(levels);
  const weights = likelihoods(
    possible,
    measured,
    (heard) => speed === null ? heard.levelDbm : levelForSpeed(heard, speed)
  );
  const list = [];
  possible.forEach((heard, i) => {
    const weight = weights[i];
    if (weight < LEAST_LIKELY) return;
    const name = possible.length === 1 ? first.id : `${first.id} ${heard.unit.id} ${heard.band}`;
    const said = readOver(read.context, heard, group, device2, weight > 0.5 ? first.id : name);
    for (const o of said)
      list.push(
        weight > 0.99 ? o : { ...o, noise: Math.hypot(o.noise, (1 / weight - 1) * UNLIKELY_DB[o.of]) }
      );
    if (weight > 0.5 && first.band === "free") {
      const level = measured ?? (speed === null ? null : levelForSpeed(heard, speed));
      if (level !== null) list.push(...unchosen(ways, heard, level, first.id));
    }
  });
  return { list, unsure: weights.some((w) => w >= LEAST_LIKELY && w <= 1 - LEAST_LIKELY) };
}
var UNLIKELY_DB = { level: 8, speed: 1 };
function observationsOf(context, rows) {
  const e = evidenceOf(rows);
  const groups = groupsOf2(e.valid);
  const newest = groups.slice(-MOST_OBSERVATIONS);
  const spots = new Map(context.site.spots.map((s) => [s.id, s]));
  const networks = /* @__PURE__ */ new Map();
  const networkOf = (stateId) => {
    const known3 = networks.get(stateId);
    const state2 = e.states.get(stateId);
    if (known3 || !state2) return known3 ?? null;
    const { option: option2, kit } = thawed(context.site, state2);
    const then = { ...context, ownKit: kit };
    const read = { context: then, option: option2, links: linksOf(then, option2) };
    networks.set(stateId, read);
    return read;
  };
  const heardAt = /* @__PURE__ */ new Map();
  const list = [];
  let unsure = false;
  for (const group of newest) {
    const { stateId, device: device2 } = group[0];
    const spot4 = spots.get(spotIdOf(group[0]));
    const read = networkOf(stateId);
    if (!spot4 || !read || device2 === "wired") continue;
    const key = `${stateId} ${spot4.id} ${device2}`;
    let ways = heardAt.get(key);
    if (!ways) heardAt.set(key, ways = allHeard(read, spot4, device2));
    const said = observationsOfGroup(read, ways, group);
    list.push(...said.list);
    unsure ||= said.unsure;
  }
  return { list, leftOut: groups.length - newest.length, unsure };
}

// core/plan/evaluate/touch.ts
var TOUCH_WORDS = {
  servedBy: "another unit or band serves it",
  way: "its way to the line changes",
  level: "its signal changes",
  shared: "what it shares with others changes"
};

// core/readings/line.ts
function medians(runs) {
  const of = (pick) => median(runs.map((r) => r.connected ? pick(r) : 0).filter((v) => v !== null));
  const both = runs.filter((r) => r.connected && r.loadedMs !== null && r.idleMs !== null);
  return {
    runs: runs.length,
    downMbps: of((r) => r.downMbps),
    upMbps: of((r) => r.upMbps),
    idleMs: median(runs.map((r) => r.idleMs).filter((v) => v !== null)),
    riseMs: median(both.map((r) => Math.max(0, r.loadedMs - r.idleMs)))
  };
}
function lineTest(rows, phase2) {
  const e = evidenceOf(rows);
  const runs = e.valid.filter(
    (r) => r.subject.kind === "line" && r.device === "wired" && r.target === "internet" && e.states.get(r.stateId)?.phase === phase2
  );
  if (phase2 === "before") return medians(runs);
  const newest = runs[runs.length - 1]?.stateId;
  return medians(runs.filter((r) => r.stateId === newest));
}

// core/readings/standing.ts
function builtStates(rows) {
  const e = evidenceOf(rows);
  const read = new Set(e.valid.map((r) => r.stateId));
  return [...e.states.values()].filter((s) => s.phase === "after" && read.has(s.id));
}

// core/readings/verdict.ts
var RUNS_WANTED = 3;
function enoughRunsMet(met2, runs) {
  return runs >= RUNS_WANTED && (runs === RUNS_WANTED ? met2 === RUNS_WANTED : met2 >= Math.ceil(0.75 * runs));
}
function asRun(r, line2) {
  if (!r.connected) return { downMbps: 0, upMbps: 0, latencyMs: null };
  if (r.downMbps === null || r.upMbps === null) return null;
  if (r.target === "internet") return { downMbps: r.downMbps, upMbps: r.upMbps, latencyMs: r.loadedMs };
  return {
    downMbps: Math.min(r.downMbps, line2.downMbps ?? Infinity),
    upMbps: Math.min(r.upMbps, line2.upMbps ?? Infinity),
    latencyMs: r.loadedMs === null || line2.riseMs === null ? null : r.loadedMs + line2.riseMs
  };
}
var groupKey = (r) => `${r.device}|${r.band}`;
function comparableGroup(readings2, wanted) {
  const groups = /* @__PURE__ */ new Map();
  for (const r of readings2) {
    const group = groups.get(groupKey(r));
    if (group) group.push(r);
    else groups.set(groupKey(r), [r]);
  }
  for (const key of wanted) if (groups.has(key)) return groups.get(key);
  return [...groups.values()].sort((a, b) => b.length - a.length)[0] ?? [];
}
function judgeRuns(readings2, line2, need) {
  const counted = readings2.map((r) => ({ r, run: asRun(r, line2) })).filter((c) => c.run !== null);
  if (counted.length === 0) return null;
  const runs = counted.map((c) => c.run);
  const downMbps = median(runs.map((r) => r.downMbps));
  const upMbps = median(runs.map((r) => r.upMbps));
  const latencyMs = median(runs.map((r) => r.latencyMs).filter((v) => v !== null));
  const speedMet = (r) => r.downMbps >= need.downMbps && r.upMbps >= need.upMbps;
  const runsMet = runs.filter(
    (r) => speedMet(r) && r.latencyMs !== null && r.latencyMs <= need.latencyMs
  ).length;
  const unjudged = runs.filter((r) => speedMet(r) && r.latencyMs === null).length;
  const medianMet = downMbps >= need.downMbps && upMbps >= need.upMbps && (latencyMs === null || latencyMs <= need.latencyMs);
  const missing = [];
  if (unjudged > 0) {
    const house = counted.some((c) => c.r.target === "house" && c.r.loadedMs !== null);
    missing.push(
      house && line2.riseMs === null ? "the rise of the line under load, by cable at the gateway" : `the loaded round trip of ${unjudged} ${unjudged === 1 ? "run" : "runs"}`
    );
  }
  if (medianMet && runs.length < RUNS_WANTED)
    missing.push(`${RUNS_WANTED - runs.length} more ${RUNS_WANTED - runs.length === 1 ? "run" : "runs"}`);
  if (medianMet && runs.length === RUNS_WANTED && runsMet === 2 && unjudged === 0) missing.push("1 more run");
  const verdict = enoughRunsMet(runsMet, runs.length) ? "serves" : medianMet ? "tight" : isSilent({ downMbps, upMbps }) ? "silent" : "short";
  const first = counted[0].r;
  return {
    runs: runs.length,
    downMbps,
    upMbps,
    latencyMs,
    rssiDbm: median(counted.map((c) => c.r.rssiDbm).filter((v) => v !== null)),
    device: first.device,
    band: first.band,
    bandsSeen: [...new Set(counted.map((c) => c.r.bandSeen).filter((b) => b !== null))],
    runsMet,
    verdict,
    decidedBy: decide({ downMbps, upMbps, latencyMs: latencyMs ?? 0 }, need),
    missing
  };
}
function incomparable(before, after) {
  const missing = [];
  const label2 = (d) => d === "wired" ? "wired laptop" : CLIENT_TYPES[d].label;
  if (before.device !== after.device)
    missing.push(
      `runs on the same kind of device as before (${label2(before.device)}, now ${label2(after.device)})`
    );
  const oneBand = (d) => d !== "wired" && CLIENT_TYPES[d].bands.length === 1;
  const free = before.band === "free" && after.band === "free";
  const fixedAlike = before.band === after.band || oneBand(before.device) && oneBand(after.device);
  if (!free && !(fixedAlike && oneBand(before.device) && oneBand(after.device)) && before.device !== "wired")
    missing.push("runs with the band left free both times");
  return missing;
}
function afterRuns(e, spotId, readings2, after) {
  const byState = /* @__PURE__ */ new Map();
  for (const r of readings2) {
    if (e.states.get(r.stateId)?.phase !== "after") continue;
    const list = byState.get(r.stateId);
    if (list) list.push(r);
    else byState.set(r.stateId, [r]);
  }
  const counted = [];
  const rounds = [];
  const past = [];
  let runs = 0;
  for (const id2 of after.ids) {
    const own = byState.get(id2);
    if (!own) continue;
    const round4 = e.roundOf.get(id2) ?? 1;
    const touched = after.standing.get(id2);
    const because = touched?.get(spotId) ?? null;
    if (!touched || because) past.unshift({ round: round4, runs: own.length, because });
    else if (runs < RUNS_WANTED) {
      counted.unshift(own);
      rounds.unshift(round4);
      runs += own.length;
    }
  }
  return { counted: counted.flat(), rounds, past };
}
var STEPS2 = ["serves", "tight", "short", "silent"];
function isWorse(before, after) {
  if (!before || !after || before.verdict === "silent" || before.verdict === "short") return false;
  if (STEPS2.indexOf(after.verdict) <= STEPS2.indexOf(before.verdict)) return false;
  return after.verdict !== "tight" || after.missing.length === 0;
}
function verdictOf(site2, spot4, e, lines, afterStates) {
  const need = needOf(spot4.activities, site2.activityLimits);
  const readings2 = e.bySpot.get(spot4.id) ?? [];
  const first = readings2.filter((r) => e.states.get(r.stateId)?.phase === "before");
  const before = judgeRuns(comparableGroup(first, [`${spot4.client}|free`]), lines.before, need);
  const wanted = before ? [`${before.device}|${before.band}`, `${before.device}|free`] : [`${spot4.client}|free`];
  const { counted, rounds, past } = afterRuns(e, spot4.id, readings2, afterStates);
  const after = judgeRuns(comparableGroup(counted, wanted), lines.after, need);
  const wasDead = before !== null && (before.verdict === "silent" || before.verdict === "short");
  const unlike = before && after ? incomparable(before, after) : [];
  const missing = [];
  if (!before) missing.push("runs before anything is changed");
  else if (!wasDead) missing.push(...before.missing.map((m) => `before: ${m}`));
  if (before && !after)
    missing.push(
      past.length > 0 ? `runs with the network as it is now: ${TOUCH_WORDS[past[past.length - 1].because ?? "way"]}` : "runs after the work"
    );
  if (after) missing.push(...after.missing, ...unlike);
  return {
    spotId: spot4.id,
    number: spot4.number,
    name: spot4.name,
    need,
    before,
    after,
    wasDead,
    gone: wasDead && after?.verdict === "serves" && unlike.length === 0,
    worse: isWorse(before, after) && unlike.length === 0,
    rounds,
    past,
    verdict: (after ?? before)?.verdict ?? null,
    decidedBy: (after ?? before)?.decidedBy ?? null,
    missing
  };
}
function verdictsOf(site2, rows, standing) {
  const e = evidenceOf(rows);
  const ids = builtStates(rows).map((s) => s.id).reverse();
  const last = new Map(ids.slice(0, 1).map((id2) => [id2, /* @__PURE__ */ new Map()]));
  const after = { ids, standing: standing ?? last };
  const lines = { before: lineTest(rows, "before"), after: lineTest(rows, "after") };
  return [...site2.spots].sort((a, b) => a.number - b.number).map((spot4) => verdictOf(site2, spot4, e, lines, after));
}

// core/evidence/sampleRows.ts
var AT = "2026-01-01T00:00:00Z";
var NOTHING = { id: "o", name: "O", units: [], wiredSpots: [] };
function sampleState(id2, phase2, option2 = NOTHING, {
  site: site2 = emptySite(),
  ownKit = [],
  at: at2 = AT
} = {}) {
  const kit = [...new Set(option2.units.map((u) => u.kitId))].map((kitId) => kitById(kitId, ownKit));
  const { network: network2, labels } = freeze(site2, option2, kit);
  return { kind: "state", id: id2, at: at2, by: "", phase: phase2, hash: networkHash(network2, site2), network: network2, labels };
}

// meter/practice/random.ts
function seeded(seed) {
  let a = seed >>> 0;
  return () => {
    a = a + 1831565813 >>> 0;
    let t = Math.imul(a ^ a >>> 15, 1 | a);
    t = t + Math.imul(t ^ t >>> 7, 61 | t) ^ t;
    return ((t ^ t >>> 14) >>> 0) / 4294967296;
  };
}

// demo/simulate.ts
var round3 = (v, digits) => Number(v.toFixed(digits));
function simulateReadings(context, option2, state2, seed, weakerDb, runs = 3) {
  const random = seeded(seed);
  const normal = () => normalQuantile(1e-3 + 0.998 * random());
  const start = Date.parse(state2.at);
  let count = 0;
  const stamp = () => new Date(start + 45e3 * ++count).toISOString();
  const jitter = (value, share) => Math.max(0, value * (1 + share * normal()));
  const { line: line2 } = context;
  const base3 = {
    kind: "reading",
    by: "",
    stateId: state2.id,
    target: "internet",
    source: "typed",
    replacesId: null,
    note: ""
  };
  const readings2 = [];
  for (let i = 0; i < runs; i++) {
    readings2.push({
      ...base3,
      id: `${state2.id}-line-${i + 1}`,
      subject: { kind: "line" },
      device: "wired",
      deviceName: "wired laptop",
      band: "free",
      bandSeen: null,
      connected: true,
      rssiDbm: null,
      downMbps: round3(jitter(line2.downMbps * 0.97, 0.01), 0),
      upMbps: round3(jitter(line2.upMbps * 0.98, 0.01), 0),
      idleMs: round3(jitter(line2.idleMs, 0.05), 0),
      loadedMs: round3(jitter(line2.idleMs + 18, 0.08), 0),
      at: stamp()
    });
  }
  const at2 = (p, i) => {
    const spot4 = context.site.spots.find((s) => s.id === p.spotId);
    const connected = p.downMbps > 0.05 && p.upMbps > 0.05;
    return {
      ...base3,
      id: `${state2.id}-${p.number}-${i + 1}`,
      subject: { kind: "spot", spotId: p.spotId },
      device: spot4.client,
      deviceName: spot4.deviceName,
      band: "free",
      bandSeen: connected ? p.band : null,
      connected,
      rssiDbm: p.rssiDbm === null || p.rssiDbm < -95 ? null : round3(p.rssiDbm + 2 * normal(), 0),
      downMbps: connected ? round3(jitter(p.downMbps, 0.06), 1) : null,
      upMbps: connected ? round3(jitter(p.upMbps, 0.06), 1) : null,
      idleMs: connected ? round3(jitter(line2.idleMs + 3, 0.1), 0) : null,
      loadedMs: connected ? round3(jitter(line2.idleMs + 26, 0.1), 0) : null,
      at: stamp()
    };
  };
  const world = { ...context, beliefs: { ...context.beliefs, shiftDb: () => -weakerDb } };
  for (const p of predictOption(world, option2)) for (let i = 0; i < runs; i++) readings2.push(at2(p, i));
  return [state2, ...readings2];
}

// demo/farm.ts
function farmBrief() {
  return {
    ...emptyBrief(),
    customer: "The Quillfeathers",
    address: "Quillfeather Farm",
    line: {
      kind: "fibre",
      downMbps: 500,
      upMbps: 100,
      idleMs: 9,
      riseMs: null,
      login: "password",
      loginHolder: "the customer has the letter"
    },
    allowed: {
      drilling: true,
      rented: false,
      listed: false,
      reuseOldGear: true,
      budgetMinor: 9e4,
      note: "No cable across the barn yard: the goats eat it.",
      closedRooms: "The guest room: somebody sleeps there by day."
    },
    consents: [{ id: "cs-1", what: "drilling", who: "both owners, for the studio wall", got: true }],
    devices: [
      { id: "dv-1", name: "Milk scale", only24: true },
      { id: "dv-2", name: "Goat camera", only24: false },
      { id: "dv-3", name: "Printer in the hall", only24: true }
    ],
    hours: { from: "09:00", to: "16:00" },
    oldRouter: { telephone: true, alarm: false },
    complaints: [
      { id: "cp-1", words: "I teach live from the kiln room and the lesson drops out.", spotId: "spot-7" },
      { id: "cp-2", words: "In the attic large files take all night.", spotId: "spot-4" },
      { id: "cp-3", words: "The goat camera never comes up.", spotId: "spot-11" },
      { id: "cp-4", words: "Nothing arrives on the bench in the yard.", spotId: "spot-9" }
    ]
  };
}
var cupboard = { storeyId: "f-ground", xM: 0.6, yM: 9.3, heightM: 1.1 };
var shelf = { storeyId: "f-ground", xM: 1.7, yM: 7.2, heightM: 1.5 };
var unit3 = (u) => ({
  radios: {},
  ...u
});
var today = {
  id: "today",
  name: "Today",
  units: [
    unit3({
      id: "old-a",
      letter: "A",
      kitId: "provider-router",
      name: "Porch cupboard",
      place: cupboard,
      feed: plainFeed("line", null)
    })
  ],
  wiredSpots: []
};
function farmPlan() {
  const gateway = unit3({
    id: "a",
    letter: "A",
    kitId: "mesh-own-radio",
    name: "Porch shelf",
    place: shelf,
    feed: plainFeed("line", null)
  });
  const landing = unit3({
    id: "b",
    letter: "B",
    kitId: "mesh-own-radio",
    name: "Landing",
    place: { storeyId: "f-upper", xM: 8.2, yM: 6.2, heightM: 1.2 },
    feed: plainFeed("wireless", "a")
  });
  return {
    ...emptyPlan(),
    today,
    options: [
      { id: "opt-wire", name: "A node upstairs", units: [gateway, landing], wiredSpots: [] },
      {
        id: "opt-air",
        name: "And one in the parlour",
        units: [
          gateway,
          landing,
          unit3({
            id: "c",
            letter: "C",
            kitId: "mesh-own-radio",
            name: "Parlour window",
            place: { storeyId: "f-ground", xM: 13.4, yM: 7.6, heightM: 1.3 },
            feed: plainFeed("wireless", "a")
          })
        ],
        wiredSpots: []
      }
    ]
  };
}
var OLD_ROUTER_WEAKER_DB = 5;
function quillfeatherFarm() {
  const site2 = farmSite();
  const brief2 = farmBrief();
  const plan2 = farmPlan();
  const before = simulateReadings(
    planContext({ site: site2, brief: brief2, plan: plan2 }),
    today,
    sampleState("st-today", "before", today, { site: site2, at: "2026-06-03T09:20:00.000Z" }),
    7,
    OLD_ROUTER_WEAKER_DB
  );
  return {
    format: "nestle-job",
    version: JOB_FILE_VERSION,
    name: "Quillfeather Farm",
    brief: brief2,
    site: site2,
    plan: plan2,
    evidence: before.map((row, i) => ({ ...row, received: { number: i + 1, at: row.at } })),
    pictures: []
  };
}

// bench/numbers.ts
var median2 = (list) => [...list].sort((a, b) => a - b)[list.length >> 1];
function times(count, work) {
  return Array.from({ length: count }, (_, i) => {
    const start = performance.now();
    work(i);
    return performance.now() - start;
  });
}
var moved = (option2, byM) => ({
  ...option2,
  units: option2.units.map(
    (u, i) => i === option2.units.length - 1 ? { ...u, place: { ...u.place, xM: u.place.xM + byM } } : u
  )
});
function numbers() {
  const farm = quillfeatherFarm();
  const context = planContext(farm);
  const option2 = farm.plan.options.reduce((most, o) => o.units.length > most.units.length ? o : most);
  evaluate(context, option2, farm.plan.today);
  const known3 = median2(times(60, () => evaluate(context, option2, farm.plan.today)).slice(20));
  const after = median2(
    times(60, (i) => evaluate(context, moved(option2, 0.01 * (i + 1)), farm.plan.today)).slice(20)
  );
  console.log(
    `Evaluation of ${option2.units.length} units and ${farm.site.spots.length} spots: ways known ${known3.toFixed(1)} ms, one unit moved ${after.toFixed(1)} ms (${(after / known3).toFixed(1)} times)`
  );
  const seen = observationsOf(context, farm.evidence).list;
  const learn = median2(times(40, () => calibrate(context.scene, seen)).slice(15));
  const job2 = hall("Hall", 200, 8, 612, 1e4);
  const large = planContext(job2);
  const some = observationsOf(large, job2.evidence).list;
  const many = Array.from({ length: 1600 }, (_, i) => ({ ...some[i % some.length], id: `o${i}` }));
  const [first] = times(1, () => calibrate(large.scene, many));
  console.log(
    `Calibration: farm, ${seen.length} observations, ${learn.toFixed(0)} ms; ${many.length} observations ${first.toFixed(0)} ms (${(first / learn).toFixed(0)} times)`
  );
  const spread = hall("Hall", 200, 8, 612, 1e4);
  const one = hall("One spot", 1, 1, 4, 5e4);
  const of = (j) => median2(times(5, () => verdictsOf(j.site, [...j.evidence])));
  const [many200, many1] = [of(spread), of(one)];
  console.log(
    `Verdicts: 10 000 readings of 200 spots ${many200.toFixed(0)} ms, 50 000 of one spot ${many1.toFixed(0)} ms (${(many1 / many200).toFixed(1)} times)`
  );
}

// bench/mainThread.ts
async function traced(client, run) {
  const events = [];
  client.on("Tracing.dataCollected", (d) => events.push(...d.value));
  const done = new Promise((resolve) => client.once("Tracing.tracingComplete", () => resolve()));
  await client.send("Tracing.start", {
    transferMode: "ReportEvents",
    traceConfig: {
      includedCategories: ["toplevel", "devtools.timeline", "disabled-by-default-devtools.timeline", "cc"]
    }
  });
  await run();
  await client.send("Tracing.end");
  await done;
  return events;
}
function mainThread(events) {
  const mains = events.filter((e) => e.name === "thread_name" && e.args?.name === "CrRendererMain").map((e) => `${e.pid}:${e.tid}`);
  const own = (e) => mains.includes(`${e.pid}:${e.tid}`);
  const frames = events.filter((e) => own(e) && e.ph === "X" && e.name === "ProxyMain::BeginMainFrame");
  const count = /* @__PURE__ */ new Map();
  for (const f of frames) count.set(`${f.pid}:${f.tid}`, (count.get(`${f.pid}:${f.tid}`) ?? 0) + 1);
  const [busiest] = [...count].sort((a, b) => b[1] - a[1])[0] ?? [""];
  const starts = frames.filter((f) => `${f.pid}:${f.tid}` === busiest).map((f) => f.ts).sort((a, b) => a - b);
  return { thread: busiest, starts };
}
function longestTaskMs(events) {
  const { thread } = mainThread(events);
  return events.reduce(
    (most, e) => `${e.pid}:${e.tid}` === thread && e.ph === "X" && e.name === "RunTask" ? Math.max(most, (e.dur ?? 0) / 1e3) : most,
    0
  );
}
function frameWorkMs(events) {
  const { thread: busiest, starts } = mainThread(events);
  const work = new Array(Math.max(0, starts.length - 1)).fill(0);
  for (const e of events) {
    if (`${e.pid}:${e.tid}` !== busiest || e.ph !== "X" || e.name !== "RunTask" || !e.dur) continue;
    let i = starts.findIndex((s) => s > e.ts) - 1;
    if (i === -2) i = starts.length - 1;
    if (i >= 0 && i < work.length) work[i] += e.dur / 1e3;
  }
  return work.sort((a, b) => a - b);
}

// bench/planFrames.ts
var MOVES = 90;
var median3 = (list) => [...list].sort((a, b) => a - b)[list.length >> 1] ?? Number.NaN;
var nextFrame = (page) => page.evaluate(() => new Promise((next) => requestAnimationFrame(next)));
var settled = (page) => page.locator('main[data-settling="false"]').waitFor({ timeout: 6e4 });
async function drag(page, client) {
  await page.keyboard.press("Escape");
  const box3 = await page.getByRole("button", { name: /^Unit A/ }).first().boundingBox();
  const [x, y] = [box3.x + box3.width / 2, box3.y + box3.height / 2];
  const idle = frameWorkMs(
    await traced(client, async () => {
      for (let i = 0; i < MOVES; i++) {
        await page.mouse.move(x + 60 + i % 40, y + 60 + i * 7 % 25);
        await nextFrame(page);
      }
    })
  );
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 8, y, { steps: 4 });
  const move2 = async (i) => {
    await page.mouse.move(x + 8 + i % 40, y + i * 7 % 25);
    await nextFrame(page);
  };
  for (let i = 0; i < 20; i++) await move2(i);
  const events = await traced(client, async () => {
    for (let i = 0; i < MOVES; i++) await move2(i);
  });
  await settled(page);
  await page.evaluate(() => {
    const page2 = window;
    page2.behindMs = [];
    let moved2 = 0;
    window.addEventListener("pointermove", () => moved2 = performance.now(), true);
    new MutationObserver(() => {
      if (document.querySelector("main").getAttribute("data-settling") !== "false" || moved2 === 0) return;
      page2.behindMs.push(performance.now() - moved2);
      moved2 = 0;
    }).observe(document.querySelector("main"), { attributeFilter: ["data-settling"] });
  });
  for (let i = 0; i < 15; i++) {
    await page.mouse.move(x + 10 + i * 11 % 40, y + i * 5 % 25);
    await page.waitForTimeout(400);
  }
  const behind = await page.evaluate(() => window.behindMs);
  await page.mouse.up();
  const work = frameWorkMs(events);
  return `a dragged unit: main-thread work a frame median ${median3(work).toFixed(1)} ms, with nothing in hand ${median3(idle).toFixed(1)} ms (${(median3(work) / median3(idle)).toFixed(1)} times), longest task ${longestTaskMs(events).toFixed(0)} ms; numbers behind the hand by ${median3(behind).toFixed(0)} ms`;
}
async function longest(page, client, work) {
  await settled(page).catch(() => {
  });
  const events = await traced(client, async () => {
    await work();
    await page.waitForTimeout(600);
  });
  return `${longestTaskMs(events).toFixed(0)} ms`;
}
async function planFrames() {
  await withBrowser(async (page, url) => {
    const jobs = [
      quillfeatherFarm(),
      hall("Hall: 100 spots, 8 units, 612 walls, 10 000 readings", 100, 8, 612, 1e4)
    ];
    for (const job2 of jobs) {
      const made = await page.request.post(`${url}/api/jobs/import`, {
        headers: { "content-type": "application/json" },
        data: writeJobFile(job2)
      });
      const { id: id2 } = await made.json();
      const client = await page.context().newCDPSession(page);
      await page.goto(`${url}/jobs/${id2}/plan`);
      await settled(page);
      await page.waitForTimeout(3e3);
      console.log(`${job2.name}, ${await drag(page, client)}`);
      const tasks = [];
      const note2 = async (what, work) => tasks.push(`${what} ${await longest(page, client, work)}`);
      await note2("changing storey", async () => {
        await page.keyboard.press(".");
        await nextFrame(page);
        await page.keyboard.press(",");
      });
      await page.goto(`${url}/jobs/${id2}/brief`);
      await settled(page);
      await page.waitForTimeout(1500);
      await note2(
        "typing",
        async () => page.getByLabel("Customer", { exact: true }).pressSequentially("Someone", { delay: 40 })
      );
      await page.goto(`${url}/jobs/${id2}/before`);
      await settled(page);
      await page.waitForTimeout(1500);
      const row = page.locator('[data-spot="2"]');
      await note2("opening a spot", async () => row.getByRole("button").first().click());
      const form = page.getByRole("form", { name: /Reading at spot 2/ });
      await form.getByLabel(/Down/).fill("31");
      await form.getByLabel(/Up/).fill("8");
      await note2("recording", async () => {
        await form.getByRole("button", { name: "Record run" }).click();
        await form.getByText("Run recorded").waitFor();
      });
      await page.goto(`${url}/jobs/${id2}/fit`);
      await settled(page);
      await page.waitForTimeout(1500);
      await note2("ticking", async () => page.getByRole("checkbox").first().click());
      console.log(`  longest task: ${tasks.join(", ")}`);
      await page.request.delete(`${url}/api/jobs/${id2}`);
    }
  });
}

// bench/crowded.ts
var SIDE = 17;
var ROOM_M = 3;
function crowdedJob() {
  const size = SIDE * ROOM_M;
  const walls2 = [];
  const wall3 = (x0, y0, x1, y1) => walls2.push({
    id: `w${walls2.length}`,
    storeyId: "s",
    a: { xM: x0, yM: y0 },
    b: { xM: x1, yM: y1 },
    construction: walls2.length % 3 ? "plasterboard" : "brickSingle",
    heightM: null
  });
  for (let i = 0; i <= SIDE; i++)
    for (let j = 0; j < SIDE; j++) {
      wall3(i * ROOM_M, j * ROOM_M, i * ROOM_M, (j + 1) * ROOM_M);
      wall3(j * ROOM_M, i * ROOM_M, (j + 1) * ROOM_M, i * ROOM_M);
    }
  const place2 = (n, dx, dy) => ({
    storeyId: "s",
    xM: n % SIDE * ROOM_M + dx,
    yM: Math.floor(n / SIDE) * ROOM_M + dy,
    heightM: 1
  });
  return {
    format: "nestle-job",
    version: JOB_FILE_VERSION,
    name: "Crowded storey",
    brief: emptyBrief(),
    site: {
      ...emptySite(),
      buildings: [
        {
          id: "b",
          name: "Hall",
          roof: null,
          storeys: [
            {
              id: "s",
              name: "Ground",
              floorLevelM: 0,
              heightM: 2.5,
              outline: [
                { xM: 0, yM: 0 },
                { xM: size, yM: 0 },
                { xM: size, yM: size },
                { xM: 0, yM: size }
              ],
              floor: null,
              holes: []
            }
          ]
        }
      ],
      walls: walls2.slice(0, 612),
      spots: Array.from({ length: 150 }, (_, n) => ({
        id: `spot${n}`,
        number: n + 1,
        name: `Desk ${n + 1}`,
        place: place2(n, 1, 1),
        client: "phone",
        deviceName: "",
        activities: [{ activity: "web", count: 1 }],
        complaint: ""
      })),
      outlets: Array.from({ length: 150 }, (_, n) => ({
        id: `out${n}`,
        name: `Socket ${n + 1}`,
        place: place2(n, 2.4, 2),
        circuitId: null,
        freeSockets: 1,
        strip: false
      }))
    },
    plan: emptyPlan(),
    evidence: [],
    pictures: []
  };
}

// bench/surveyFrames.ts
var MOVES2 = 120;
async function moveAlong(page, x, y) {
  for (let i = 0; i < MOVES2; i++) {
    await page.mouse.move(x + i % 60 * 2, y + i * 7 % 30);
    await page.evaluate(() => new Promise((next) => requestAnimationFrame(next)));
  }
}
function report(name, work) {
  const perMove = work.reduce((sum, ms2) => sum + ms2, 0) / MOVES2;
  const at2 = (share) => work[Math.min(work.length - 1, Math.floor(share * work.length))];
  console.log(
    `Survey, 612 walls and 300 marks: ${name}: ${work.length} frames, main-thread work median ${at2(0.5).toFixed(1)} ms, 99th percentile ${at2(0.99).toFixed(1)} ms; ${perMove.toFixed(1)} ms a move`
  );
}
async function surveyFrames() {
  await withBrowser(async (page, url) => {
    const made = await page.request.post(`${url}/api/jobs/import`, {
      headers: { "content-type": "application/json" },
      data: writeJobFile(crowdedJob())
    });
    const { id: id2 } = await made.json();
    const client = await page.context().newCDPSession(page);
    await page.goto(`${url}/jobs/${id2}/survey`);
    await page.getByRole("button", { name: "Wiring", exact: true }).click();
    const socket = page.getByRole("button", { name: "Socket, Socket 40", exact: true });
    await socket.waitFor();
    await page.waitForTimeout(1500);
    const middle = async () => {
      const box4 = await socket.boundingBox();
      return [box4.x + box4.width / 2, box4.y + box4.height / 2];
    };
    const [x, y] = await middle();
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 9, y, { steps: 4 });
    report("dragging a socket", frameWorkMs(await traced(client, () => moveAlong(page, x, y))));
    await page.mouse.up();
    await page.keyboard.press("Escape");
    await page.keyboard.press("w");
    await page.mouse.click(x, y + 40);
    report("drawing a wall", frameWorkMs(await traced(client, () => moveAlong(page, x, y))));
    await page.keyboard.press("Escape");
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "House", exact: true }).click();
    await page.keyboard.press(".");
    const grip = page.getByRole("button", { name: "Grip, move" });
    const box3 = await grip.boundingBox();
    await page.mouse.move(box3.x + box3.width / 2, box3.y + box3.height / 2);
    await page.mouse.down();
    await page.mouse.move(box3.x + 14, box3.y + 8, { steps: 4 });
    report("dragging a wall", frameWorkMs(await traced(client, () => moveAlong(page, box3.x, box3.y))));
    await page.mouse.up();
  });
}

// bench/run.ts
var UNITS = [
  { x: 1.7, y: 7.2, z: 1.5 },
  { x: 8.2, y: 6.2, z: 4.05 },
  { x: 28.5, y: 3, z: 1.5 }
];
var MOVES3 = 60;
var time = (work) => {
  const start = performance.now();
  work();
  return performance.now() - start;
};
var median4 = (list) => [...list].sort((a, b) => a - b)[list.length >> 1];
function sheets(site2) {
  const most = Math.max(...site2.buildings.map((b) => b.storeys.length));
  return Array.from(
    { length: most },
    (_, i) => site2.buildings.flatMap((b) => b.storeys[i] ? [b.storeys[i].id] : [])
  );
}
function thinned(layers, every) {
  const pick = (list) => list.filter((_, i) => i % every === 0);
  return layers.map((l) => ({
    ...l,
    cells: l.cells.filter((_, i) => i % every === 0),
    xs: pick(l.xs),
    ys: pick(l.ys)
  }));
}
function growth(what, small, large) {
  const times2 = (key) => `${(large[key] / small[key]).toFixed(1)} times`;
  console.log(
    `Growth of ${what}: ${times2("cells")} the cells, ${times2("bends")} the bends, ${times2("ms")} the time`
  );
}
function full(name, site2, cellM, sample) {
  const scene = buildScene(site2);
  const box3 = plotBox(site2, 3);
  const grid = gridOver(box3, cellM);
  const open2 = sheets(site2).map((ids, i) => layersOf(site2, ids, grid, i === 0));
  const cells = open2.flat().reduce((n, l) => n + l.cells.length, 0);
  UNITS.forEach((u) => arrivalsOf(scene, u));
  const run = () => open2.map((layers) => settledFields(fieldBase(scene, void 0, grid, layers), UNITS));
  if (sample === 1) run();
  let fields = [];
  const fastMs = time(() => fields = run());
  let worst = 0;
  const plainMs = sample * time(
    () => open2.forEach((layers, s) => {
      const part = thinned(layers, sample);
      UNITS.forEach((u, i) => {
        const plain2 = plainField(scene, u, grid, part);
        for (const l of part)
          for (const c of l.cells)
            for (let b = 0; b < 3; b++)
              worst = Math.max(worst, Math.abs(plain2[b][c] - fields[s][i][b][c]));
      });
    })
  );
  console.log(
    `${name}: ${scene.barriers.length} walls, ${portalsOf(scene).length} bends, ${cells} cells \xD7 ${UNITS.length} units \xD7 3 bands at ${cellM} m
  settled field ${fastMs.toFixed(0)} ms, plain triple loop ${plainMs.toFixed(0)} ms${sample > 1 ? ` (from every ${sample}th cell)` : ""}: ${(plainMs / fastMs).toFixed(1)} times faster, largest difference ${worst.toFixed(4)} dB`
  );
  const { straightMs, bareMs } = straightOnly(site2, cellM);
  console.log(
    `  against a bare loop of free space alone (${bareMs.toFixed(1)} ms): straight lines ${(straightMs / bareMs).toFixed(1)} times, with ways round ${(fastMs / bareMs).toFixed(0)} times`
  );
  return { ms: fastMs, cells, bends: portalsOf(scene).length };
}
function bareLoop(layers, cells) {
  const out = new Float32Array(3 * cells);
  let n = 0;
  for (const u of UNITS)
    for (const layer of layers.flat()) {
      const dz = layer.levelM - u.z;
      for (let i = 0; i < layer.cells.length; i++) {
        const dx = layer.xs[i] - u.x;
        const dy = layer.ys[i] - u.y;
        const space = 10 * Math.log10(Math.max(0.25, dx * dx + dy * dy + dz * dz));
        for (let b = 0; b < 3; b++) out[n++ % out.length] = space + BAND_MHZ[b];
      }
    }
  return out;
}
function straightOnly(site2, cellM) {
  const scene = buildScene(site2);
  const grid = gridOver(plotBox(site2, 3), cellM);
  const open2 = sheets(site2).map((ids, i) => layersOf(site2, ids, grid, i === 0));
  const bases = open2.map((layers) => fieldBase(scene, void 0, grid, layers));
  const cells = open2.flat().reduce((n, l) => n + l.cells.length, 0);
  const straight = () => bases.forEach((base3) => UNITS.forEach((u) => straightField(base3, u)));
  straight();
  bareLoop(open2, cells);
  const many = (work) => median4(Array.from({ length: 9 }, () => time(work)));
  return { straightMs: many(straight), bareMs: many(() => bareLoop(open2, cells)) };
}
function drag2(name, site2, cellM) {
  const scene = buildScene(site2);
  const grid = gridOver(plotBox(site2, 3), cellM);
  const layersFor = (g) => layersOf(site2, sheets(site2)[0], g, true);
  const layers = layersFor(grid);
  const base3 = fieldBase(scene, void 0, grid, layers);
  draggedField(base3, UNITS[0], layersFor);
  const moves2 = Array.from(
    { length: MOVES3 },
    (_, i) => time(() => draggedField(base3, { x: 4 + i * 0.1, y: 8, z: 1.4 }, layersFor))
  );
  console.log(
    `${name}: a dragged unit at ${cellM} m, median of ${MOVES3} moves ${median4(moves2).toFixed(1)} ms (Node)`
  );
  const cells = layers.reduce((n, l) => n + l.cells.length, 0);
  return { ms: median4(moves2), cells, bends: portalsOf(scene).length };
}
var quick = process.argv.includes("--quick");
var survey = process.argv.includes("--survey");
if (survey) {
  await surveyFrames();
  process.exit(0);
}
if (process.argv.includes("--plan")) {
  await planFrames();
  process.exit(0);
}
if (process.argv.includes("--field")) {
  full("Farm", farmSite(), 0.25, 25);
  growth("a dragged unit", drag2("Farm", farmSite(), 0.5), drag2("Estate of ten farms", estate(10), 0.5));
  growth(
    "the settled field",
    full("Farm", farmSite(), 1, 10),
    full("Estate of ten farms", estate(10), 1, 400)
  );
  process.exit(0);
}
if (process.argv.includes("--numbers")) {
  numbers();
  process.exit(0);
}
var only = process.argv.indexOf("--opens");
if (only > 0) {
  await opens(process.argv[only + 1] ?? null);
  process.exit(0);
}
numbers();
full("Farm", farmSite(), quick ? 1 : 0.25, quick ? 1 : 25);
drag2("Farm", farmSite(), 0.25);
var smallDrag = drag2("Farm", farmSite(), 0.5);
if (!quick) {
  const big = estate(10);
  const small = full("Farm", farmSite(), 1, 1);
  const large = full("Estate of ten farms", big, 1, 400);
  growth("the settled field", small, large);
  growth("a dragged unit", smallDrag, drag2("Estate of ten farms", big, 0.5));
  await browserDrag(MOVES3);
  await surveyFrames();
  await planFrames();
  await opens(null);
}
