/** @jsxImportSource preact */
import { lightLook } from '@/core/kit/model/lightLook';

/** A light drawn as its words say it. */
export function LightMark({ shows }: { shows: string }) {
  const { colour, pattern, bars } = lightLook(shows);
  if (bars !== null)
    return (
      <span class="light-bars" data-pattern={pattern} aria-hidden="true">
        {[1, 2, 3, 4, 5].map((n) => (
          <i key={n} data-lit={String(n <= bars)} style={{ height: `${4 + 3 * n}px` }} />
        ))}
      </span>
    );
  return <span class="light-dot" data-colour={colour} data-pattern={pattern} aria-hidden="true" />;
}
