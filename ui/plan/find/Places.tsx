'use client';
import { useMemo } from 'react';
import type { KitItem } from '@/core/kit/model/schema';
import { gatewayOf } from '@/core/plan/option/graph';
import type { Option } from '@/core/plan/option/schema';
import type { Prediction } from '@/core/plan/predict/prediction';
import type { Place, Spot } from '@/core/site/model/schema';
import type { GoodPlace } from '@/core/suggest/questions/goodPlaces';
import { useAsk } from '@/ui/job/useAsk';
import { useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { usePointing } from '../point/usePointing';
import { placeWanted } from './placeWanted';
import { begun, unitAdded, withUnit } from './addedTo';
import { useAddUnit } from './useAddUnit';

/** What a unit of a kit would do at each place it could stand; null while nothing is asked or the worker tries. */
export function useGoodPlaces(option: Option | null, kitId: string | null): readonly GoodPlace[] | null {
  // The first unit goes on the line, wherever it is wanted.
  const asked = option && gatewayOf(option) ? option : null;
  const question = useMemo(
    () => (asked && kitId ? { kind: 'goodPlaces' as const, option: asked, kitId } : null),
    [asked, kitId],
  );
  return useAsk<'goodPlaces'>(question);
}

/** Less than so much of a need filled is nothing to speak of, in spots. */
const NOTHING = 0.05;

const gainWords = ({ serves, gain }: GoodPlace): string =>
  serves.length > 0
    ? `would serve ${serves.join(', ')} too`
    : gain > NOTHING
      ? 'would help, serves no further spot'
      : 'would add nothing';

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
    .map((good) => {
      const { candidate, gain } = good;
      const much = Math.max(0, gain) / most;
      const { xM, yM } = candidate.place;
      const words = `${candidate.name}: ${gainWords(good)}`;
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

/** Most places that are listed; all of them glow on the sheet. */
const MOST_LISTED = 8;

/** What a list of places leans on. */
export interface AddedUnits {
  /** What each place would do; null while it is tried, or where nothing is on the line yet. */
  goodPlaces: readonly GoodPlace[] | null;
  unserved: readonly Spot[];
  predictions: ReadonlyMap<string, Prediction>;
}

/** Where a unit would do most, the best first, and where it is wanted: pointed at they are shown, a press puts it there. */
export function BestPlaces({ kit, goodPlaces, unserved, predictions }: AddedUnits & { kit: KitItem }) {
  const option = useOption();
  const site = useJob((s) => s.site);
  const brief = useJob((s) => s.brief);
  const storeyId = useJob((s) => s.storeyId);
  const spotId = useJob((s) => (s.selected?.kind === 'spot' ? s.selected.id : null));
  const add = useAddUnit();
  const point = usePointing();
  const plan = useJob((s) => s.plan);
  const own = begun({ plan }, option, kit);
  const isFirst = own.units.length === 0;
  const wanted = placeWanted({ site, storeyId, spotId, unserved, predictions });
  const spot = site.spots.find((s) => s.id === spotId);
  const storeyOf = (id: string | null) =>
    site.buildings.flatMap((b) => b.storeys.map((s) => ({ ...s, in: b.name }))).find((s) => s.id === id);
  const rows = [
    {
      key: 'wanted',
      label: isFirst ? 'On the line' : spot ? `Near ${spot.number} ${spot.name}` : 'Where it is wanted most',
      words: isFirst ? 'where the line enters, or where it is surveyed' : 'the nearest free outlet there',
      place: wanted,
      // The nearest free place, as a unit that is put nowhere in particular stands.
      isExact: false,
    },
    ...(goodPlaces ?? [])
      .filter((g) => g.gain > NOTHING)
      .slice(0, MOST_LISTED)
      .map((g) => ({
        key: g.candidate.id,
        label: g.candidate.name,
        words: gainWords(g),
        place: g.candidate.place,
        isExact: true,
      })),
  ];
  return (
    <ul className="fig mt-1 text-[13.5px]" aria-label="Best places">
      {rows.map((r) => {
        const unit = unitAdded({ site, brief }, own, kit, r.place, 'pointed-at', r.isExact);
        const storey = storeyOf(unit.place.storeyId);
        const put = () => add(kit, r.place, r.isExact);
        return (
          <li
            key={r.key}
            {...point({
              key: `place ${r.key}`,
              label: `${kit.label} at ${r.label}`,
              option: withUnit(own, unit),
              take: put,
            })}
            className="flex items-center justify-between gap-2 border-t border-rule py-0.5 hover:bg-lamp-wash focus-within:bg-lamp-wash"
          >
            <span className="min-w-0 leading-tight">
              <span className="font-medium">{r.label}</span>
              <span className="text-ink-2">
                {' '}
                {storey ? `${storey.in}, ${storey.name}` : 'outdoors'}: {r.words}
              </span>
            </span>
            <Button className="min-h-7 px-2" aria-label={`Put it: ${r.label}`} onClick={put}>
              Put it
            </Button>
          </li>
        );
      })}
      {!isFirst && (
        <li className="border-t border-rule py-1 text-ink-2" role="status">
          {!goodPlaces
            ? `Trying a ${kit.label} at every place it could stand.`
            : rows.length === 1
              ? `No place would do more with one ${kit.label} more.`
              : goodPlaces.length > MOST_LISTED
                ? 'All places glow on the sheet by what they would do.'
                : ''}
        </li>
      )}
    </ul>
  );
}
