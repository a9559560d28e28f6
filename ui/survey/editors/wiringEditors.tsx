'use client';
import type { ReactNode } from 'react';
import type {
  CoaxPoint,
  DataRun,
  Duct,
  Jack,
  Outlet,
  Panel,
  Place,
  Site,
  Splitter,
} from '@/core/site/model/schema';
import { isSlowRun } from '@/core/site/check/slowRun';
import type { Thing } from '@/core/site/edit/things';
import { useJob } from '@/ui/job/store';
import { NameField, NumberField, SelectField, Tick } from '@/ui/pieces/fields';
import { LengthField } from '@/ui/pieces/LengthField';
import { CERTAINTY } from '../draw/certaintyChoices';
import { Editor } from './Editor';

const NONE = '';

/** Changes one thing of a list of the site that has ids. */
function useChange<K extends 'outlets' | 'panels' | 'dataRuns' | 'jacks' | 'ducts'>(list: K, id: string) {
  const setSite = useJob((s) => s.setSite);
  return (values: Partial<Site[K][number]>) =>
    setSite((s) => ({
      ...s,
      [list]: (s[list] as { id: string }[]).map((x) => (x.id === id ? { ...x, ...values } : x)),
    }));
}

/** Changes one point of the coax plant. */
function useCoaxChange<K extends 'outlets' | 'splitters'>(list: K, id: string) {
  const setSite = useJob((s) => s.setSite);
  return (values: Partial<Site['coax'][K][number]>) =>
    setSite((s) => ({
      ...s,
      coax: {
        ...s.coax,
        [list]: (s.coax[list] as { id: string }[]).map((x) => (x.id === id ? { ...x, ...values } : x)),
      },
    }));
}

/** Circuit, free sockets, strip and height of a power socket. */
export function OutletEditor({ outlet }: { outlet: Outlet }) {
  const circuits = useJob((s) => s.site.circuits);
  const panels = useJob((s) => s.site.panels);
  const set = useChange('outlets', outlet.id);
  return (
    <Editor title="Power socket" thing={{ kind: 'outlet', id: outlet.id }} deleteLabel="socket">
      <NameField label="Name" value={outlet.name} onChange={(name) => set({ name: name.slice(0, 80) })} />
      <SelectField
        label="Circuit"
        value={outlet.circuitId ?? NONE}
        options={[
          { value: NONE, label: 'not known' },
          ...circuits.map((c) => ({
            value: c.id,
            label: `${c.name}, ${panels.find((p) => p.id === c.panelId)?.name ?? ''}`,
          })),
        ]}
        onChange={(id) => set({ circuitId: id || null })}
      />
      <NumberField
        label="Free sockets"
        unit="number"
        value={outlet.freeSockets}
        max={12}
        onChange={(v) => v !== null && set({ freeSockets: Math.round(v) })}
      />
      <LengthField
        label="Height above floor"
        valueM={outlet.place.heightM}
        maxM={12}
        onChange={(heightM) => heightM !== null && set({ place: { ...outlet.place, heightM } })}
      />
      <div className="col-span-2">
        <Tick
          label="A strip hangs on it: powerline would go through the strip"
          checked={outlet.strip}
          onChange={(strip) => set({ strip })}
        />
      </div>
    </Editor>
  );
}

/** Name of a panel and what feeds it; its circuits are listed in the Wiring round. */
export function PanelEditor({ panel }: { panel: Panel }) {
  const panels = useJob((s) => s.site.panels);
  const set = useChange('panels', panel.id);
  return (
    <Editor title="Panel" thing={{ kind: 'panel', id: panel.id }} deleteLabel="panel">
      <NameField label="Name" value={panel.name} onChange={(name) => set({ name: name.slice(0, 80) })} />
      <SelectField
        label="Fed from"
        value={panel.fedFromId ?? NONE}
        options={[
          { value: NONE, label: 'the street' },
          ...panels
            .filter((p) => p.id !== panel.id && p.fedFromId !== panel.id)
            .map((p) => ({ value: p.id, label: p.name })),
        ]}
        onChange={(id) => set({ fedFromId: id || null })}
      />
      <p className="fig col-span-2 border-l-2 border-mains pl-2 text-[13px] text-mains">
        Look, do not open: work in a panel is for a licensed electrician where local rules say so.
      </p>
    </Editor>
  );
}

/** Name and height of something small in the wall, with whatever else there is to say about it. */
function SmallEditor({
  title,
  thing,
  deleteLabel,
  item,
  onChange,
  children,
}: {
  title: string;
  thing: Thing;
  deleteLabel: string;
  item: { name: string; place: Place };
  onChange: (values: { name: string } | { place: Place }) => void;
  children?: ReactNode;
}) {
  return (
    <Editor title={title} thing={thing} deleteLabel={deleteLabel}>
      <NameField label="Name" value={item.name} onChange={(name) => onChange({ name: name.slice(0, 80) })} />
      <LengthField
        label="Height above floor"
        valueM={item.place.heightM}
        maxM={12}
        onChange={(heightM) => heightM !== null && onChange({ place: { ...item.place, heightM } })}
      />
      {children}
    </Editor>
  );
}

export function CoaxOutletEditor({ outlet }: { outlet: CoaxPoint }) {
  return (
    <SmallEditor
      title="Coax outlet"
      thing={{ kind: 'coaxOutlet', id: outlet.id }}
      deleteLabel="coax outlet"
      item={outlet}
      onChange={useCoaxChange('outlets', outlet.id)}
    />
  );
}

/** Name and height of a jack whose far end is not known. */
export function JackEditor({ jack }: { jack: Jack }) {
  return (
    <SmallEditor
      title="Jack, far end not known"
      thing={{ kind: 'jack', id: jack.id }}
      deleteLabel="jack"
      item={jack}
      onChange={useChange('jacks', jack.id)}
    >
      <p className="fig col-span-2 text-[13px] text-ink-2">
        Trace it with a tester, then draw a data run (J) from here to its far end. No plan counts on it
        before.
      </p>
    </SmallEditor>
  );
}

export function SplitterEditor({ splitter }: { splitter: Splitter }) {
  const set = useCoaxChange('splitters', splitter.id);
  return (
    <Editor title="Splitter" thing={{ kind: 'splitter', id: splitter.id }} deleteLabel="splitter">
      <NameField label="Name" value={splitter.name} onChange={(name) => set({ name: name.slice(0, 80) })} />
      <SelectField
        label="Outputs"
        value={String(splitter.ways)}
        options={['2', '3', '4', '8'].map((value) => ({ value, label: value }))}
        onChange={(ways) => set({ ways: Number(ways) as Splitter['ways'] })}
      />
      <SelectField
        label="Amplifier in it"
        value={splitter.amplifier}
        options={[
          { value: 'none', label: 'none' },
          { value: 'bypass', label: 'with a bypass' },
          { value: 'noBypass', label: 'without a bypass: no link' },
        ]}
        onChange={(amplifier) => set({ amplifier })}
      />
      <div className="self-end">
        <Tick
          label="Rated to 1675 MHz"
          checked={splitter.ratedMoca}
          onChange={(ratedMoca) => set({ ratedMoca })}
        />
      </div>
    </Editor>
  );
}

/** Kind, length, speed and how sure one is of a data run between two jacks. */
export function DataRunEditor({ run }: { run: DataRun }) {
  const set = useChange('dataRuns', run.id);
  const slow = isSlowRun(run);
  return (
    <Editor title="Data run" thing={{ kind: 'dataRun', id: run.id }} deleteLabel="run">
      <NameField
        label="Name: from where to where"
        value={run.name}
        onChange={(name) => set({ name: name.slice(0, 80) })}
      />
      <SelectField
        label="How sure"
        value={run.certainty}
        options={CERTAINTY}
        onChange={(certainty) => set({ certainty })}
      />
      <SelectField
        label="Cable"
        value={run.category}
        options={[
          { value: 'cat5e', label: 'Cat 5e' },
          { value: 'cat6', label: 'Cat 6' },
          { value: 'cat6a', label: 'Cat 6A' },
          { value: 'fibre', label: 'fibre' },
        ]}
        onChange={(category) => set({ category })}
      />
      <LengthField
        label="Length"
        valueM={run.lengthM}
        minM={0.1}
        onChange={(lengthM) => lengthM !== null && set({ lengthM })}
      />
      <SelectField
        label="Negotiated on it"
        value={run.negotiatedMbps === null ? NONE : String(run.negotiatedMbps)}
        options={[
          { value: NONE, label: 'not tested yet' },
          ...[10, 100, 1000, 2500, 5000, 10_000].map((v) => ({ value: String(v), label: `${v} Mb/s` })),
        ]}
        onChange={(v) => set({ negotiatedMbps: v === NONE ? null : Number(v) })}
      />
      {slow && (
        <p className="fig self-end text-[13px] text-mains">
          100 on a gigabit port: a pair is likely broken. Test all eight wires.
        </p>
      )}
    </Editor>
  );
}

export function DuctEditor({ duct }: { duct: Duct }) {
  const set = useChange('ducts', duct.id);
  return (
    <Editor title="Duct" thing={{ kind: 'duct', id: duct.id }} deleteLabel="duct">
      <NameField label="What it is" value={duct.name} onChange={(name) => set({ name: name.slice(0, 80) })} />
      <SelectField
        label="How sure"
        value={duct.certainty}
        options={CERTAINTY}
        onChange={(certainty) => set({ certainty })}
      />
      <p className="fig col-span-2 text-[13px] text-ink-2">
        Fit pulls a cable between the two buildings through it. Call before digging where there is none.
      </p>
    </Editor>
  );
}
