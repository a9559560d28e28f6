import type { CustomConstruction } from '../model/constructions';
import type { Site } from '../model/schema';

/** How many walls, openings, floors, roofs and obstacles are made of a construction. */
export function usesOfConstruction(site: Site, id: string): number {
  const named = [
    ...site.walls,
    ...site.openings,
    ...site.obstacles,
    ...site.buildings.flatMap((b) => (b.roof ? [b.roof] : [])),
  ].filter((t) => t.construction === id).length;
  const floors = site.buildings.flatMap((b) => b.storeys).filter((s) => s.floor === id).length;
  return named + floors;
}

/** A construction of the job's own to begin with: a name that is free and losses to be overwritten. */
export function newOwnConstruction(site: Site, id: string): CustomConstruction {
  const taken = new Set(site.customConstructions.map((c) => c.name));
  let name = 'Own wall';
  for (let n = 2; taken.has(name); n++) name = `Own wall ${n}`;
  return { id, name, draw: 'brick', thicknessM: 0.2, source: { kind: 'loss', db24: 8, db5: 12, db6: 14 } };
}

/** Puts a changed construction in the place of the one with its id. */
export function changeOwnConstruction(site: Site, next: CustomConstruction): Site {
  return {
    ...site,
    customConstructions: site.customConstructions.map((c) => (c.id === next.id ? next : c)),
  };
}

/** Takes a construction out; one that something is made of stays, so that nothing loses its material. */
export function deleteOwnConstruction(site: Site, id: string): Site {
  if (usesOfConstruction(site, id) > 0) return site;
  return { ...site, customConstructions: site.customConstructions.filter((c) => c.id !== id) };
}
