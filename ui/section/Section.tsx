'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import { kitById } from '@/core/kit/catalogue/catalogue';
import type { Option } from '@/core/plan/option/schema';
import { eavesLevelM, levelOf, sheetStoreys } from '@/core/site/model/levels';
import { useJob } from '@/ui/job/store';
import { FEED_STYLE, feedPath } from '@/ui/sheet/feedLine';
import { UnitSymbol } from '@/ui/sheet/UnitSymbol';
import { namesThatFit } from './layout';
import {
  eavesInFaceM,
  roofShape,
  sectionLayout,
  sectionX,
  storeyShape,
  type SectionPoint,
} from '@/core/site/geometry/section';
import { parentIdOf } from '@/core/plan/option/feeds';

/** Room at the left for the storey names of the first building. */
const SIDE_PX = 64;
const HEAD_PX = 10;
const FOOT_PX = 24;
/** Mean advance of the figure face, as a share of its size. */
const ADVANCE = 0.46;
const STOREY_PX = 12;
const BUILDING_PX = 12.5;

/** All buildings side by side, cut open: change storey here, see what hangs above what and how outbuildings are joined. */
export function Section({
  option,
  changed,
}: {
  option: Option | null;
  /** Units that are pointed at: dashed, and what feeds them in light. */
  changed?: ReadonlySet<string> | undefined;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 700, height: 130 });
  const buildings = useJob((s) => s.site.buildings);
  const storeyId = useJob((s) => s.storeyId);
  const showStorey = useJob((s) => s.showStorey);
  const selected = useJob((s) => s.selected);
  const select = useJob((s) => s.select);
  const ownKit = useJob((s) => s.plan.ownKit);
  const layout = useMemo(() => sectionLayout(buildings), [buildings]);
  const isEmpty = buildings.length === 0;
  const open = new Set(sheetStoreys({ buildings }, storeyId).map((r) => r.storey.id));
  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const observer = new ResizeObserver(() =>
      setSize({ width: element.clientWidth, height: element.clientHeight }),
    );
    observer.observe(element);
    return () => observer.disconnect();
    // The frame is there from the first building on.
  }, [isEmpty]);
  if (isEmpty) return <p className="p-3 text-ink-2">The section appears with the first building.</p>;
  const k = Math.min(
    (size.width - 2 * SIDE_PX) / layout.widthM,
    (size.height - HEAD_PX - FOOT_PX) / (layout.heightM + layout.depthM),
  );
  const left = (size.width - k * layout.widthM) / 2;
  const ground = size.height - FOOT_PX - k * layout.depthM;
  const px = (m: number) => left + k * m;
  const py = (levelM: number) => ground - k * levelM;
  const drawn = layout.buildings.map(({ building, atM, widthM }) => ({
    x0: px(atM),
    x1: px(atM + widthM),
    y0: py(eavesLevelM(building)),
    y1: ground,
  }));
  const storeyNames = layout.buildings.flatMap(({ building, atM }) =>
    building.storeys.map((s) => {
      const [x1, y] = [px(atM) - 7, py(s.floorLevelM + s.heightM / 2)];
      const x0 = x1 - s.name.length * STOREY_PX * ADVANCE;
      return { id: s.id, name: s.name, y, at: { x0, x1, y0: y - STOREY_PX / 2, y1: y + STOREY_PX / 2 } };
    }),
  );
  const buildingNames = layout.buildings.map(({ building, atM, widthM }) => {
    const [x, half] = [px(atM + widthM / 2), (building.name.length * BUILDING_PX * ADVANCE) / 2];
    return { id: building.id, at: { x0: x - half, x1: x + half, y0: size.height - 18, y1: size.height - 4 } };
  });
  // What is open is named before what is not.
  const shown = namesThatFit(
    [...[...storeyNames].sort((a, b) => Number(open.has(b.id)) - Number(open.has(a.id))), ...buildingNames],
    drawn,
  );
  const units = option?.units ?? [];
  const at = (u: (typeof units)[number]): [number, number] => [
    px(sectionX(layout, u.place)),
    py(levelOf({ buildings }, u.place)),
  ];
  return (
    <div ref={frame} className="relative h-full min-h-[110px] overflow-hidden">
      <svg
        width={size.width}
        height={size.height}
        role="group"
        aria-label="Section, looking north: choose a storey"
        className="absolute inset-0 select-none"
      >
        <line x1={0} x2={size.width} y1={ground} y2={ground} stroke="var(--ink)" strokeWidth={1.4} />
        {layout.buildings.map((of) => {
          const { building, atM, widthM } = of;
          const x0 = px(atM);
          const x1 = px(atM + widthM);
          const drawn = (points: readonly SectionPoint[]) =>
            points.map(([alongM, levelM]) => `${px(atM + alongM)},${py(levelM)}`).join(' ');
          const roof = roofShape(of);
          const eavesM = eavesInFaceM(of);
          return (
            <g key={building.id}>
              {roof && (
                <polygon points={drawn(roof)} fill="var(--good-wash)" stroke="var(--ink)" strokeWidth={1.2} />
              )}
              {building.storeys.map((s) => {
                const isOpen = open.has(s.id);
                return (
                  <g
                    key={s.id}
                    role="button"
                    tabIndex={0}
                    aria-pressed={isOpen}
                    aria-label={`${building.name}, ${s.name}`}
                    className="cursor-pointer"
                    onClick={() => showStorey(s.id)}
                    onKeyDown={(e) => {
                      if (e.key !== 'Enter' && e.key !== ' ') return;
                      e.preventDefault();
                      showStorey(s.id);
                    }}
                  >
                    <polygon
                      points={drawn(storeyShape(of, s))}
                      fill={isOpen ? 'var(--lamp-wash)' : 'var(--sheet)'}
                      stroke="var(--ink)"
                      strokeWidth={isOpen ? 2 : 1}
                    />
                    <title>{`${building.name}, ${s.name}`}</title>
                  </g>
                );
              })}
              {eavesM !== null && (
                <line
                  x1={x0}
                  x2={x1}
                  y1={py(eavesM)}
                  y2={py(eavesM)}
                  stroke="var(--ink-2)"
                  strokeDasharray="3 3"
                  pointerEvents="none"
                />
              )}
              {shown.has(building.id) && (
                <text
                  className="fig"
                  x={(x0 + x1) / 2}
                  y={size.height - 7}
                  textAnchor="middle"
                  fontSize={BUILDING_PX}
                  fill="var(--ink)"
                >
                  {building.name}
                </text>
              )}
            </g>
          );
        })}
        <g fill="none" pointerEvents="none" strokeLinecap="round" aria-hidden="true">
          {units.map((u) => {
            const parent = units.find((p) => p.id === parentIdOf(u.feed));
            if (!parent) return null;
            const style = FEED_STYLE[u.feed.kind];
            const d = feedPath(u.feed.kind, at(parent), at(u));
            return (
              <g key={u.id}>
                {changed?.has(u.id) && (
                  <path d={d} stroke="var(--lamp)" strokeWidth={8} strokeOpacity={0.55} />
                )}
                <path d={d} stroke={style.color} strokeWidth={style.width} strokeDasharray={style.dash} />
                {style.core && <path d={d} stroke="var(--sheet)" strokeWidth={style.core} />}
              </g>
            );
          })}
        </g>
        {/* Over the feeds, with a rim of the paper: a line that passes crosses no name out. */}
        {storeyNames
          .filter(({ id }) => shown.has(id))
          .map(({ id, name, y, at: { x1 } }) => (
            <text
              key={id}
              className="fig cursor-pointer"
              aria-hidden="true"
              x={x1}
              y={y + 4}
              textAnchor="end"
              fontSize={STOREY_PX}
              fill={open.has(id) ? 'var(--ink)' : 'var(--ink-2)'}
              fontWeight={open.has(id) ? 600 : 400}
              stroke="var(--sheet)"
              strokeWidth={4}
              strokeLinejoin="round"
              paintOrder="stroke"
              onClick={() => showStorey(id)}
            >
              {name}
            </text>
          ))}
        {units.map((u) => {
          const [x, y] = at(u);
          const isSelected = selected?.kind === 'unit' && selected.id === u.id;
          return (
            <g
              key={u.id}
              transform={`translate(${x} ${y}) scale(0.72)`}
              className="cursor-pointer"
              data-section-unit={u.letter}
              data-pointed={changed?.has(u.id) || undefined}
              onClick={() => {
                select({ kind: 'unit', id: u.id });
                if (u.place.storeyId) showStorey(u.place.storeyId);
              }}
            >
              {changed?.has(u.id) && (
                <circle
                  r={17}
                  fill="var(--sheet)"
                  stroke="var(--ink)"
                  strokeWidth={2}
                  strokeDasharray="5 4"
                />
              )}
              <UnitSymbol
                kind={kitById(u.kitId, ownKit)?.kind ?? 'node'}
                letter={u.letter}
                selected={isSelected}
              />
            </g>
          );
        })}
      </svg>
    </div>
  );
}
