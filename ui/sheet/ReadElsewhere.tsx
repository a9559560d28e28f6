'use client';
import { memo } from 'react';
import type { Place } from '@/core/site/model/schema';
import { useDerived } from '@/ui/job/derived';

/** Where spots were read before they were moved: a proof stays at its place. Coordinates in px of the view. */
export const ReadElsewhere = memo(function ReadElsewhere({
  k,
  shown,
}: {
  k: number;
  shown: (place: Pick<Place, 'storeyId'>) => boolean;
}) {
  const { derived } = useDerived();
  return (
    <>
      {(derived?.verdicts ?? []).map(({ spotId, number, elsewhere }) => {
        if (!elsewhere || !shown(elsewhere.place)) return null;
        const { xM, yM } = elsewhere.place;
        return (
          <g key={spotId} data-read-there={number} className="fig" fontSize={11}>
            <circle
              cx={xM * k}
              cy={yM * k}
              r={9}
              fill="var(--sheet)"
              stroke={elsewhere.gone ? 'var(--good)' : 'var(--ink-2)'}
              strokeWidth={1.5}
              strokeDasharray="2 2"
            />
            <text x={xM * k} y={yM * k + 4} textAnchor="middle" fill="var(--ink-2)">
              {number}
            </text>
            <text
              x={xM * k + 13}
              y={yM * k + 4}
              fill="var(--ink-2)"
              stroke="var(--sheet)"
              strokeWidth={3}
              paintOrder="stroke"
            >
              read here{elsewhere.gone ? ', gone' : ''}
            </text>
          </g>
        );
      })}
    </>
  );
});
