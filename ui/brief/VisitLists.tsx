'use client';
import { Plus, X } from 'lucide-react';
import { CONSENT_LABEL, type Consent } from '@/core/brief/brief';
import { useJob } from '@/ui/job/store';
import { SelectField, TextField, Tick } from '@/ui/pieces/fields';
import { newId } from '@/ui/pieces/newId';
import { Button } from '@/ui/pieces/Button';

const CONSENTS = Object.entries(CONSENT_LABEL).map(([value, label]) => ({
  value: value as Consent['what'],
  label,
}));

/** Consents that are wanted, and whether they have been got: open ones stand first in Fit. */
export function Consents() {
  const consents = useJob((s) => s.brief.consents);
  const setBrief = useJob((s) => s.setBrief);
  const set = (next: Consent[]) => setBrief((b) => ({ ...b, consents: next }));
  const change = (id: string, values: Partial<Consent>) =>
    set(consents.map((c) => (c.id === id ? { ...c, ...values } : c)));
  return (
    <div className="mt-3 border-t border-rule pt-2">
      <div className="flex items-center justify-between">
        <h3 className="lab">Consents wanted</h3>
        <Button
          onClick={() => set([...consents, { id: newId('cs'), what: 'drilling', who: '', got: false }])}
        >
          <Plus size={15} aria-hidden="true" /> Consent
        </Button>
      </div>
      <ul className="mt-1 space-y-1">
        {consents.map((c, i) => (
          <li key={c.id} className="flex items-center gap-2">
            <div className="w-36 shrink-0">
              <SelectField
                hideLabel
                label={`Consent ${i + 1} for`}
                value={c.what}
                options={CONSENTS}
                onChange={(what) => change(c.id, { what })}
              />
            </div>
            <div className="min-w-0 flex-1">
              <TextField
                hideLabel
                label={`Who gives consent ${i + 1}`}
                placeholder="who, and for what"
                value={c.who}
                onChange={(who) => change(c.id, { who: who.slice(0, 120) })}
              />
            </div>
            <Tick label="got" checked={c.got} onChange={(got) => change(c.id, { got })} />
            <Button
              className="px-2"
              aria-label={`Remove consent ${i + 1}`}
              onClick={() => set(consents.filter((x) => x.id !== c.id))}
            >
              <X size={15} aria-hidden="true" />
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Devices that must be on the new network before leaving, and the hours the customer has. */
export function Visit() {
  const devices = useJob((s) => s.brief.devices);
  const hours = useJob((s) => s.brief.hours);
  const setBrief = useJob((s) => s.setBrief);
  const set = (next: typeof devices) => setBrief((b) => ({ ...b, devices: next }));
  const change = (id: string, values: Partial<(typeof devices)[number]>) =>
    set(devices.map((d) => (d.id === id ? { ...d, ...values } : d)));
  const setHour = (end: 'from' | 'to', value: string) => {
    if (!/^\d\d:\d\d$/.test(value)) return;
    setBrief((b) => ({ ...b, hours: { ...(b.hours ?? { from: '09:00', to: '17:00' }), [end]: value } }));
  };
  return (
    <section className="panel p-4" aria-labelledby="b-visit">
      <h2 id="b-visit" className="head2">
        The visit
      </h2>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <Tick
          label="The customer has set hours"
          checked={hours !== null}
          onChange={(on) => setBrief((b) => ({ ...b, hours: on ? { from: '09:00', to: '17:00' } : null }))}
        />
        {hours && (
          <span className="flex items-center gap-2">
            <input
              type="time"
              className="field fig w-28!"
              aria-label="From"
              value={hours.from}
              onChange={(e) => setHour('from', e.target.value)}
            />
            to
            <input
              type="time"
              className="field fig w-28!"
              aria-label="Until"
              value={hours.to}
              onChange={(e) => setHour('to', e.target.value)}
            />
          </span>
        )}
      </div>
      <div className="mt-2 flex items-center justify-between border-t border-rule pt-2">
        <h3 className="lab">Devices to put on the new network</h3>
        <Button onClick={() => set([...devices, { id: newId('dv'), name: '', only24: false }])}>
          <Plus size={15} aria-hidden="true" /> Device
        </Button>
      </div>
      <ul className="mt-1 grid gap-x-4 gap-y-1 xl:grid-cols-2">
        {devices.map((d, i) => (
          <li key={d.id} className="flex items-center gap-2">
            <div className="min-w-0 flex-1">
              <TextField
                hideLabel
                label={`Device ${i + 1}`}
                value={d.name}
                onChange={(name) => change(d.id, { name: name.slice(0, 80) })}
              />
            </div>
            <Tick label="2.4 GHz only" checked={d.only24} onChange={(only24) => change(d.id, { only24 })} />
            <Button
              className="px-2"
              aria-label={`Remove device ${i + 1}`}
              onClick={() => set(devices.filter((x) => x.id !== d.id))}
            >
              <X size={15} aria-hidden="true" />
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
