'use client';
import Link from 'next/link';
import { MOST_MINOR, type Brief } from '@/core/brief/brief';
import { minorDigits } from '@/core/plan/cost/money';
import { REGION_LABEL, type RegionId } from '@/core/radio/link/regions';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { NumberField, SelectField, TextField, Tick } from '@/ui/pieces/fields';
import { Complaints } from './Complaints';
import { CurrencyField } from './CurrencyField';
import { NeedsTable } from './NeedsTable';
import { OfferFields } from './OfferFields';
import { PowerLimits } from './PowerLimits';
import { WaysOfWorking } from './WaysOfWorking';
import { Consents, Visit } from './VisitLists';

const LINE_KINDS: { value: Brief['line']['kind']; label: string }[] = [
  { value: 'fibre', label: 'fibre' },
  { value: 'cable', label: 'cable modem' },
  { value: 'dsl', label: 'DSL' },
  { value: 'fixedWireless', label: 'fixed wireless' },
];

const LOGINS: { value: Brief['line']['login']; label: string }[] = [
  { value: 'unknown', label: 'not known yet: ask' },
  { value: 'automatic', label: 'automatic' },
  { value: 'password', label: 'user name and password' },
  { value: 'fixedAddress', label: 'a fixed address' },
];

/** Brief: one page that reads like a work order. */
export function BriefStop() {
  const brief = useJob((s) => s.brief);
  const setBrief = useJob((s) => s.setBrief);
  const jobId = useJob((s) => s.id);
  const set = (values: Partial<Brief>) => setBrief((b) => ({ ...b, ...values }));
  const line = (values: Partial<Brief['line']>) =>
    setBrief((b) => ({ ...b, line: { ...b.line, ...values } }));
  const allowed = (values: Partial<Brief['allowed']>) =>
    setBrief((b) => ({ ...b, allowed: { ...b.allowed, ...values } }));
  const minor = 10 ** minorDigits(brief.currency);
  return (
    <div className="h-full overflow-y-auto">
      <div className="mx-auto grid max-w-[1640px] gap-x-8 gap-y-5 p-4 lg:grid-cols-[minmax(340px,1fr)_minmax(480px,1.5fr)]">
        <div className="space-y-5">
          <section className="panel p-4" aria-labelledby="b-who">
            <h2 id="b-who" className="head2">
              For whom
            </h2>
            <div className="mt-2 grid grid-cols-2 gap-3">
              <TextField
                label="Customer"
                value={brief.customer}
                onChange={(customer) => set({ customer: customer.slice(0, 120) })}
              />
              <TextField
                label="Address"
                value={brief.address}
                onChange={(address) => set({ address: address.slice(0, 200) })}
              />
              <TextField
                label="Phone"
                value={brief.phone}
                onChange={(phone) => set({ phone: phone.slice(0, 40) })}
              />
              <SelectField<RegionId>
                label="Country rules"
                value={brief.region}
                options={Object.entries(REGION_LABEL).map(([value, label]) => ({
                  value: value as RegionId,
                  label,
                }))}
                onChange={(region) => set({ region })}
              />
              <SelectField
                label="Lengths"
                value={brief.lengthUnit}
                options={[
                  { value: 'metres', label: 'metres' },
                  { value: 'feet', label: 'feet and inches' },
                ]}
                onChange={(lengthUnit) => set({ lengthUnit })}
              />
              <CurrencyField />
            </div>
            <PowerLimits />
          </section>
          <section className="panel p-4" aria-labelledby="b-line">
            <h2 id="b-line" className="head2">
              The line
            </h2>
            <div className="mt-2 grid grid-cols-3 gap-3">
              <SelectField
                label="Kind"
                value={brief.line.kind}
                options={LINE_KINDS}
                onChange={(kind) => line({ kind })}
              />
              <NumberField
                label="Down, paid for"
                unit="Mb/s"
                value={brief.line.downMbps}
                min={0.1}
                max={10000}
                onChange={(v) => v !== null && line({ downMbps: v, guessed: false })}
              />
              <NumberField
                label="Up, paid for"
                unit="Mb/s"
                value={brief.line.upMbps}
                min={0.1}
                max={10000}
                onChange={(v) => v !== null && line({ upMbps: v, guessed: false })}
              />
            </div>
            {brief.line.guessed && (
              <p className="mt-1 flex flex-wrap items-center gap-x-3 text-amber">
                These speeds are a guess until you type what the contract says.
                <Button onClick={() => line({ guessed: false })}>They are right</Button>
              </p>
            )}
            <div className="mt-3">
              <TextField
                label="Contract: tariff, number, until when"
                value={brief.line.contract}
                onChange={(contract) => line({ contract: contract.slice(0, 160) })}
              />
            </div>
            <div className="mt-3 grid grid-cols-2 gap-3">
              <SelectField
                label="Its log-in"
                value={brief.line.login}
                options={LOGINS}
                onChange={(login) => line({ login })}
              />
              <TextField
                label="Who has it; never the secret itself"
                value={brief.line.loginHolder}
                onChange={(loginHolder) => line({ loginHolder: loginHolder.slice(0, 120) })}
              />
            </div>
            <div className="mt-3 grid gap-1">
              <span className="lab">What hangs on the old router</span>
              <Tick
                label="Telephone, emergency calls"
                checked={brief.oldRouter.telephone}
                onChange={(telephone) => set({ oldRouter: { ...brief.oldRouter, telephone } })}
              />
              <Tick
                label="Intruder, fire or medical alarm"
                checked={brief.oldRouter.alarm}
                onChange={(alarm) => set({ oldRouter: { ...brief.oldRouter, alarm } })}
              />
              <Tick
                label="Something reached from outside (a forwarded port)"
                checked={brief.oldRouter.forwardedPort}
                onChange={(forwardedPort) => set({ oldRouter: { ...brief.oldRouter, forwardedPort } })}
              />
            </div>
          </section>
          <section className="panel p-4" aria-labelledby="b-allowed">
            <h2 id="b-allowed" className="head2">
              What is allowed
            </h2>
            <div className="mt-1 grid grid-cols-2">
              <Tick
                label="Drilling"
                checked={brief.allowed.drilling}
                onChange={(drilling) => allowed({ drilling })}
              />
              <Tick
                label="Old gear may be re-used"
                checked={brief.allowed.reuseOldGear}
                onChange={(reuseOldGear) => allowed({ reuseOldGear })}
              />
              <Tick
                label="Rented home"
                checked={brief.allowed.rented}
                onChange={(rented) => allowed({ rented })}
              />
              <Tick
                label="Listed building"
                checked={brief.allowed.listed}
                onChange={(listed) => allowed({ listed })}
              />
            </div>
            {(brief.allowed.rented || brief.allowed.listed) && brief.allowed.drilling && (
              <p className="mt-1 text-mains">
                Rented or listed: have the consent in writing before the first hole.
              </p>
            )}
            <div className="mt-2 grid grid-cols-2 gap-3">
              <NumberField
                label="Budget, empty: none set"
                unit={brief.currency}
                value={brief.allowed.budgetMinor === null ? null : brief.allowed.budgetMinor / minor}
                max={MOST_MINOR / minor}
                optional
                onChange={(v) => allowed({ budgetMinor: v === null ? null : Math.round(v * minor) })}
              />
              <NumberField
                label="Labour"
                unit={`${brief.currency} an hour`}
                value={brief.labourMinorPerHour / minor}
                max={MOST_MINOR / minor}
                onChange={(v) => v !== null && set({ labourMinorPerHour: Math.round(v * minor) })}
              />
            </div>
            <div className="mt-2">
              <TextField
                long
                label="Notes: routes, what to keep clear of"
                value={brief.allowed.note}
                onChange={(note) => allowed({ note: note.slice(0, 2000) })}
              />
            </div>
            <div className="mt-2">
              <TextField
                label="Rooms closed to us"
                value={brief.allowed.closedRooms}
                onChange={(closedRooms) => allowed({ closedRooms: closedRooms.slice(0, 400) })}
              />
            </div>
            <Consents />
          </section>
          <Visit />
        </div>
        <div className="space-y-5">
          <Complaints />
          <NeedsTable />
          <WaysOfWorking />
          <OfferFields />
          <Link className="btn btn-strong" href={`/jobs/${jobId}/survey`}>
            Next: survey the house
          </Link>
        </div>
      </div>
    </div>
  );
}
