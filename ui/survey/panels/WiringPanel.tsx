'use client';
import { Plus, X } from 'lucide-react';
import { CATALOGUE, kitById } from '@/core/kit/catalogue/catalogue';
import { middleOf } from '@/core/site/geometry/rooms';
import { capital } from '@/core/site/model/capital';
import { mainsWords } from '@/core/site/model/mainsWords';
import type { Circuit } from '@/core/site/model/schema';
import { useJob, useJobStore } from '@/ui/job/store';
import { NameField, SelectField, Tick } from '@/ui/pieces/fields';
import { newId } from '@/ui/job/newId';
import { newUnit, withoutUnit } from '@/core/plan/option/placing';
import { roomNameAt } from '@/core/site/geometry/roomName';
import { CoaxTree } from './CoaxTree';
import { Button } from '@/ui/pieces/Button';

const PROTECTIONS: readonly Circuit['protection'][] = ['none', 'rcd', 'afci'];
const LEGS = ['L1', 'L2', 'L3'].map((value) => ({ value: value as Circuit['leg'], label: value }));

function CircuitRow({ circuit }: { circuit: Circuit }) {
  const setSite = useJob((s) => s.setSite);
  const words = useJob((s) => mainsWords(s.brief.region));
  const sockets = useJob((s) => s.site.outlets.filter((o) => o.circuitId === circuit.id).length);
  const set = (values: Partial<Circuit>) =>
    setSite((s) => ({
      ...s,
      circuits: s.circuits.map((c) => (c.id === circuit.id ? { ...c, ...values } : c)),
    }));
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_60px_146px_auto_auto] items-center gap-2">
      <NameField
        hideLabel
        label="Name of the circuit"
        value={circuit.name}
        onChange={(name) => set({ name: name.slice(0, 80) })}
      />
      <SelectField
        hideLabel
        label={`${capital(words.leg)} of ${circuit.name}`}
        value={circuit.leg}
        options={LEGS}
        onChange={(leg) => set({ leg })}
      />
      <SelectField
        hideLabel
        label={`Protection of ${circuit.name}`}
        value={circuit.protection}
        options={PROTECTIONS.map((value) => ({ value, label: words.protection[value] }))}
        onChange={(protection) => set({ protection })}
      />
      <Tick label="old" checked={circuit.oldWiring} onChange={(oldWiring) => set({ oldWiring })} />
      <Button
        className="px-2"
        aria-label={`Remove circuit ${circuit.name} with ${sockets} sockets on it`}
        onClick={() =>
          setSite((s) => ({
            ...s,
            circuits: s.circuits.filter((c) => c.id !== circuit.id),
            outlets: s.outlets.map((o) => (o.circuitId === circuit.id ? { ...o, circuitId: null } : o)),
          }))
        }
      >
        <X size={15} aria-hidden="true" />
      </Button>
    </li>
  );
}

/** Panels with the circuits in them. */
function Panels() {
  const panels = useJob((s) => s.site.panels);
  const circuits = useJob((s) => s.site.circuits);
  const setSite = useJob((s) => s.setSite);
  const select = useJob((s) => s.select);
  const words = useJob((s) => mainsWords(s.brief.region));
  if (panels.length === 0)
    return (
      <p className="text-ink-2">
        No {words.panel} yet. Press V and point at the main one: powerline depends on it.
      </p>
    );
  return (
    <ul className="space-y-2">
      {panels.map((p) => (
        <li key={p.id}>
          <div className="flex items-center justify-between gap-2">
            <button
              type="button"
              className="link fig font-semibold"
              onClick={() => select({ kind: 'panel', id: p.id })}
            >
              {p.name}
            </button>
            <span className="fig text-[13px] text-ink-2">
              {p.fedFromId
                ? `fed from ${panels.find((x) => x.id === p.fedFromId)?.name}`
                : 'fed from the street'}
            </span>
            <Button
              onClick={() =>
                setSite((s) => ({
                  ...s,
                  circuits: [
                    ...s.circuits,
                    {
                      id: newId('cir'),
                      name: `Circuit ${s.circuits.length + 1}`,
                      panelId: p.id,
                      leg: 'L1',
                      protection: 'rcd',
                      oldWiring: false,
                    },
                  ],
                }))
              }
            >
              <Plus size={15} aria-hidden="true" /> Circuit
            </Button>
          </div>
          <ul className="mt-1 space-y-1">
            {circuits
              .filter((c) => c.panelId === p.id)
              .map((c) => (
                <CircuitRow key={c.id} circuit={c} />
              ))}
          </ul>
        </li>
      ))}
    </ul>
  );
}

/** Sockets of the open storey nobody has put on a circuit yet, all of them at once. */
function LooseSockets() {
  const storeyId = useJob((s) => s.storeyId);
  const circuits = useJob((s) => s.site.circuits);
  const panels = useJob((s) => s.site.panels);
  const loose = useJob(
    (s) => s.site.outlets.filter((o) => o.circuitId === null && o.place.storeyId === storeyId).length,
  );
  const setSite = useJob((s) => s.setSite);
  if (loose === 0 || circuits.length === 0) return null;
  return (
    <div className="mt-2 border-t border-rule pt-2">
      <SelectField
        label={`${loose} ${loose === 1 ? 'socket' : 'sockets'} of this storey on no circuit yet`}
        value=""
        options={[
          { value: '', label: 'all on …' },
          ...circuits.map((c) => ({
            value: c.id,
            label: `${c.name}, ${panels.find((p) => p.id === c.panelId)?.name ?? ''}`,
          })),
        ]}
        onChange={(circuitId) =>
          setSite((s) => ({
            ...s,
            outlets: s.outlets.map((o) =>
              o.circuitId === null && o.place.storeyId === storeyId ? { ...o, circuitId } : o,
            ),
          }))
        }
      />
    </div>
  );
}

/** Gear that is in the house today beside its router; each stands on the sheet and is dragged to its place. */
function ExistingGear() {
  const store = useJobStore();
  const units = useJob((s) => s.plan.today.units);
  const ownKit = useJob((s) => s.plan.ownKit);
  const setPlan = useJob((s) => s.setPlan);
  const select = useJob((s) => s.select);
  const add = (kitId: string) => {
    const kit = kitById(kitId, ownKit);
    const { site, brief, plan, storeyId } = store.getState();
    if (!kit) return;
    const outline = site.buildings.flatMap((b) => b.storeys).find((s) => s.id === storeyId)?.outline;
    const at = outline ? { storeyId, ...middleOf(outline), heightM: 1.2 } : site.lineEntry;
    const unit = {
      ...newUnit(site, brief, plan.today, kit, at, newId('unit')),
      place: at,
      name: roomNameAt(site, at),
    };
    setPlan((p) => ({ ...p, today: { ...p.today, units: [...p.today.units, unit] } }));
    select({ kind: 'unit', id: unit.id });
  };
  return (
    <section className="panel shrink-0 p-3" aria-label="Gear that is there">
      <h2 className="head2 mb-1">Gear that is there</h2>
      {units.length === 0 && <p className="text-ink-2">No router yet. Press O and point at it.</p>}
      <ul className="fig">
        {units.map((u) => (
          <li key={u.id} className="flex items-center justify-between gap-2">
            <button
              type="button"
              className="link text-left"
              onClick={() => select({ kind: 'unit', id: u.id })}
            >
              {u.letter} {u.name}
            </button>
            <span className="ml-auto text-[13px] text-ink-2">{kitById(u.kitId, ownKit)?.label}</span>
            <Button
              className="px-2"
              aria-label={`Take ${u.letter} ${u.name} out`}
              onClick={() => setPlan((p) => ({ ...p, today: withoutUnit(p.today, u.id) }))}
            >
              <X size={15} aria-hidden="true" />
            </Button>
          </li>
        ))}
      </ul>
      <div className="mt-2 w-72">
        <SelectField
          hideLabel
          label="Put in gear that is there"
          value=""
          options={[
            { value: '', label: 'put in what is there' },
            ...[...CATALOGUE, ...ownKit].map((k) => ({ value: k.id, label: k.label })),
          ]}
          onChange={add}
        />
      </div>
    </section>
  );
}

/** Wiring: what is there today, panels and circuits, the coax tree, what is not on the sheet of any of them. */
export function WiringPanel() {
  const runs = useJob((s) => s.site.dataRuns);
  const jacks = useJob((s) => s.site.jacks);
  const select = useJob((s) => s.select);
  const head = useJob((s) => `${capital(mainsWords(s.brief.region).panel)}s and circuits`);
  return (
    <>
      <ExistingGear />
      <section className="panel shrink-0 p-3" aria-label={head}>
        <h2 className="head2 mb-1">{head}</h2>
        <Panels />
        <LooseSockets />
      </section>
      <section className="panel shrink-0 p-3" aria-label="Coax">
        <h2 className="head2 mb-1">Coax</h2>
        <CoaxTree />
      </section>
      {jacks.length > 0 && (
        <section className="panel shrink-0 p-3" aria-label="Jacks with an unknown far end">
          <h2 className="head2 mb-1">Jacks with an unknown far end</h2>
          <ul className="fig flex flex-wrap gap-x-4">
            {jacks.map((j) => (
              <li key={j.id}>
                <button type="button" className="link" onClick={() => select({ kind: 'jack', id: j.id })}>
                  {j.name}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {runs.length > 0 && (
        <section className="panel shrink-0 p-3" aria-label="Data runs">
          <h2 className="head2 mb-1">Data runs</h2>
          <ul className="fig">
            {runs.map((r) => (
              <li key={r.id} className="flex justify-between gap-3">
                <button
                  type="button"
                  className="link text-left"
                  onClick={() => select({ kind: 'dataRun', id: r.id })}
                >
                  {r.name}
                </button>
                <span className="whitespace-nowrap text-ink-2">
                  {r.certainty}, {r.negotiatedMbps === null ? 'not tested' : `${r.negotiatedMbps} Mb/s`}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
