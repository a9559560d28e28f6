'use client';
import { useState } from 'react';
import { APART_NETWORKS, APART_WORDS } from '@/core/brief/apart';
import { CONSENT_LABEL, type Consent } from '@/core/brief/brief';
import { useJob } from '@/ui/job/store';
import { DateField, SelectField, TextField, Tick } from '@/ui/pieces/fields';
import { ListEditor } from '@/ui/pieces/ListEditor';
import { newId } from '@/ui/job/newId';
import { Problem } from '@/ui/pieces/Problem';
import { hoursWith, USUAL_HOURS, type Hours } from './hours';

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
      <ListEditor
        head={<h3 className="lab">Consents wanted</h3>}
        adds="Consent"
        most={20}
        items={consents}
        onAdd={() => set([...consents, { id: newId('cs'), what: 'drilling', who: '', got: false }])}
        onRemove={(c) => set(consents.filter((x) => x.id !== c.id))}
        removes={(_, i) => `Remove consent ${i + 1}`}
        fields={(c, i) => (
          <>
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
          </>
        )}
      />
    </div>
  );
}

/** Hours the customer has; an end that comes before the beginning is not taken. */
function VisitHours() {
  const hours = useJob((s) => s.brief.hours);
  const setBrief = useJob((s) => s.setBrief);
  const [wrong, setWrong] = useState<Hours | null>(null);
  const shown = wrong ?? hours;
  const set = (end: keyof Hours, value: string) => {
    const next = hoursWith(shown, end, value);
    if (!next) return;
    setWrong(next.holds ? null : next.hours);
    if (next.holds) setBrief((b) => ({ ...b, hours: next.hours }));
  };
  return (
    <div>
      <div className="flex min-h-9 flex-wrap items-center gap-3">
        <Tick
          label="The customer has set hours"
          checked={hours !== null}
          onChange={(on) => {
            setWrong(null);
            setBrief((b) => ({ ...b, hours: on ? USUAL_HOURS : null }));
          }}
        />
        {shown && (
          <span className="flex items-center gap-2">
            <input
              type="time"
              className="field fig w-28!"
              aria-label="From"
              aria-invalid={wrong !== null}
              value={shown.from}
              onChange={(e) => set('from', e.target.value)}
            />
            to
            <input
              type="time"
              className="field fig w-28!"
              aria-label="Until"
              aria-invalid={wrong !== null}
              value={shown.to}
              onChange={(e) => set('to', e.target.value)}
            />
          </span>
        )}
      </div>
      <Problem
        words={
          wrong && hours
            ? `The hours end before they begin: ${wrong.from} to ${wrong.to}. Change one; until then it stays ${hours.from} to ${hours.to}.`
            : null
        }
      />
    </div>
  );
}

/** The day of the visit, the hours the customer has, and the devices that must be on the new network before leaving. */
export function Visit() {
  const devices = useJob((s) => s.brief.devices);
  const visitDate = useJob((s) => s.brief.visitDate);
  const installer = useJob((s) => s.brief.installer);
  const networkName = useJob((s) => s.brief.networkName);
  const apart = useJob((s) => s.brief.apart);
  const setBrief = useJob((s) => s.setBrief);
  const set = (next: typeof devices) => setBrief((b) => ({ ...b, devices: next }));
  const change = (id: string, values: Partial<(typeof devices)[number]>) =>
    set(devices.map((d) => (d.id === id ? { ...d, ...values } : d)));
  return (
    <section className="panel p-4" aria-labelledby="b-visit">
      <h2 id="b-visit" className="head2">
        The visit
      </h2>
      <div className="mt-2 grid grid-cols-2 gap-3">
        <DateField
          label="Day of the visit"
          value={visitDate}
          onChange={(day) => setBrief((b) => ({ ...b, visitDate: day }))}
        />
        <TextField
          label="Installer, as on the hand-over"
          value={installer}
          onChange={(name) => setBrief((b) => ({ ...b, installer: name.slice(0, 120) }))}
        />
      </div>
      <div className="mt-2">
        <VisitHours />
      </div>
      <div className="mt-1">
        <TextField
          label="Name of the network when we leave; never its key"
          value={networkName}
          onChange={(name) => setBrief((b) => ({ ...b, networkName: name.slice(0, 32) }))}
        />
      </div>
      <fieldset className="mt-2 flex flex-wrap gap-x-4">
        <legend className="lab">Beside it, apart from the house</legend>
        {APART_NETWORKS.map((network) => (
          <Tick
            key={network}
            label={`a ${APART_WORDS[network]}`}
            checked={apart.includes(network)}
            onChange={(on) =>
              setBrief((b) => ({
                ...b,
                apart: APART_NETWORKS.filter((n) => (n === network ? on : b.apart.includes(n))),
              }))
            }
          />
        ))}
      </fieldset>
      <div className="mt-3 border-t border-rule pt-2">
        <ListEditor
          head={<h3 className="lab">Devices to put on the new network</h3>}
          adds="Device"
          most={80}
          items={devices}
          onAdd={() => set([...devices, { id: newId('dv'), name: '', only24: false, matters: false }])}
          onRemove={(d) => set(devices.filter((x) => x.id !== d.id))}
          removes={(_, i) => `Remove device ${i + 1}`}
          fields={(d, i) => (
            <>
              <div className="min-w-0 flex-1">
                <TextField
                  hideLabel
                  label={`Device ${i + 1}`}
                  value={d.name}
                  onChange={(name) => change(d.id, { name: name.slice(0, 80) })}
                />
              </div>
              <Tick label="2.4 GHz only" checked={d.only24} onChange={(only24) => change(d.id, { only24 })} />
              <Tick label="matters" checked={d.matters} onChange={(matters) => change(d.id, { matters })} />
            </>
          )}
        />
      </div>
    </section>
  );
}
