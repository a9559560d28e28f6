'use client';
import { useMemo } from 'react';
import { dividingWall } from '@/core/site/edit/divide';
import { exactLengthText, areaText } from '@/core/site/model/lengths';
import type { SnapKind } from '@/core/site/geometry/snap';
import { useJob } from '@/ui/job/store';
import type { View } from '@/ui/sheet/useView';
import { useDrawing } from './drawing';
import { boxOf, distanceM } from './hand';
import { TOOLS } from './tools';

const CAUGHT: Record<SnapKind, string> = {
  end: 'end',
  middle: 'middle',
  wall: 'on the wall',
  square: 'square',
  aligned: 'level with an end',
  otherStorey: 'over a wall of another storey',
  free: '',
};

/** Cross-hair, the line or box under way with its sizes, and what the point has caught on. In px of the view. */
export function DrawOverlay({ view }: { view: View }) {
  const tool = useDrawing((s) => s.tool);
  const from = useDrawing((s) => s.from);
  const chain = useDrawing((s) => s.chain);
  const cross = useDrawing((s) => s.cross);
  const caught = useDrawing((s) => s.caught);
  const unit = useJob((s) => s.brief.lengthUnit);
  const all = useJob((s) => s.site.walls);
  const storeyId = useJob((s) => s.storeyId);
  const walls = useMemo(() => all.filter((w) => w.storeyId === storeyId), [all, storeyId]);
  if (tool === 'select' || !cross) return null;
  const px = (p: { xM: number; yM: number }) => [p.xM * view.k + view.x, p.yM * view.k + view.y] as const;
  const [x, y] = px(cross);
  const { shape } = TOOLS[tool];
  const pending = tool === 'scale' && chain.length === 2;
  const points = shape === 'chain' || pending ? chain : [];
  const words: string[] = [];
  if (from && shape === 'box') {
    const [w, d] = [Math.abs(cross.xM - from.xM), Math.abs(cross.yM - from.yM)];
    words.push(`${exactLengthText(w, unit)} × ${exactLengthText(d, unit)}, ${areaText(w * d, unit)}`);
  } else if (from && !pending) words.push(exactLengthText(distanceM(from, cross), unit));
  if (CAUGHT[caught]) words.push(CAUGHT[caught]);
  const line = { stroke: 'var(--air)', strokeWidth: 2.4, fill: 'none' };
  const divided = tool === 'divide' && from ? dividingWall(walls, from, cross) : null;
  return (
    <g pointerEvents="none" className="fig" data-caught={caught}>
      {points.length > 1 && <polyline points={points.map((p) => px(p).join(',')).join(' ')} {...line} />}
      {from && shape === 'box' && (
        <polygon
          points={boxOf(from, cross)
            .map((p) => px(p).join(','))
            .join(' ')}
          {...line}
        />
      )}
      {from && shape !== 'box' && !pending && (
        <line x1={px(from)[0]} y1={px(from)[1]} x2={x} y2={y} {...line} />
      )}
      {divided && (
        <line
          x1={px(divided.a)[0]}
          y1={px(divided.a)[1]}
          x2={px(divided.b)[0]}
          y2={px(divided.b)[1]}
          {...line}
          strokeDasharray="6 4"
        />
      )}
      {words.length > 0 && (
        <text
          x={x + 12}
          y={y - 10}
          fontSize={13}
          fontWeight={600}
          fill="var(--ink)"
          stroke="var(--sheet)"
          strokeWidth={4}
          paintOrder="stroke"
        >
          {words.join(' · ')}
        </text>
      )}
      {caught !== 'free' && <circle cx={x} cy={y} r={5} fill="none" stroke="var(--air)" strokeWidth={1.6} />}
      <path d={`M${x - 9} ${y}H${x + 9}M${x} ${y - 9}V${y + 9}`} stroke="var(--air)" strokeWidth={1.6} />
    </g>
  );
}
