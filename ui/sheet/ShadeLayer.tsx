'use client';
import { memo } from 'react';
import type { ShadeOutline } from '@/core/plan/shade/outlines';

/** Patterns of the four steps of shade; serves is plain paper. `id` keeps two sheets on one page apart. */
export function ShadePatterns({ id }: { id: string }) {
  return (
    <defs>
      <pattern id={`${id}-tight`} width="9" height="9" patternUnits="userSpaceOnUse">
        <circle cx="2.2" cy="2.2" r="0.95" fill="var(--dusk)" opacity="0.62" />
        <circle cx="6.7" cy="6.7" r="0.95" fill="var(--dusk)" opacity="0.62" />
      </pattern>
      <pattern id={`${id}-tooSlow`} width="8" height="8" patternUnits="userSpaceOnUse">
        <path d="M-2 6 6 -2M0 10 10 0" stroke="var(--dusk)" strokeWidth="1" opacity="0.55" />
      </pattern>
      <pattern id={`${id}-noSignal`} width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" fill="var(--dusk)" opacity="0.16" />
        <path
          d="M-1 1 1 -1M0 6 6 0M5 7 7 5M-1 5 1 7M0 0 6 6M5 -1 7 1"
          stroke="var(--dusk)"
          strokeWidth="1"
          opacity="0.62"
        />
      </pattern>
    </defs>
  );
}

/** The rings of an outline as a path in pixels. */
function pathOf({ cornersM, ringCorners }: ShadeOutline, k: number): string {
  const parts: string[] = [];
  let at = 0;
  for (const corners of ringCorners) {
    for (let i = 0; i < corners; i++, at += 2)
      parts.push(
        i === 0 ? 'M' : 'L',
        (cornersM[at]! * k).toFixed(1),
        ',',
        (cornersM[at + 1]! * k).toFixed(1),
      );
    parts.push('Z');
  }
  return parts.join('');
}

/** Where the network serves the sheet stays clean; where it fails it is shaded. */
export const ShadeLayer = memo(function ShadeLayer({
  outlines,
  id,
  k,
}: {
  outlines: readonly ShadeOutline[];
  id: string;
  /** Pixels per metre. */
  k: number;
}) {
  return (
    <g aria-hidden="true" pointerEvents="none">
      {outlines.map((outline, i) => {
        if (outline.cornersM.length === 0) return null;
        const d = pathOf(outline, k);
        return (
          <g key={outline.step}>
            {i > 0 && <path d={d} fill="var(--sheet)" fillRule="evenodd" />}
            <path d={d} fill={`url(#${id}-${outline.step})`} fillRule="evenodd" data-shade={outline.step} />
          </g>
        );
      })}
    </g>
  );
});
