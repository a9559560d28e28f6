'use client';
import type { Policies } from '@/core/brief/brief';
import type { Brief } from '@/core/brief/brief';
import { minutesText } from '@/core/plan/cost/duration';
import { deviceMin } from '@/core/plan/cost/work';
import { useJob } from '@/ui/job/store';
import { SelectField } from '@/ui/pieces/fields';

type Choice<K extends keyof Policies> = { value: Policies[K]; label: string };
const FEEDS: Choice<'feed'>[] = [
  { value: 'wireFirst', label: 'wire first: steadiest, costs hours' },
  { value: 'wirelessFirst', label: 'wireless first: nothing to run' },
  { value: 'noDrilling', label: 'no drilling: air, powerline, coax' },
  { value: 'spendLeast', label: 'spend least: slower, hands over poorly' },
];
const NAMES: Choice<'names'>[] = [
  { value: 'one', label: 'one name: phones move by themselves' },
  { value: 'two', label: 'a separate name: switched by hand' },
];
const PLACING: Choice<'placing'>[] = [
  { value: 'asNear', label: 'as near as the signal allows' },
  { value: 'halfway', label: 'halfway' },
  { value: 'twoRooms', label: 'two rooms apart' },
  { value: 'twoWalls', label: 'at most two walls' },
];
const JOINING: Choice<'joining'>[] = [
  { value: 'bench', label: 'join on the bench, then carry' },
  { value: 'inPlace', label: 'place first, then join' },
];
const FAMILIES: Choice<'families'>[] = [
  { value: 'one', label: 'one family: one app, updated together' },
  { value: 'mixed', label: 'mixed: cheaper, more to look after' },
];
const ROUTERS: Choice<'router'>[] = [
  { value: 'replace', label: 'replaced by the mesh' },
  { value: 'behind', label: 'stays and routes, the mesh behind it' },
  { value: 'bridge', label: 'stays as a bridge, the mesh routes' },
];
const ADAPTERS: Choice<'adapters'>[] = [
  { value: 'group', label: 'one group: three places, four adapters' },
  { value: 'pairs', label: 'a pair for each place' },
];
const CABLES: Choice<'cables'>[] = [
  { value: 'sockets', label: 'from the reel, data outlets' },
  { value: 'plugs', label: 'from the reel, plugs' },
  { value: 'leads', label: 'ready-made leads in stocked lengths' },
];
const CREWS: Choice<'crew'>[] = [
  { value: 'one', label: 'one person' },
  { value: 'two', label: 'two: a shorter day, the same hands-on hours' },
];

const BANDS: Choice<'bands'>[] = [
  { value: 'one', label: 'one name for all bands' },
  { value: 'perBand', label: 'a name for each band' },
];

/** Old name and key or new ones, with what that takes for the devices of the brief. */
function keyChoices(brief: Brief): Choice<'key'>[] {
  const count = brief.devices.length;
  const takes = (key: Policies['key']) =>
    count === 0
      ? ''
      : `, ${minutesText(count * deviceMin({ ...brief, policies: { ...brief.policies, key } }))} for ${count} ${count === 1 ? 'device' : 'devices'}`;
  return [
    { value: 'new', label: `new ones: every device is joined${takes('new')}` },
    { value: 'keep', label: `the old ones: devices come by themselves${takes('keep')}` },
  ];
}

/** The schools of the job, each with what it costs said beside it. */
export function WaysOfWorking() {
  const brief = useJob((s) => s.brief);
  const { policies } = brief;
  const setBrief = useJob((s) => s.setBrief);
  const set = (values: Partial<Policies>) =>
    setBrief((b) => ({ ...b, policies: { ...b.policies, ...values } }));
  return (
    <section className="panel p-4" aria-labelledby="b-schools">
      <h2 id="b-schools" className="head2">
        How this job is done
      </h2>
      <p className="text-[13px] text-ink-2">
        Practitioners disagree; the job decides. Each choice changes Plan and Fit; “Rules of thumb” in Plan
        says what it costs.
      </p>
      <div className="mt-2 grid grid-cols-2 gap-3">
        <SelectField label="Feeds" value={policies.feed} options={FEEDS} onChange={(feed) => set({ feed })} />
        <SelectField
          label="Network name"
          value={policies.names}
          options={NAMES}
          onChange={(names) => set({ names })}
        />
        <SelectField
          label="Name and key"
          value={policies.key}
          options={keyChoices(brief)}
          onChange={(key) => set({ key })}
        />
        <SelectField
          label="Bands"
          value={policies.bands}
          options={BANDS}
          onChange={(bands) => set({ bands })}
        />
        <SelectField
          label="Placing"
          value={policies.placing}
          options={PLACING}
          onChange={(placing) => set({ placing })}
        />
        <SelectField
          label="Joining"
          value={policies.joining}
          options={JOINING}
          onChange={(joining) => set({ joining })}
        />
        <SelectField
          label="Kit"
          value={policies.families}
          options={FAMILIES}
          onChange={(families) => set({ families })}
        />
        <SelectField
          label="The router that is there"
          value={policies.router}
          options={ROUTERS}
          onChange={(router) => set({ router })}
        />
        <SelectField
          label="Coax and powerline"
          value={policies.adapters}
          options={ADAPTERS}
          onChange={(adapters) => set({ adapters })}
        />
        <SelectField
          label="New copper"
          value={policies.cables}
          options={CABLES}
          onChange={(cables) => set({ cables })}
        />
        <SelectField
          label="On the day"
          value={policies.crew}
          options={CREWS}
          onChange={(crew) => set({ crew })}
        />
      </div>
    </section>
  );
}
