'use client';
import { kitById } from '@/core/kit/catalogue/catalogue';
import type { KitItem } from '@/core/kit/model/schema';
import type { Option } from '@/core/plan/option/schema';
import { sheetStoreys } from '@/core/site/model/levels';
import type { LaidCable } from '@/core/plan/cost/cables';
import type { Place, Site } from '@/core/site/model/schema';
import { useJob } from '@/ui/job/store';
import { Feeds } from '@/ui/sheet/Feeds';
import { SpotSymbol, UnitSymbol } from '@/ui/sheet/UnitSymbol';
import { siteOnSheet } from '@/ui/sheet/useSheetSite';
import { WallLayer } from '@/ui/sheet/WallLayer';

/** Width of a drawing, and its greatest height, px. */
const WIDTH_PX = 640;
const HIGH_PX = 420;
const MARGIN_M = 1.5;

/** One storey of every building that reaches to it, lowest first; each combination once. */
function sheetsOf(site: Site): string[][] {
  const seen = new Map<string, string[]>();
  for (const b of site.buildings)
    for (const s of [...b.storeys].sort((p, q) => p.floorLevelM - q.floorLevelM)) {
      const ids = sheetStoreys(site, s.id).map((r) => r.storey.id);
      const key = [...ids].sort().join();
      if (!seen.has(key)) seen.set(key, ids);
    }
  return [...seen.values()];
}

const NONE: ReadonlySet<string> = new Set();

/** One sheet as it is printed: walls, units with their letters, feeds, spots with their numbers. */
function Drawing({
  site,
  ids,
  option,
  cables,
  kit,
  ground,
}: {
  cables: readonly LaidCable[];
  site: Site;
  ids: readonly string[];
  option: Option;
  kit: readonly KitItem[];
  /** Whether the yard belongs to it. */
  ground: boolean;
}) {
  const open = new Set(ids);
  const here = (place: Pick<Place, 'storeyId'>) =>
    place.storeyId === null ? ground : open.has(place.storeyId);
  const units = option.units.filter((u) => here(u.place));
  const spots = site.spots.filter((s) => here(s.place));
  const { refs, walls, openings, obstacles, foliage, holes, holesAbove, custom } = siteOnSheet(site, open);
  const points = [
    ...refs.flatMap((r) => r.storey.outline),
    ...[...units, ...spots].map((t) => ({ xM: t.place.xM, yM: t.place.yM })),
  ];
  const xs = points.map((p) => p.xM);
  const ys = points.map((p) => p.yM);
  const [x0, y0] = [Math.min(...xs) - MARGIN_M, Math.min(...ys) - MARGIN_M];
  const [wM, hM] = [Math.max(...xs) + MARGIN_M - x0, Math.max(...ys) + MARGIN_M - y0];
  const k = Math.min(WIDTH_PX / wM, HIGH_PX / hM);
  const title = refs.map((r) => `${r.building.name}, ${r.storey.name}`).join('; ');
  return (
    <figure className="mt-2 break-inside-avoid">
      <svg width={wM * k} height={hM * k} role="img" aria-label={`Plan: ${title}`} className="max-w-full">
        <g transform={`translate(${-x0 * k} ${-y0 * k})`}>
          <g transform={`scale(${k})`}>
            <WallLayer
              walls={walls}
              openings={openings}
              obstacles={obstacles}
              foliage={ground ? foliage : []}
              holes={holes}
              holesAbove={holesAbove}
              custom={custom}
              chosen={NONE}
            />
          </g>
          <Feeds option={option} cables={cables} k={k} shown={here} />
          {spots.map((s) => (
            <g key={s.id} transform={`translate(${s.place.xM * k} ${s.place.yM * k})`}>
              <SpotSymbol number={s.number} selected={false} fails={false} />
            </g>
          ))}
          {units.map((u) => (
            <g key={u.id} transform={`translate(${u.place.xM * k} ${u.place.yM * k})`}>
              <UnitSymbol kind={kitById(u.kitId, kit)?.kind ?? 'node'} letter={u.letter} selected={false} />
            </g>
          ))}
        </g>
      </svg>
      <figcaption className="fig text-[12.5px] text-ink-2">{title}</figcaption>
    </figure>
  );
}

/** The plan with its units and feeds, a drawing for each storey something of it stands on. */
export function PlanDrawing({
  option,
  kit,
  cables,
}: {
  option: Option;
  kit: readonly KitItem[];
  /** New cables, drawn as they lie. */
  cables: readonly LaidCable[];
}) {
  const site = useJob((s) => s.site);
  const storeyOf = new Set([...option.units, ...site.spots].map((t) => t.place.storeyId));
  return sheetsOf(site)
    .map((ids, i) => ({ ids, ground: i === 0 }))
    .filter(({ ids, ground }) => ids.some((id) => storeyOf.has(id)) || (ground && storeyOf.has(null)))
    .map(({ ids, ground }) => (
      <Drawing
        key={ids.join()}
        site={site}
        ids={ids}
        option={option}
        cables={cables}
        kit={kit}
        ground={ground}
      />
    ));
}
