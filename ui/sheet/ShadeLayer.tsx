'use client';
import { memo } from 'react';
import type { Outline, ShadeOutline } from '@/core/plan/shade/outlines';
import { VERDICTS, VERDICT_WORDS } from '@/core/site/model/verdict';

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
      <pattern id={`${id}-lighter`} width="9" height="9" patternUnits="userSpaceOnUse">
        <rect width="9" height="9" fill="var(--lamp)" opacity="0.1" />
        <path d="M-1 1 1 -1M0 9 9 0M8 10 10 8" stroke="var(--lamp)" strokeWidth="1.5" />
      </pattern>
    </defs>
  );
}

const BOX = { x: 0.5, y: 0.5, width: 19, height: 13, stroke: 'var(--rule)' } as const;

function KeyEntry({ fill, opacity, children }: { fill: string; opacity?: number; children: string }) {
  return (
    <li className="flex items-center gap-1.5">
      <svg width="20" height="14" aria-hidden="true">
        <rect {...BOX} fill={fill} fillOpacity={opacity} />
      </svg>
      {children}
    </li>
  );
}

/** What the steps of shade look like, and what becomes of them where a network is pointed at; no pointer meets it. */
export function ShadeKey({ id, hasGhost }: { id: string; hasGhost: boolean }) {
  return (
    <ul
      className="fig pointer-events-none absolute bottom-1.5 left-2 flex flex-wrap gap-x-3 rounded-[3px] bg-sheet/85 px-1 text-[13px]"
      aria-label="Steps of shade"
    >
      {VERDICTS.map((step) => (
        <KeyEntry key={step} fill={step === 'works' ? 'none' : `url(#${id}-${step})`}>
          {VERDICT_WORDS[step]}
        </KeyEntry>
      ))}
      {hasGhost && (
        <>
          <KeyEntry fill={`url(#${id}-lighter)`}>lighter with this</KeyEntry>
          <KeyEntry fill="var(--dusk)" opacity={DARKER}>
            darker
          </KeyEntry>
        </>
      )}
    </ul>
  );
}

/** How strong dusk lies where a place gets darker. */
const DARKER = 0.42;

/** The rings of an outline as a path in pixels. */
function pathOf({ cornersM, ringCorners }: Outline, k: number): string {
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

/** Where a network that is pointed at makes a place lighter, in lamp hatching, and where darker, in dusk. */
export const DifferenceLayer = memo(function DifferenceLayer({
  lighter,
  darker,
  id,
  k,
}: {
  lighter: Outline | null;
  darker: Outline | null;
  id: string;
  k: number;
}) {
  return (
    <g aria-hidden="true" pointerEvents="none">
      {darker && darker.cornersM.length > 0 && (
        <path
          d={pathOf(darker, k)}
          fill="var(--dusk)"
          fillOpacity={DARKER}
          fillRule="evenodd"
          data-difference="darker"
        />
      )}
      {lighter && lighter.cornersM.length > 0 && (
        <path
          d={pathOf(lighter, k)}
          fill={`url(#${id}-lighter)`}
          fillRule="evenodd"
          data-difference="lighter"
        />
      )}
    </g>
  );
});
