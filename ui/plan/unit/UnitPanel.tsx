'use client';
import equal from 'fast-deep-equal';
import { Lock, LockOpen, Trash2 } from 'lucide-react';
import { memo } from 'react';
import { CATALOGUE, kitById } from '@/core/kit/catalogue/catalogue';
import { withMoved } from '@/core/plan/network/movedUnit';
import { withKit } from '@/core/plan/option/changeKit';
import { isLocked, withLock } from '@/core/plan/option/locks';
import { withoutUnit } from '@/core/plan/option/placing';
import type { Feed, Option, Unit } from '@/core/plan/option/schema';
import { partBecause } from '@/core/plan/links/partWords';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { SelectField } from '@/ui/pieces/fields';
import { speedText } from '@/ui/pieces/format';
import { useSettled } from '@/ui/pieces/useSettled';
import { Backhauls } from './Backhauls';
import { Channels } from './Channels';
import { GatewayPlaces } from './GatewayPlaces';
import { Trial } from './Trial';
import { UnitFields } from './UnitFields';
import { UnitMore } from './UnitMore';

interface PanelProps {
  unit: Unit;
  option: Option;
  /** Where the unit is once the hand rests: what hangs on its place is said then. */
  restedAt: Unit['place'];
  /** Begins to draw the way of its cable. */
  onDraw: (unitId: string) => void;
}

const withoutPlaces = (o: Option) => ({ ...o, units: o.units.map(({ place: _, ...rest }) => rest) });

/** Whether a panel would say the same: nothing in it hangs on a place that is still moving. */
const saysSame = (a: PanelProps, b: PanelProps): boolean =>
  a.restedAt === b.restedAt &&
  a.unit.id === b.unit.id &&
  equal(withoutPlaces(a.option), withoutPlaces(b.option));

const SettledSettings = memo(Settings, saysSame);

/** The panel of the selected unit; while its lamp is in the drag preview it stands still. */
export function UnitPanel({
  unit,
  option,
  onDraw,
}: {
  unit: Unit;
  option: Option;
  onDraw: (unitId: string) => void;
}) {
  const restedAt = useSettled(unit.place, REST_MS) ?? unit.place;
  return <SettledSettings unit={unit} option={option} restedAt={restedAt} onDraw={onDraw} />;
}

/** Rest of the hand before what hangs on a place is said anew, ms. */
const REST_MS = 250;

/** What the feed of a unit gives; it follows the numbers, and nothing else of the panel does. */
function FeedWords({ unitId }: { unitId: string }) {
  const lengthUnit = useJob((s) => s.brief.lengthUnit);
  const { shown } = useDerived();
  const hop = shown?.feeds[unitId];
  if (!hop) return null;
  return (
    <p className="mt-1 text-[13.5px]">
      <strong className="fig font-semibold">
        {speedText(hop.downMbps)} Mb/s {hop.measured ? '(measured)' : '(estimate)'}
      </strong>{' '}
      on this backhaul: {partBecause(hop, lengthUnit)}.
    </p>
  );
}

/** Settings of the selected unit: its box, what feeds it held against all else that could, and what is set on it by hand. */
function Settings({ unit, option, onDraw }: PanelProps) {
  const site = useJob((s) => s.site);
  const ownKit = useJob((s) => s.plan.ownKit);
  const setOption = useJob((s) => s.setOption);
  const showStorey = useJob((s) => s.showStorey);
  const select = useJob((s) => s.select);
  const kit = kitById(unit.kitId, ownKit);
  const locked = isLocked(option, unit.id);
  const kits = [...CATALOGUE.filter((k) => !ownKit.some((o) => o.id === k.id)), ...ownKit].filter(
    (k) => k.id === unit.kitId || unit.feed.kind !== 'line' || k.feeds.includes('line'),
  );
  const takeFeed = (feed: Feed) =>
    setOption((o) => ({ ...o, units: o.units.map((u) => (u.id === unit.id ? { ...u, feed } : u)) }));
  const toOutlet = (outletId: string) => {
    const outlet = site.outlets.find((o) => o.id === outletId);
    if (!outlet) return;
    const { heightM } = unit.place;
    setOption((o) => withMoved(site, o, unit.id, { ...outlet.place, heightM }));
    if (outlet.place.storeyId) showStorey(outlet.place.storeyId);
  };
  return (
    <section aria-label={`Unit ${unit.letter}`}>
      <h2 className="sr-only">
        Unit {unit.letter} · {kit?.label}
      </h2>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <div className="min-w-40 flex-1">
          <SelectField
            label={`Box of ${unit.letter}`}
            value={unit.kitId}
            options={kits.map((k) => ({ value: k.id, label: k.label }))}
            onChange={(kitId) => {
              const next = kitById(kitId, ownKit);
              if (next) setOption((o) => withKit(site, o, unit.id, next));
            }}
          />
        </div>
        {!locked && site.outlets.length > 0 && (
          <div className="w-36">
            <SelectField
              label="Move it to"
              value=""
              options={[
                { value: '', label: 'an outlet' },
                ...site.outlets.map((o) => ({ value: o.id, label: o.name })),
              ]}
              onChange={toOutlet}
            />
          </div>
        )}
        <Button
          className="px-2"
          aria-pressed={locked}
          aria-label={locked ? 'Stays here' : 'Lock it here'}
          onClick={() => setOption((o) => withLock(o, unit.id, !locked))}
          title={
            locked ? 'It may be moved again.' : 'It stays where it is and as it is fed, whoever plans on.'
          }
        >
          {locked ? <Lock size={15} aria-hidden="true" /> : <LockOpen size={15} aria-hidden="true" />}
        </Button>
        <Button
          className="px-2"
          disabled={locked}
          aria-label="Delete unit"
          title={locked ? 'It is locked: unlock it first.' : 'Delete unit'}
          onClick={() => {
            setOption((o) => withoutUnit(o, unit.id));
            select(null);
          }}
        >
          <Trash2 size={15} aria-hidden="true" />
        </Button>
      </div>
      <FeedWords unitId={unit.id} />
      {unit.feed.kind === 'line' ? (
        <GatewayPlaces option={option} />
      ) : (
        <>
          <Backhauls unit={unit} option={option} locked={locked} onTake={takeFeed} />
          <Trial key={unit.id} unit={unit} />
        </>
      )}
      <UnitFields unit={unit} option={option} />
      {kit && <UnitMore unit={unit} option={option} kit={kit} onDraw={onDraw} />}
      {kit && <Channels unit={unit} kit={kit} />}
    </section>
  );
}
