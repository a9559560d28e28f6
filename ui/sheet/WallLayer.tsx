'use client';
import { memo } from 'react';
import { describeConstruction, wallThicknessM, type DrawStyle } from '@/core/site/model/constructions';
import type { Opening, Point, Site, Wall } from '@/core/site/model/schema';

/** Strokes of a wall, bottom first: width as a share of its thickness, colour, dashes in metres. */
const STROKES: Record<DrawStyle, readonly { width: number; color: string; dash?: string; cap?: 'square' }[]> =
  {
    stone: [
      { width: 1, color: 'var(--ink)', cap: 'square' },
      { width: 0.5, color: 'var(--stone-core)', dash: '0.55 0.22' },
    ],
    brick: [
      { width: 1, color: 'var(--ink)', cap: 'square' },
      { width: 0.62, color: 'var(--sheet)', cap: 'square' },
      { width: 0.26, color: 'var(--ink)', dash: '0.3 0.2' },
    ],
    stud: [{ width: 0.6, color: 'var(--ink)', cap: 'square' }],
    timber: [
      { width: 1, color: 'var(--ink)', cap: 'square' },
      { width: 0.5, color: 'var(--sheet)', cap: 'square' },
    ],
    concrete: [{ width: 1, color: 'var(--ink-2)', cap: 'square' }],
    metal: [
      { width: 4, color: 'var(--ink)', dash: '0.04 0.36' },
      { width: 1.2, color: 'var(--ink)', cap: 'square' },
    ],
    glass: [
      { width: 1.6, color: 'var(--ink)', cap: 'square' },
      { width: 0.9, color: 'var(--sheet)', cap: 'square' },
    ],
    open: [{ width: 1, color: 'var(--rule)', dash: '0.1 0.2' }],
  };

/** Thinnest drawn wall, m, so that a stud wall stays visible on a whole plot. */
const THINNEST_M = 0.1;

/** Walls drawn alike, as one path: a crowded storey stays light to draw. Thick walls lie under thin ones. */
function pathsOf(
  walls: readonly Wall[],
  style: (w: Wall) => { draw: DrawStyle; thicknessM: number },
): { key: string; draw: DrawStyle; thicknessM: number; d: string }[] {
  const groups = new Map<string, { key: string; draw: DrawStyle; thicknessM: number; d: string[] }>();
  for (const w of walls) {
    const { draw, thicknessM } = style(w);
    const key = `${draw} ${thicknessM}`;
    const group = groups.get(key) ?? { key, draw, thicknessM, d: [] };
    group.d.push(`M${w.a.xM} ${w.a.yM}L${w.b.xM} ${w.b.yM}`);
    groups.set(key, group);
  }
  return [...groups.values()]
    .sort((a, b) => b.thicknessM - a.thicknessM)
    .map((g) => ({ ...g, d: g.d.join('') }));
}

const WallStrokes = memo(function WallStrokes({
  d,
  draw,
  thicknessM,
}: {
  d: string;
  draw: DrawStyle;
  thicknessM: number;
}) {
  const thick = Math.max(THINNEST_M, thicknessM);
  return STROKES[draw].map((s, i) => (
    <path
      key={i}
      d={d}
      fill="none"
      stroke={s.color}
      strokeWidth={thick * s.width}
      strokeDasharray={s.dash}
      strokeLinecap={s.cap}
    />
  ));
});

const OpeningMark = memo(function OpeningMark({
  opening,
  wall,
  thicknessM,
}: {
  opening: Opening;
  wall: Wall;
  thicknessM: number;
}) {
  const length = Math.hypot(wall.b.xM - wall.a.xM, wall.b.yM - wall.a.yM);
  const ux = (wall.b.xM - wall.a.xM) / length;
  const uy = (wall.b.yM - wall.a.yM) / length;
  const at = (m: number, side = 0): [number, number] => [
    wall.a.xM + ux * m - uy * side,
    wall.a.yM + uy * m + ux * side,
  ];
  const thick = Math.max(THINNEST_M, thicknessM);
  const [x1, y1] = at(opening.offsetM);
  const [x2, y2] = at(opening.offsetM + opening.widthM);
  const [lx, ly] = at(opening.offsetM + opening.widthM * 0.72, opening.widthM * 0.55);
  return (
    <>
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--sheet)" strokeWidth={thick * 1.15} />
      {opening.kind === 'window' && (
        <>
          <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--ink)" strokeWidth={0.16} />
          <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--sheet)" strokeWidth={0.08} />
        </>
      )}
      {opening.kind === 'door' && (
        <line
          x1={x1}
          y1={y1}
          x2={lx}
          y2={ly}
          stroke="var(--ink)"
          strokeWidth={opening.construction === 'metalDoor' ? 0.12 : 0.05}
        />
      )}
    </>
  );
});

const polygonPoints = (outline: readonly Point[]) => outline.map((p) => `${p.xM},${p.yM}`).join(' ');

/** Holes of the floors on the sheet, and those of the storeys above as stairs that lead up. */
function Stairs({ holes, above }: { holes: readonly Hole[]; above: readonly Hole[] }) {
  return (
    <>
      {[...holes.map((h) => ({ ...h, up: false })), ...above.map((h) => ({ ...h, up: true }))].map((h) => (
        <polygon
          key={`${h.id}-${h.up}`}
          points={polygonPoints(h.outline)}
          fill="none"
          stroke="var(--ink-2)"
          strokeWidth={0.05}
          strokeDasharray={h.up ? '0.16 0.12' : undefined}
        />
      ))}
    </>
  );
}

type Hole = Site['buildings'][number]['storeys'][number]['holes'][number];

/** Walls by construction, as a draughtsman would, with their doors and windows. Coordinates in metres. */
export const WallLayer = memo(function WallLayer({
  walls,
  openings,
  obstacles,
  foliage,
  holes,
  holesAbove,
  custom,
  chosen,
}: {
  walls: readonly Wall[];
  openings: readonly Opening[];
  obstacles: Site['obstacles'];
  foliage: Site['foliage'];
  holes: readonly Hole[];
  holesAbove: readonly Hole[];
  custom: Site['customConstructions'];
  /** Ids of walls, openings, obstacles and foliage that are selected. */
  chosen: ReadonlySet<string>;
}) {
  const byId = new Map(walls.map((w) => [w.id, w]));
  const style = (w: Wall) => ({
    draw: describeConstruction(w.construction, custom).draw,
    thicknessM: wallThicknessM(w, custom),
  });
  const area = (id: string) => (chosen.has(id) ? 'var(--lamp)' : undefined);
  return (
    <g aria-hidden="true" pointerEvents="none">
      {foliage.map((f) => (
        <polygon
          key={f.id}
          points={polygonPoints(f.outline)}
          fill="var(--fibre)"
          fillOpacity={0.12}
          stroke={area(f.id) ?? 'var(--fibre)'}
          strokeWidth={area(f.id) ? 0.2 : 0.08}
          strokeDasharray="0.05 0.25"
          strokeLinecap="round"
        />
      ))}
      <Stairs holes={holes} above={holesAbove} />
      {obstacles.map((o) => (
        <polygon
          key={o.id}
          points={polygonPoints(o.outline)}
          fill="none"
          stroke={area(o.id) ?? 'var(--ink-2)'}
          strokeWidth={area(o.id) ? 0.16 : 0.06}
          strokeDasharray="0.2 0.1"
        />
      ))}
      {pathsOf(walls, style).map((g) => (
        <WallStrokes key={g.key} d={g.d} draw={g.draw} thicknessM={g.thicknessM} />
      ))}
      {openings.map((o) => {
        const wall = byId.get(o.wallId);
        return wall && <OpeningMark key={o.id} opening={o} wall={wall} thicknessM={style(wall).thicknessM} />;
      })}
      {walls
        .filter((w) => w.isBarred)
        .map((w) => (
          <line
            key={`barred ${w.id}`}
            x1={w.a.xM}
            y1={w.a.yM}
            x2={w.b.xM}
            y2={w.b.yM}
            stroke="var(--mains)"
            strokeWidth={Math.max(THINNEST_M, wallThicknessM(w, custom)) * 1.5}
            strokeDasharray="0.06 0.5"
          />
        ))}
      {[...chosen].map((id) => {
        const wall = byId.get(id);
        return (
          wall && (
            <line
              key={id}
              x1={wall.a.xM}
              y1={wall.a.yM}
              x2={wall.b.xM}
              y2={wall.b.yM}
              stroke="var(--lamp)"
              strokeWidth={0.22}
              strokeOpacity={0.85}
            />
          )
        );
      })}
    </g>
  );
});
