'use client';
import { fedThrough, gatewayOf } from '@/core/plan/option/graph';
import type { FeedKind } from '@/core/kit/model/schema';
import { FEED_LABEL, feedChoices, feedTo } from '@/core/plan/option/placing';
import { isCable, needsRun, parentIdOf } from '@/core/plan/option/feeds';
import type { Feed, Option, Unit } from '@/core/plan/option/schema';
import { runsBetween } from '@/core/plan/network/surroundings';
import { useJob } from '@/ui/job/store';
import { LengthField } from '@/ui/pieces/LengthField';
import { NameField, NumberField, SelectField } from '@/ui/pieces/fields';

const NONE = '';

/** What is set on a unit by hand: its place, what feeds it, the ends of that and what it was measured to give. */
export function UnitFields({ unit, option }: { unit: Unit; option: Option }) {
  const site = useJob((s) => s.site);
  const ownKit = useJob((s) => s.plan.ownKit);
  const setOption = useJob((s) => s.setOption);
  const below = fedThrough(option, unit.id);
  const parents = option.units.filter((u) => !below.has(u.id));
  const parent = option.units.find((u) => u.id === parentIdOf(unit.feed)) ?? null;
  const change = (values: Partial<Unit>) =>
    setOption((o) => ({ ...o, units: o.units.map((u) => (u.id === unit.id ? { ...u, ...values } : u)) }));
  const { feed } = unit;
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
  );
}
