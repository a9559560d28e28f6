import { z } from 'zod';

/** Built-in constructions. The loss of each is in core/radio/path/materials.ts; here is what it is and how it is drawn. */
export const CONSTRUCTIONS = {
  plasterboard: { label: 'plasterboard on studs', use: 'wall', draw: 'stud', thicknessM: 0.1 },
  lathPlaster: { label: 'lath and plaster', use: 'wall', draw: 'stud', thicknessM: 0.12 },
  lathPlasterMesh: { label: 'lath and plaster on metal mesh', use: 'wall', draw: 'metal', thicknessM: 0.12 },
  brickSingle: { label: 'single brick, 10 cm', use: 'wall', draw: 'brick', thicknessM: 0.1 },
  brickCavity: { label: 'cavity or solid brick, 22 to 30 cm', use: 'wall', draw: 'brick', thicknessM: 0.26 },
  rubbleStone: { label: 'rubble stone, 50 cm', use: 'wall', draw: 'stone', thicknessM: 0.5 },
  block: { label: 'concrete block, 15 cm', use: 'wall', draw: 'concrete', thicknessM: 0.15 },
  reinforcedConcrete: { label: 'reinforced concrete, 20 cm', use: 'wall', draw: 'concrete', thicknessM: 0.2 },
  foilGaps: { label: 'foil-backed board with gaps', use: 'wall', draw: 'metal', thicknessM: 0.05 },
  foilTaped: { label: 'foil-backed board, taped', use: 'wall', draw: 'metal', thicknessM: 0.05 },
  basementEarth: { label: 'basement wall, earth behind', use: 'wall', draw: 'stone', thicknessM: 0.4 },
  timberCladding: { label: 'timber cladding', use: 'wall', draw: 'timber', thicknessM: 0.1 },
  metalSheet: { label: 'corrugated metal sheet', use: 'wall', draw: 'metal', thicknessM: 0.04 },
  glazingClear: { label: 'clear double glazing', use: 'opening', draw: 'glass', thicknessM: 0.05 },
  glazingCoated: { label: 'coated (low-E) glazing', use: 'opening', draw: 'glass', thicknessM: 0.05 },
  timberDoor: { label: 'timber door', use: 'opening', draw: 'timber', thicknessM: 0.05 },
  metalDoor: { label: 'metal or foil-faced door', use: 'opening', draw: 'metal', thicknessM: 0.05 },
  open: { label: 'nothing (open)', use: 'opening', draw: 'open', thicknessM: 0 },
  timberFloor: { label: 'timber joist floor', use: 'floor', draw: 'timber', thicknessM: 0.25 },
  concreteSlab: { label: 'concrete slab, 20 cm', use: 'floor', draw: 'concrete', thicknessM: 0.2 },
  tileRoof: { label: 'tile roof', use: 'roof', draw: 'stud', thicknessM: 0.1 },
  tileRoofFoil: { label: 'tile roof over a foil membrane', use: 'roof', draw: 'metal', thicknessM: 0.1 },
  metalRoof: { label: 'corrugated metal roof', use: 'roof', draw: 'metal', thicknessM: 0.04 },
  fridge: { label: 'fridge or other large metal', use: 'obstacle', draw: 'metal', thicknessM: 0.7 },
  waterTank: { label: 'hot-water or fish tank', use: 'obstacle', draw: 'concrete', thicknessM: 0.6 },
  mirror: { label: 'mirror', use: 'obstacle', draw: 'glass', thicknessM: 0.02 },
  bookcase: { label: 'full bookcase, large furniture', use: 'obstacle', draw: 'timber', thicknessM: 0.4 },
} as const satisfies Record<
  string,
  { label: string; use: ConstructionUse; draw: DrawStyle; thicknessM: number }
>;

export type ConstructionUse = 'wall' | 'opening' | 'floor' | 'roof' | 'obstacle';
export type DrawStyle = 'stud' | 'brick' | 'stone' | 'concrete' | 'timber' | 'metal' | 'glass' | 'open';
export type BuiltInConstruction = keyof typeof CONSTRUCTIONS;

/** Whether a name is one of ours: own properties only, since a name from outside may be that of a method. */
export const isBuiltIn = (name: string): name is BuiltInConstruction => Object.hasOwn(CONSTRUCTIONS, name);

/** A built-in name, or `custom-…` for one the job defines itself. Whether the latter exists is checked with the site. */
export const constructionId = z
  .string()
  .max(64)
  .refine((name) => isBuiltIn(name) || name.startsWith('custom-'), {
    error: (issue) =>
      `unknown material "${String(issue.input).slice(0, 40)}". Known are ${Object.keys(CONSTRUCTIONS).join(', ')}, or custom-… defined in customConstructions`,
  });

export const P2040_MATERIALS = [
  'concrete',
  'brick',
  'plasterboard',
  'wood',
  'glass',
  'ceilingBoard',
  'chipboard',
  'air',
] as const;

export const slabLayer = z.strictObject({
  material: z.enum(P2040_MATERIALS),
  thicknessM: z.number().positive().max(3),
});
export type SlabLayer = z.infer<typeof slabLayer>;

const lossDb = z.number().min(0, 'a loss is not negative').max(100);

/** A job's own construction: measured losses, or homogeneous layers computed by the slab formula. */
export const customConstruction = z.strictObject({
  id: z.string().regex(/^custom-[A-Za-z0-9_-]{1,50}$/, 'starts with custom-'),
  name: z.string().trim().min(1).max(80),
  draw: z.enum(['stud', 'brick', 'stone', 'concrete', 'timber', 'metal', 'glass', 'open']),
  thicknessM: z.number().min(0).max(3),
  source: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('loss'), db24: lossDb, db5: lossDb, db6: lossDb }),
    z.strictObject({ kind: z.literal('layers'), layers: z.array(slabLayer).min(1).max(8) }),
  ]),
});
export type CustomConstruction = z.infer<typeof customConstruction>;

/** Thickness of a wall, m: as measured, else the usual one of its construction. */
export function wallThicknessM(
  wall: { construction: string; thicknessM?: number },
  custom: readonly CustomConstruction[],
): number {
  return wall.thicknessM ?? describeConstruction(wall.construction, custom).thicknessM;
}

/** Label and drawing style of any construction of a site. */
export function describeConstruction(
  name: string,
  custom: readonly CustomConstruction[],
): { label: string; draw: DrawStyle; thicknessM: number } {
  const own = custom.find((c) => c.id === name);
  if (own) return { label: own.name, draw: own.draw, thicknessM: own.thicknessM };
  return isBuiltIn(name) ? CONSTRUCTIONS[name] : CONSTRUCTIONS.plasterboard;
}

/** A label as part of a sentence: what stands behind its comma goes into brackets, so that it is not taken for the next thing. */
export const inSentence = (label: string): string => label.replace(/, (.*)$/, ' ($1)');
