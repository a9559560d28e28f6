'use client';
import { capital } from '@/core/site/model/capital';
import { mainsWords } from '@/core/site/model/mainsWords';
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
import { useJob } from '@/ui/job/store';
import { FieldTable, type Field } from '@/ui/pieces/FieldTable';
import { SelectField } from '@/ui/pieces/fields';
import { LengthField } from '@/ui/pieces/LengthField';
import { CERTAINTY } from '../draw/certaintyChoices';
import { Editor } from './Editor';
import { useChange } from './useChange';

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

/** Height of something in a wall. */
function Height({ place, set }: { place: Place; set: (values: { place: Place }) => void }) {
  return (
    <LengthField
      label="Height above floor"
      valueM={place.heightM}
      maxM={12}
      onChange={(heightM) => heightM !== null && set({ place: { ...place, heightM } })}
    />
  );
}

const NAME = { name: 'name', label: 'Name' } as const;
const HOW_SURE = { select: 'certainty', label: 'How sure', options: CERTAINTY } as const;

/** A number of a few, or none, chosen in a list. */
const asNumber = (v: string): number | null => (v === '' ? null : Number(v));

/** Circuit, free sockets, strip and height of a power socket. */
export function OutletEditor({ outlet }: { outlet: Outlet }) {
  const circuits = useJob((s) => s.site.circuits);
  const panels = useJob((s) => s.site.panels);
  const set = useChange('outlets', outlet.id);
  const options = circuits.map((c) => ({
    value: c.id,
    label: `${c.name}, ${panels.find((p) => p.id === c.panelId)?.name ?? ''}`,
  }));
  const table: Field<Outlet>[] = [
    NAME,
    { select: 'circuitId', label: 'Circuit', options, none: 'not known' },
    { number: 'freeSockets', label: 'Free sockets', unit: 'number', max: 12, whole: true },
    <Height key="height" place={outlet.place} set={set} />,
    { tick: 'strip', label: 'A strip hangs on it: powerline would go through the strip', wide: true },
  ];
  return (
    <Editor title="Power socket" thing={{ kind: 'outlet', id: outlet.id }} deleteLabel="socket">
      <FieldTable of={outlet} set={set} table={table} />
    </Editor>
  );
}

/** Name of a panel and what feeds it; its circuits are listed in the Wiring round. */
export function PanelEditor({ panel }: { panel: Panel }) {
  const panels = useJob((s) => s.site.panels);
  const words = useJob((s) => mainsWords(s.brief.region));
  const set = useChange('panels', panel.id);
  const options = panels
    .filter((p) => p.id !== panel.id && p.fedFromId !== panel.id)
    .map((p) => ({ value: p.id, label: p.name }));
  return (
    <Editor title={capital(words.panel)} thing={{ kind: 'panel', id: panel.id }} deleteLabel={words.panel}>
      <FieldTable
        of={panel}
        set={set}
        table={[NAME, { select: 'fedFromId', label: 'Fed from', options, none: 'the street' }]}
      />
      <p className="fig col-span-2 border-l-2 border-mains pl-2 text-[13px] text-mains">
        Look, do not open: work in a {words.panel} is for a licensed electrician where local rules say so.
      </p>
    </Editor>
  );
}

export function CoaxOutletEditor({ outlet }: { outlet: CoaxPoint }) {
  const set = useCoaxChange('outlets', outlet.id);
  return (
    <Editor title="Coax outlet" thing={{ kind: 'coaxOutlet', id: outlet.id }} deleteLabel="coax outlet">
      <FieldTable of={outlet} set={set} table={[NAME]} />
      <Height place={outlet.place} set={set} />
    </Editor>
  );
}

/** Name and height of a jack whose far end is not known. */
export function JackEditor({ jack }: { jack: Jack }) {
  const set = useChange('jacks', jack.id);
  return (
    <Editor title="Jack, far end not known" thing={{ kind: 'jack', id: jack.id }} deleteLabel="jack">
      <FieldTable of={jack} set={set} table={[NAME]} />
      <Height place={jack.place} set={set} />
      <p className="fig col-span-2 text-[13px] text-ink-2">
        Trace it with a tester, then draw a data run (J) from here to its far end. No plan counts on it
        before.
      </p>
    </Editor>
  );
}

const AMPLIFIERS = [
  { value: 'none', label: 'none' },
  { value: 'bypass', label: 'with a bypass' },
  { value: 'noBypass', label: 'without a bypass: no link' },
] as const;

export function SplitterEditor({ splitter }: { splitter: Splitter }) {
  const set = useCoaxChange('splitters', splitter.id);
  const table: Field<Splitter>[] = [
    NAME,
    <SelectField
      key="ways"
      label="Outputs"
      value={String(splitter.ways)}
      options={['2', '3', '4', '8'].map((value) => ({ value, label: value }))}
      onChange={(ways) => set({ ways: Number(ways) as Splitter['ways'] })}
    />,
    { select: 'amplifier', label: 'Amplifier in it', options: AMPLIFIERS },
    { tick: 'ratedMoca', label: 'Rated to 1675 MHz' },
  ];
  return (
    <Editor title="Splitter" thing={{ kind: 'splitter', id: splitter.id }} deleteLabel="splitter">
      <FieldTable of={splitter} set={set} table={table} />
    </Editor>
  );
}

const CATEGORIES = [
  { value: 'cat5e', label: 'Cat 5e' },
  { value: 'cat6', label: 'Cat 6' },
  { value: 'cat6a', label: 'Cat 6A' },
  { value: 'fibre', label: 'fibre' },
] as const;

/** Kind, length, speed and how sure one is of a data run between two jacks. */
export function DataRunEditor({ run }: { run: DataRun }) {
  const set = useChange('dataRuns', run.id);
  const table: Field<DataRun>[] = [
    { name: 'name', label: 'Name: from where to where' },
    HOW_SURE,
    { select: 'category', label: 'Cable', options: CATEGORIES },
    { lengthM: 'lengthM', label: 'Length', minM: 0.1 },
    <SelectField
      key="speed"
      label="Negotiated on it"
      value={String(run.negotiatedMbps ?? '')}
      options={[
        { value: '', label: 'not tested yet' },
        ...[10, 100, 1000, 2500, 5000, 10_000].map((v) => ({ value: String(v), label: `${v} Mb/s` })),
      ]}
      onChange={(v) => set({ negotiatedMbps: asNumber(v) })}
    />,
  ];
  return (
    <Editor title="Data run" thing={{ kind: 'dataRun', id: run.id }} deleteLabel="run">
      <FieldTable of={run} set={set} table={table} />
      {isSlowRun(run) && (
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
      <FieldTable
        of={duct}
        set={set}
        table={[
          { name: 'name', label: 'What it is' },
          HOW_SURE,
          { tick: 'isFull', label: 'It is full or blocked: nothing more goes through', wide: true },
        ]}
      />
      <p className="fig col-span-2 text-[13px] text-ink-2">
        {duct.isFull ? 'No cable is planned through it. ' : ''}Fit pulls a cable between the two buildings
        through it. Call before digging where there is none.
      </p>
    </Editor>
  );
}
