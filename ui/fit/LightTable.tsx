'use client';
import type { Light, LightSign } from '@/core/kit/model/details';
import { lightLook } from '@/core/kit/model/lightLook';
import { LIGHT_WORDS } from '@/core/fit/lights';

/** A light drawn as its words say it: colour, how it blinks, or how many bars are lit. */
export function LightMark({ shows }: { shows: string }) {
  const { colour, pattern, bars } = lightLook(shows);
  if (bars !== null)
    return (
      <span className="light-bars" data-pattern={pattern} aria-hidden="true">
        {[1, 2, 3, 4, 5].map((n) => (
          <i key={n} data-lit={n <= bars} style={{ height: 4 + 3 * n }} />
        ))}
      </span>
    );
  return <span className="light-dot" data-colour={colour} data-pattern={pattern} aria-hidden="true" />;
}

/** What the light of a unit means at this step, each to be picked where it is asked what it shows. */
export function LightTable({
  lights,
  picked,
  onPick,
}: {
  lights: readonly LightSign[];
  picked?: Light | null;
  onPick?: (light: Light) => void;
}) {
  if (lights.length === 0) return null;
  return (
    <ul className="mt-1 grid gap-x-3 gap-y-0.5 sm:grid-cols-2" aria-label="What its light means now">
      {lights.map((l) => {
        const inside = (
          <>
            <LightMark shows={l.shows} />
            <span className="min-w-0">
              {l.shows}: <strong className="font-semibold">{LIGHT_WORDS[l.means]}</strong>
            </span>
          </>
        );
        const row = 'fig flex w-full items-center gap-2 rounded-[3px] px-1 py-0.5 text-left text-[13px]';
        return (
          <li key={`${l.shows} ${l.when}`}>
            {onPick ? (
              <button
                type="button"
                className={`${row} cursor-pointer border ${picked === l.means ? 'border-ink bg-lamp-wash' : 'border-rule bg-sheet'}`}
                aria-pressed={picked === l.means}
                onClick={() => onPick(l.means)}
              >
                {inside}
              </button>
            ) : (
              <span className={row}>{inside}</span>
            )}
          </li>
        );
      })}
    </ul>
  );
}
