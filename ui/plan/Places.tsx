'use client';
import { useMemo } from 'react';
import { kitById } from '@/core/kit/catalogue/catalogue';
import type { Option } from '@/core/plan/option/schema';
import type { Place } from '@/core/site/model/schema';
import { useAsk } from '@/ui/job/useAsk';
import { useJob } from '@/ui/job/store';
import type { GoodPlace } from '@/core/suggest/questions/goodPlaces';

/** What a unit of a kit would do at each place it could stand; null while nothing is asked or the worker tries. */
export function useGoodPlaces(option: Option | null, kitId: string | null): readonly GoodPlace[] | null {
  const question = useMemo(
    () => (option && kitId ? { kind: 'goodPlaces' as const, option, kitId } : null),
    [option, kitId],
  );
  return useAsk<'goodPlaces'>(question);
}

/** Places on the open sheet that glow by how much a unit would do there, in metres; each is pressed to put one there. */
export function GoodPlaceLayer({
  goodPlaces,
  shown,
  onPut,
}: {
  goodPlaces: readonly GoodPlace[];
  shown: (place: Place) => boolean;
  onPut: (place: Place) => void;
}) {
  const most = Math.max(1e-6, ...goodPlaces.map((g) => g.gain));
  return goodPlaces
    .filter((g) => shown(g.candidate.place))
    .map(({ candidate, gain, serves }) => {
      const much = Math.max(0, gain) / most;
      const { xM, yM } = candidate.place;
      const words = `${candidate.name}: ${serves.length > 0 ? `would serve ${serves.join(', ')} too` : gain > 0.05 ? 'would help, serves no further spot' : 'would add nothing'}`;
      return (
        <g
          key={candidate.id}
          role="button"
          tabIndex={0}
          data-good-place={candidate.id}
          data-mark="glow"
          aria-label={words}
          className="cursor-pointer"
          onClick={() => onPut(candidate.place)}
          onKeyDown={(e) => {
            if (e.key !== 'Enter' && e.key !== ' ') return;
            e.preventDefault();
            onPut(candidate.place);
          }}
        >
          <title>{words}</title>
          <circle cx={xM} cy={yM} r={0.25 + 0.65 * much} fill="var(--lamp)" opacity={0.15 + 0.4 * much} />
          <circle cx={xM} cy={yM} r={0.16} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={0.05} />
        </g>
      );
    });
}

/** Says which place would do most, and where nothing would. */
export function GoodPlaceWords({
  goodPlaces,
  kitId,
}: {
  goodPlaces: readonly GoodPlace[] | null;
  kitId: string;
}) {
  const ownKit = useJob((s) => s.plan.ownKit);
  const label = kitById(kitId, ownKit)?.label ?? 'unit';
  const best = goodPlaces?.[0];
  return (
    <p className="panel shrink-0 border-l-4 border-l-lamp px-3 py-1.5" role="status">
      {!goodPlaces
        ? `Trying a ${label} at every place it could stand.`
        : !best || best.gain < 0.05
          ? `No place would do more with one ${label} more.`
          : `One ${label} more does most at ${best.candidate.name}${best.serves.length > 0 ? `: it would serve ${best.serves.join(', ')} too` : ', though it serves no further spot'}. Press a good place to put it there.`}
    </p>
  );
}
