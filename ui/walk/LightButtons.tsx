/** @jsxImportSource preact */
import { LIGHT_WORDS } from '@/core/fit/lights';
import type { Light, LightSign } from '@/core/kit/model/details';
import { LightMark } from './LightMark';

/** Lights of a unit, each to be picked where it is asked which one shows. */
export function LightButtons({
  lights,
  picked = null,
  onPick,
}: {
  lights: readonly LightSign[];
  picked?: Light | null;
  onPick: (light: Light) => void;
}) {
  return (
    <ul class="lights">
      {lights.map((l) => (
        <li key={`${l.shows} ${l.when}`}>
          <button type="button" aria-pressed={picked === l.means} onClick={() => onPick(l.means)}>
            <LightMark shows={l.shows} />
            <span>
              {l.shows}: <strong>{LIGHT_WORDS[l.means]}</strong>
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}
