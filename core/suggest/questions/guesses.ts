import { meets } from '../../plan/links/judge';
import { sceneOf, type PlanContext } from '../../plan/network/context';
import { outletsOf } from '../../plan/network/surroundings';
import { parentIdOf } from '../../plan/option/feeds';
import type { Option } from '../../plan/option/schema';
import { predictOption } from '../../plan/predict/predict';
import type { Outlet, Point, Site, Wall } from '../../site/model/schema';

/** What of a plan hangs on what nobody has looked at. */
export interface GuessesDecide {
  /** Doors and windows, and walls, that are guessed. */
  openings: number;
  walls: number;
  /** Spots that meet their need as it is drawn, and would not if guessed doors and windows were wall, or guessed walls took twice as much. */
  byOpenings: string[];
  byWalls: string[];
  /** Letters of units whose powerline runs over a circuit that is guessed. */
  overCircuits: string[];
}

/** How far behind a wall it stands a second time, m. */
const BEHIND_M = 0.02;

/** A site without the openings that are guessed: wall where each of them is. */
function withoutOpenings(site: Site, guessed: ReadonlySet<string>): Site {
  return { ...site, openings: site.openings.filter((o) => !guessed.has(o.id)) };
}

/** A site in which every guessed wall stands twice, its doors and windows too. */
function withWallsTwice(site: Site, guessed: ReadonlySet<string>): Site {
  const again = (id: string) => `${id}-again`;
  const doubled = site.walls.filter((w) => guessed.has(w.id));
  const ids = new Set(doubled.map((w) => w.id));
  const behind = (w: Wall): Wall => {
    const length = Math.hypot(w.b.xM - w.a.xM, w.b.yM - w.a.yM);
    const shift = (p: Point): Point => ({
      xM: p.xM - (BEHIND_M * (w.b.yM - w.a.yM)) / length,
      yM: p.yM + (BEHIND_M * (w.b.xM - w.a.xM)) / length,
    });
    return { ...w, id: again(w.id), a: shift(w.a), b: shift(w.b) };
  };
  return {
    ...site,
    walls: [...site.walls, ...doubled.map(behind)],
    openings: [
      ...site.openings,
      ...site.openings
        .filter((o) => ids.has(o.wallId))
        .map((o) => ({ ...o, id: again(o.id), wallId: again(o.wallId) })),
    ],
  };
}

/**
 * Whether a plan works because of a guess: it is predicted once more with wall in the place of every guessed door and window, and
 * with every guessed wall twice; and what runs over circuits nobody has seen (guessed sockets are objected to by the rules). What was
 * read stays as it was read.
 */
export function guessesDecide(context: PlanContext, option: Option): GuessesDecide {
  const { site } = context;
  const guessed = new Set(site.guessed);
  const count = (list: readonly { id: string }[]) => list.filter((t) => guessed.has(t.id)).length;
  const [openings, walls] = [count(site.openings), count(site.walls)];
  const now = openings + walls === 0 ? [] : predictOption(context, option);
  const failing = (changed: Site): string[] => {
    const then = new Map(
      predictOption({ ...context, site: changed, scene: sceneOf(changed) }, option).map((p) => [p.spotId, p]),
    );
    return now.filter((p) => meets(p, p.need) && !meets(then.get(p.spotId)!, p.need)).map((p) => p.spotId);
  };
  const isOnGuessed = (outlet: Outlet | null) =>
    outlet !== null && outlet.circuitId !== null && guessed.has(outlet.circuitId);
  return {
    openings,
    walls,
    byOpenings: openings === 0 ? [] : failing(withoutOpenings(site, guessed)),
    byWalls: walls === 0 ? [] : failing(withWallsTwice(site, guessed)),
    overCircuits: option.units.flatMap((unit) => {
      const parent = option.units.find((u) => u.id === parentIdOf(unit.feed));
      if (unit.feed.kind !== 'powerline' || !parent) return [];
      return outletsOf(site, parent, unit).some(isOnGuessed) ? [unit.letter] : [];
    }),
  };
}
