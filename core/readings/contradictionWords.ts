import { capital } from '../site/model/capital';
import { mean } from 'd3-array';
import { constructionLossDb } from '../radio/materials/constructionLoss';
import { roomNameAt } from '../site/geometry/roomName';
import { CONSTRUCTIONS, describeConstruction, inSentence, isBuiltIn } from '../site/model/constructions';
import type { DrawAs } from '../site/edit/walls';
import { inside, storeysById } from '../site/model/levels';
import type { Point, Site, Wall } from '../site/model/schema';

/** Something of the drawing that readings contradict, with what would be asked on site. */
export interface Contradiction {
  kind: 'wall' | 'floor' | 'room' | 'construction';
  /** The wall, the storey whose floor it is, the storey of the room; of a construction its own name. */
  id: string;
  /** Where to look; null for a whole construction. */
  storeyId: string | null;
  at: Point | null;
  /** How much more it takes than drawn, dB in the middle of the bands; less than drawn is negative. */
  moreDb: number;
  /** What stands out, at how many places, and the question. */
  words: string;
  /** What it would be drawn as, where one construction fits what was read: these walls, or the floor of this storey. */
  drawAs: DrawAs | null;
}

/** What another construction may miss of what was read, dB. */
const FITS_WITHIN_DB = 5;

/** Middle loss of a construction over the bands, dB. */
const middleDb = (site: Site, name: string): number =>
  mean(constructionLossDb(name, site.customConstructions))!;

/** The construction of the same use whose loss fits best; null where none fits better than the one drawn. */
export function betterFit(site: Site, drawn: string, moreDb: number): string | null {
  const use = isBuiltIn(drawn) ? CONSTRUCTIONS[drawn].use : 'wall';
  const wanted = middleDb(site, drawn) + moreDb;
  const off = (name: string) => Math.abs(middleDb(site, name) - wanted);
  const others = [
    ...Object.keys(CONSTRUCTIONS).filter((c) => isBuiltIn(c) && CONSTRUCTIONS[c].use === use),
    ...(use === 'wall' ? site.customConstructions.map((c) => c.id) : []),
  ].filter((c) => c !== drawn);
  const best = others.sort((a, b) => off(a) - off(b))[0];
  return best !== undefined && off(best) <= FITS_WITHIN_DB && off(best) < off(drawn) ? best : null;
}

/** What lies on both sides of the middle of a wall: "the wall between Hall and Study", "the outer wall of Study". */
function wallWords(site: Site, wall: Wall): string {
  const storey = storeysById(site).get(wall.storeyId)?.storey;
  const [xM, yM] = [(wall.a.xM + wall.b.xM) / 2, (wall.a.yM + wall.b.yM) / 2];
  const lengthM = Math.hypot(wall.b.xM - wall.a.xM, wall.b.yM - wall.a.yM);
  const across = { xM: -(wall.b.yM - wall.a.yM) / lengthM, yM: (wall.b.xM - wall.a.xM) / lengthM };
  const sides = [0.4, -0.4].flatMap((by) => {
    const p = { xM: xM + by * across.xM, yM: yM + by * across.yM };
    if (storey && !inside(storey.outline, p.xM, p.yM)) return [];
    return [roomNameAt(site, { storeyId: wall.storeyId, ...p, heightM: 1 })];
  });
  if (sides.length === 1) return `the outer wall of ${sides[0]}`;
  const [one, other] = sides;
  return one === other || other === undefined
    ? `a wall in ${one ?? 'the house'}`
    : `the wall between ${one} and ${other}`;
}

export const takes = (moreDb: number, than: string): string =>
  `takes ${Math.abs(moreDb).toFixed(0)} dB ${moreDb > 0 ? 'more' : 'less'} than ${than}`;
export const labelOf = (site: Site, construction: string): string =>
  inSentence(describeConstruction(construction, site.customConstructions).label);

/** The question where no construction fits, by which way it strays. */
const OTHERWISE = {
  wall: {
    more: 'is there foil or metal in it, or something large before it?',
    less: 'is there an opening that is not drawn?',
  },
  floor: {
    more: 'is there foil, metal or wet screed in it?',
    less: 'is there an opening that is not drawn?',
  },
  room: {
    more: 'is there something large or of metal that is not drawn, or did somebody stand in the way?',
    less: 'is there an opening that is not drawn?',
  },
} as const;

/** A thing as it is asked about, by how much more it takes than drawn, dB; null where it is gone from the survey. */
export function asked(
  site: Site,
  { kind, id }: Pick<Contradiction, 'id'> & { kind: keyof typeof OTHERWISE },
  strayDb: number,
  places: number,
): Contradiction | null {
  const said = `readings at ${places} places say so`;
  const question = (moreDb: number) => OTHERWISE[kind][moreDb > 0 ? 'more' : 'less'];
  if (kind === 'room') {
    const room = site.rooms.find((r) => r.id === id);
    if (!room) return null;
    const { name, storeyId, at } = room;
    const words = `All that was read in ${name} is ${Math.abs(strayDb).toFixed(0)} dB ${strayDb > 0 ? 'weaker' : 'stronger'} than the rest of the house explains, ${said}: ${question(strayDb)}`;
    return { kind, id, storeyId, at, moreDb: strayDb, words, drawAs: null };
  }
  const wall = kind === 'wall' ? site.walls.find((w) => w.id === id) : undefined;
  const floor = kind === 'floor' ? storeysById(site).get(id) : undefined;
  const drawn = wall?.construction ?? floor?.storey.floor;
  if (!drawn) return null;
  // Nothing takes less than nothing: what is more than all of it is an opening.
  const moreDb = Math.max(strayDb, -middleDb(site, drawn));
  const to = betterFit(site, drawn, moreDb);
  const name = wall ? wallWords(site, wall) : `the floor of ${floor!.storey.name}, ${floor!.building.name},`;
  return {
    kind,
    id,
    storeyId: wall?.storeyId ?? id,
    at: wall ? { xM: (wall.a.xM + wall.b.xM) / 2, yM: (wall.a.yM + wall.b.yM) / 2 } : null,
    moreDb,
    words: `${capital(name)} ${takes(moreDb, labelOf(site, drawn))}, ${said}: ${to ? `is it ${labelOf(site, to)}, ${moreDb > 0 ? 'or is something large before it' : 'or has it an opening that is not drawn'}?` : question(moreDb)}`,
    drawAs: to === null ? null : { construction: to, wallIds: wall ? [id] : [], storeyId: wall ? null : id },
  };
}
