'use client';
import equal from 'fast-deep-equal';
import { Trash2 } from 'lucide-react';
import { memo } from 'react';
import { kitById } from '@/core/kit/catalogue/catalogue';
import type { FeedKind } from '@/core/kit/model/schema';
import { fedThrough, gatewayOf } from '@/core/plan/option/graph';
import type { Feed, Option, Unit } from '@/core/plan/option/schema';
import { runsBetween } from '@/core/plan/network/surroundings';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { LengthField } from '@/ui/pieces/LengthField';
import { NameField, NumberField, SelectField } from '@/ui/pieces/fields';
import { speedText } from '@/ui/pieces/format';
import { FEED_LABEL, feedChoices, feedTo, withoutUnit } from '@/core/plan/option/placing';
import { isCable, needsRun, parentIdOf } from '@/core/plan/option/feeds';
import { Button } from '@/ui/pieces/Button';
import { useSettled } from '@/ui/pieces/useSettled';
import { Channels } from './Channels';
import { isLocked } from '@/core/plan/option/locks';
import { Trial } from './Trial';
import { UnitMore } from './UnitMore';
import { partBecause } from '@/core/plan/links/partWords';

const NONE = '';

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
    <p className="mt-2">
      <strong className="fig font-semibold">
        {speedText(hop.downMbps)} Mb/s {hop.measured ? '(measured)' : '(estimate)'}
      </strong>{' '}
      on this feed: {partBecause(hop, lengthUnit)}.
    </p>
  );
}

/** Settings of the selected unit: its name, feed, parent, ends and what that link was measured to give. */
function Settings({ unit, option, onDraw }: PanelProps) {
  const site = useJob((s) => s.site);
  const ownKit = useJob((s) => s.plan.ownKit);
  const setOption = useJob((s) => s.setOption);
  const select = useJob((s) => s.select);
  const kit = kitById(unit.kitId, ownKit);
  const below = fedThrough(option, unit.id);
  const parents = option.units.filter((u) => !below.has(u.id));
  const parent = option.units.find((u) => u.id === parentIdOf(unit.feed)) ?? null;
  const change = (values: Partial<Unit>) =>
    setOption((o) => ({ ...o, units: o.units.map((u) => (u.id === unit.id ? { ...u, ...values } : u)) }));
  const { feed } = unit;
  const locked = isLocked(option, unit.id);
  const changeFeed = (next: Feed) => change({ feed: next });
  const kinds = feedChoices(unit, ownKit).filter(
    (k) => k !== 'line' || unit.feed.kind === 'line' || !gatewayOf(option),
  );
  const outlets = [
    { value: NONE, label: 'nearest' },
    ...site.outlets.map((o) => ({ value: o.id, label: o.name })),
  ];
  const coax = [
    { value: NONE, label: 'choose' },
    ...site.coax.outlets.map((o) => ({ value: o.id, label: o.name })),
  ];
  const runs = parent ? runsBetween(site, parent.place, unit.place) : [];
  return (
    <section className="panel p-3" aria-label={`Unit ${unit.letter}`}>
      <div className="flex items-center justify-between gap-2">
        <h2 className="head2">
          Unit {unit.letter} · {kit?.label}
        </h2>
        <Button
          disabled={locked}
          title={locked ? 'It is locked: unlock it first.' : undefined}
          onClick={() => {
            setOption((o) => withoutUnit(o, unit.id));
            select(null);
          }}
        >
          <Trash2 size={15} aria-hidden="true" /> Delete unit
        </Button>
      </div>
      <p className="text-[13px] text-ink-2">{kit?.about}</p>
      <div className="mt-2 grid grid-cols-3 gap-x-3 gap-y-2">
        <NameField label="Place" value={unit.name} onChange={(name) => change({ name })} />
        <SelectField<FeedKind>
          label="Backhaul"
          value={unit.feed.kind}
          options={kinds.map((k) => ({ value: k, label: FEED_LABEL[k] }))}
          onChange={(kind) => changeFeed(feedTo(site, kind, parent ?? gatewayOf(option), unit.place))}
        />
        {unit.feed.kind !== 'line' && (
          <SelectField
            label="From"
            value={parentIdOf(unit.feed) ?? NONE}
            options={[
              ...(parent ? [] : [{ value: NONE, label: 'choose' }]),
              ...parents.map((u) => ({ value: u.id, label: `${u.letter} ${u.name}` })),
            ]}
            onChange={(id) =>
              changeFeed(feedTo(site, unit.feed.kind, parents.find((u) => u.id === id) ?? null, unit.place))
            }
          />
        )}
        <LengthField
          label="Height"
          valueM={unit.place.heightM}
          minM={0}
          maxM={12}
          onChange={(h) => h !== null && change({ place: { ...unit.place, heightM: h } })}
        />
        {feed.kind === 'ethernet' && (
          <SelectField
            label="Cable"
            value={feed.category}
            options={[
              { value: 'cat5e', label: 'Cat 5e' },
              { value: 'cat6', label: 'Cat 6' },
              { value: 'cat6a', label: 'Cat 6A' },
            ]}
            onChange={(category) => changeFeed({ ...feed, category })}
          />
        )}
        {isCable(feed) && runs.length > 0 && (
          <SelectField
            label="Cable run"
            value={feed.dataRunId ?? NONE}
            options={[
              { value: NONE, label: 'a new one' },
              ...runs.map((r) => ({ value: r.id, label: `${r.name} (${r.certainty})` })),
            ]}
            onChange={(id) => changeFeed({ ...feed, dataRunId: id || null })}
          />
        )}
        {needsRun(feed) && (
          <LengthField
            label="Run, empty: estimated"
            valueM={feed.lengthM}
            minM={0.5}
            maxM={5000}
            optional
            onChange={(lengthM) => changeFeed({ ...feed, lengthM })}
          />
        )}
        {feed.kind === 'powerline' && (
          <>
            <SelectField
              label="Near outlet"
              value={feed.nearOutletId ?? NONE}
              options={outlets}
              onChange={(id) => changeFeed({ ...feed, nearOutletId: id || null })}
            />
            <SelectField
              label="Far outlet"
              value={feed.farOutletId ?? NONE}
              options={outlets}
              onChange={(id) => changeFeed({ ...feed, farOutletId: id || null })}
            />
          </>
        )}
        {feed.kind === 'coax' && (
          <>
            <SelectField
              label="Near coax outlet"
              value={feed.nearCoaxId ?? NONE}
              options={coax}
              onChange={(id) => changeFeed({ ...feed, nearCoaxId: id || null })}
            />
            <SelectField
              label="Far coax outlet"
              value={feed.farCoaxId ?? NONE}
              options={coax}
              onChange={(id) => changeFeed({ ...feed, farCoaxId: id || null })}
            />
          </>
        )}
        {feed.kind !== 'line' && (
          <NumberField
            label="Link measured"
            unit="Mb/s"
            value={feed.measuredDownMbps}
            max={10000}
            optional
            onChange={(v) => changeFeed({ ...feed, measuredDownMbps: v, measuredUpMbps: v })}
          />
        )}
      </div>
      {kit && <UnitMore unit={unit} option={option} kit={kit} onDraw={onDraw} />}
      {kit && <Channels unit={unit} kit={kit} />}
      {feed.kind !== 'line' && <Trial key={unit.id} unit={unit} />}
      <FeedWords unitId={unit.id} />
    </section>
  );
}
