'use client';
import { memo } from 'react';
import type { LaidCable } from '@/core/plan/cost/cables';
import type { Option } from '@/core/plan/option/schema';
import type { Place } from '@/core/site/model/schema';
import { FEED_STYLE, feedPath } from './feedLine';
import { parentIdOf } from '@/core/plan/option/feeds';

/** Units of storeys above and below the open one, as outlines where they stand. */
export const Elsewhere = memo(function Elsewhere({
  option,
  k,
  shown,
  over,
}: {
  option: Option;
  k: number;
  shown: (place: Place) => boolean;
  /** Whether a place lies over or under the open sheet. */
  over: (place: Place) => boolean;
}) {
  return (
    <g aria-hidden="true" pointerEvents="none">
      {option.units
        .filter((u) => !shown(u.place) && over(u.place))
        .map((u) => (
          <g
            key={u.id}
            transform={`translate(${u.place.xM * k} ${u.place.yM * k})`}
            data-elsewhere={u.letter}
          >
            <circle r={11} fill="none" stroke="var(--ink-2)" strokeWidth={1.4} strokeDasharray="3 3" />
            <text
              className="fig"
              textAnchor="middle"
              y={4}
              fontSize={12}
              fill="var(--ink-2)"
              stroke="var(--sheet)"
              strokeWidth={3}
              paintOrder="stroke"
            >
              {u.letter}
            </text>
          </g>
        ))}
    </g>
  );
});

/** Light under what feeds a unit that is pointed at. */
const POINTED = { stroke: 'var(--lamp)', strokeWidth: 9, strokeOpacity: 0.55 } as const;

/** A cable as it lies: along walls where it is on the open sheet, a ring where it is drilled or leaves the storey. */
function Route({
  cable,
  k,
  shown,
  isPointed,
}: {
  cable: LaidCable;
  isPointed: boolean;
  k: number;
  shown: (place: Pick<Place, 'storeyId'>) => boolean;
}) {
  const { route } = cable.run;
  if (!route) return null;
  const style = FEED_STYLE[cable.fibre ? 'fibre' : 'ethernet'];
  const lines = route.legs.filter((l) => l.lengthM > 0 && shown(l.from) && shown(l.to));
  const d = lines.map((l) => `M${l.from.xM * k},${l.from.yM * k}L${l.to.xM * k},${l.to.yM * k}`).join('');
  const holes = route.legs.filter((l) => (l.wallIds.length > 0 || l.kind === 'floor') && shown(l.from));
  return (
    <g data-route={cable.key}>
      {isPointed && <path d={d} {...POINTED} />}
      <path d={d} stroke={style.color} strokeWidth={style.width} strokeDasharray={style.dash} />
      {style.core && <path d={d} stroke="var(--sheet)" strokeWidth={style.core} />}
      {holes.map((l, i) => (
        <circle
          key={i}
          cx={l.from.xM * k}
          cy={l.from.yM * k}
          r={4}
          fill="var(--sheet)"
          stroke={style.color}
          strokeWidth={1.6}
        />
      ))}
    </g>
  );
}

/** Feeds between units whose ends are both on the open sheet. */
export const Feeds = memo(function Feeds({
  option,
  cables,
  k,
  shown,
  changed,
}: {
  option: Option;
  /** Units that are pointed at: what feeds them lies in light. */
  changed?: ReadonlySet<string> | undefined;
  /** New cables that are drawn as they lie. */
  cables: readonly LaidCable[];
  k: number;
  shown: (place: Pick<Place, 'storeyId'>) => boolean;
}) {
  const toPx = (xM: number, yM: number): [number, number] => [xM * k, yM * k];
  const laid = new Set(
    cables.flatMap((c) => (c.run.route && c.unitId && c.key === `unit:${c.unitId}` ? [c.unitId] : [])),
  );
  return (
    <g aria-hidden="true" fill="none" pointerEvents="none" strokeLinecap="round" strokeLinejoin="round">
      {cables.map((c) => (
        <Route
          key={c.key}
          cable={c}
          k={k}
          shown={shown}
          isPointed={c.unitId !== null && (changed?.has(c.unitId) ?? false)}
        />
      ))}
      {option.units.map((u) => {
        if (laid.has(u.id)) return null;
        const parent = option.units.find((p) => p.id === parentIdOf(u.feed));
        if (!parent || (!shown(u.place) && !shown(parent.place))) return null;
        const style = FEED_STYLE[u.feed.kind];
        const d = feedPath(u.feed.kind, toPx(parent.place.xM, parent.place.yM), toPx(u.place.xM, u.place.yM));
        const faint = shown(u.place) && shown(parent.place) ? 1 : 0.45;
        return (
          <g key={u.id} opacity={faint}>
            {changed?.has(u.id) && <path d={d} {...POINTED} />}
            <path d={d} stroke={style.color} strokeWidth={style.width} strokeDasharray={style.dash} />
            {style.core && <path d={d} stroke="var(--sheet)" strokeWidth={style.core} />}
          </g>
        );
      })}
    </g>
  );
});
