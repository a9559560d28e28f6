'use client';
import { memo } from 'react';
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

/** Feeds between units whose ends are both on the open sheet. */
export const Feeds = memo(function Feeds({
  option,
  k,
  shown,
}: {
  option: Option;
  k: number;
  shown: (place: Place) => boolean;
}) {
  const toPx = (xM: number, yM: number): [number, number] => [xM * k, yM * k];
  return (
    <g aria-hidden="true" fill="none" pointerEvents="none" strokeLinecap="round" strokeLinejoin="round">
      {option.units.map((u) => {
        const parent = option.units.find((p) => p.id === parentIdOf(u.feed));
        if (!parent || (!shown(u.place) && !shown(parent.place))) return null;
        const style = FEED_STYLE[u.feed.kind];
        const d = feedPath(u.feed.kind, toPx(parent.place.xM, parent.place.yM), toPx(u.place.xM, u.place.yM));
        const faint = shown(u.place) && shown(parent.place) ? 1 : 0.45;
        return (
          <g key={u.id} opacity={faint}>
            <path d={d} stroke={style.color} strokeWidth={style.width} strokeDasharray={style.dash} />
            {style.core && <path d={d} stroke="var(--sheet)" strokeWidth={style.core} />}
          </g>
        );
      })}
    </g>
  );
});
