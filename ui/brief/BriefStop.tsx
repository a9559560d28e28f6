'use client';
import Link from 'next/link';
import { MOST_MINOR, type Brief } from '@/core/brief/brief';
import { minorDigits } from '@/core/plan/cost/money';
import { REGION_LABEL, type RegionId } from '@/core/radio/link/regions';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { FieldTable, type Field } from '@/ui/pieces/FieldTable';
import { NumberField } from '@/ui/pieces/fields';
import { Complaints } from './Complaints';
import { CurrencyField } from './CurrencyField';
import { NeedsTable } from './NeedsTable';
import { OfferFields } from './OfferFields';
import { PowerLimits } from './PowerLimits';
import { OwnPace } from './OwnPace';
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

const WHO: readonly Field<Brief>[] = [
  { text: 'customer', label: 'Customer', most: 120 },
  { text: 'address', label: 'Address', most: 200 },
  { text: 'phone', label: 'Phone', most: 40 },
  {
    select: 'region',
    label: 'Country rules',
    options: Object.entries(REGION_LABEL).map(([value, label]) => ({ value: value as RegionId, label })),
  },
  {
    select: 'lengthUnit',
    label: 'Lengths',
    options: [
      { value: 'metres', label: 'metres' },
      { value: 'feet', label: 'feet and inches' },
    ],
  },
];
const SPEEDS: readonly Field<Brief['line']>[] = [
  { select: 'kind', label: 'Kind', options: LINE_KINDS },
  { number: 'downMbps', label: 'Down, paid for', unit: 'Mb/s', min: 0.1, max: 10000 },
  { number: 'upMbps', label: 'Up, paid for', unit: 'Mb/s', min: 0.1, max: 10000 },
];
const CONTRACT: readonly Field<Brief['line']>[] = [
  { text: 'contract', label: 'Contract: tariff, number, until when', most: 160 },
];
const LOGIN: readonly Field<Brief['line']>[] = [
  { select: 'login', label: 'Its log-in', options: LOGINS },
  { text: 'loginHolder', label: 'Who has it; never the secret itself', most: 120 },
];
const HANGS: readonly Field<Brief['oldRouter']>[] = [
  { tick: 'telephone', label: 'Telephone, emergency calls' },
  { tick: 'alarm', label: 'Intruder, fire or medical alarm' },
  { tick: 'forwardedPort', label: 'Something reached from outside (a forwarded port)' },
];
const ALLOWED: readonly Field<Brief['allowed']>[] = [
  { tick: 'drilling', label: 'Drilling' },
  { tick: 'reuseOldGear', label: 'Old gear may be re-used' },
  { tick: 'rented', label: 'Rented home' },
  { tick: 'listed', label: 'Listed building' },
];
const NOTES: readonly Field<Brief['allowed']>[] = [
  { text: 'note', label: 'Notes: routes, what to keep clear of', most: 2000, long: true },
  { text: 'closedRooms', label: 'Rooms closed to us', most: 400 },
];

/** Brief: one page that reads like a work order. */
export function BriefStop() {
  const brief = useJob((s) => s.brief);
  const setBrief = useJob((s) => s.setBrief);
  const jobId = useJob((s) => s.id);
  const set = (values: Partial<Brief>) => setBrief((b) => ({ ...b, ...values }));
  const line = (values: Partial<Brief['line']>) =>
    setBrief((b) => ({ ...b, line: { ...b.line, ...values } }));
  /** A speed that is typed is no guess any more. */
  const contracted = (values: Partial<Brief['line']>) =>
    line('kind' in values ? values : { ...values, guessed: false });
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
              <FieldTable of={brief} set={set} table={WHO} />
              <CurrencyField />
            </div>
            <PowerLimits />
          </section>
          <section className="panel p-4" aria-labelledby="b-line">
            <h2 id="b-line" className="head2">
              The line
            </h2>
            <div className="mt-2 grid grid-cols-3 gap-3">
              <FieldTable of={brief.line} set={contracted} table={SPEEDS} />
            </div>
            {brief.line.guessed && (
              <p className="mt-1 flex flex-wrap items-center gap-x-3 text-amber">
                These speeds are a guess until you type what the contract says.
                <Button onClick={() => line({ guessed: false })}>They are right</Button>
              </p>
            )}
            <div className="mt-3">
              <FieldTable of={brief.line} set={line} table={CONTRACT} />
            </div>
            <div className="mt-3 grid grid-cols-2 gap-3">
              <FieldTable of={brief.line} set={line} table={LOGIN} />
            </div>
            <div className="mt-3 grid gap-1">
              <span className="lab">What hangs on the old router</span>
              <FieldTable
                of={brief.oldRouter}
                set={(values) => set({ oldRouter: { ...brief.oldRouter, ...values } })}
                table={HANGS}
              />
            </div>
          </section>
          <section className="panel p-4" aria-labelledby="b-allowed">
            <h2 id="b-allowed" className="head2">
              What is allowed
            </h2>
            <div className="mt-1 grid grid-cols-2">
              <FieldTable of={brief.allowed} set={allowed} table={ALLOWED} />
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
              <NumberField
                label="Each thing to check counts, in a search"
                unit={brief.currency}
                value={brief.checkMinor / minor}
                max={MOST_MINOR / minor}
                onChange={(v) => v !== null && set({ checkMinor: Math.round(v * minor) })}
              />
            </div>
            <div className="mt-2 grid gap-2">
              <FieldTable of={brief.allowed} set={allowed} table={NOTES} />
            </div>
            <Consents />
          </section>
          <Visit />
        </div>
        <div className="space-y-5">
          <Complaints />
          <NeedsTable />
          <WaysOfWorking />
          <OwnPace />
          <OfferFields />
          <Link className="btn btn-strong" href={`/jobs/${jobId}/survey`}>
            Next: survey the house
          </Link>
        </div>
      </div>
    </div>
  );
}
