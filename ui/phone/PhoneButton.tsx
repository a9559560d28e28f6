'use client';
import { Smartphone } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import type { Phone, PhoneScope } from '@/server/access/phones';
import type { Contact } from '@/server/requests/contact';
import { get, problemText, remove, send } from '@/ui/job/requests';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { DialogButton } from '@/ui/pieces/DialogButton';
import { SelectField, TextField } from '@/ui/pieces/fields';
import { clockText } from '@/ui/pieces/format';
import { Problem } from '@/ui/pieces/Problem';
import { Code } from './Code';
import { NoContact } from './NoContact';

/** How often it is looked whether somebody lanRequests while the dialog is open, ms. */
const LOOK_MS = 2000;

function stateOf(p: Phone, now: string): string {
  if (p.withdrawnAt) return 'withdrawn';
  if (p.endsAt <= now) return 'ended';
  return p.seenAt ? `here at ${clockText(p.seenAt)}` : 'not come yet';
}

/** Lets a phone in: a code for this job alone, for some hours, that can be withdrawn. */
function LetIn({ contact, onMade }: { contact: Contact; onMade: () => void }) {
  const jobId = useJob((s) => s.id);
  const [name, setName] = useState('Phone');
  const [scope, setScope] = useState<PhoneScope>('walk');
  const [hours, setHours] = useState('8');
  const [at, setAt] = useState(contact.addresses[0]?.address ?? '');
  const [token, setToken] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const host = contact.lan ? at : '127.0.0.1';
  const address = token && `${contact.secure ? 'https' : 'http'}://${host}:${contact.port}/walk/#t=${token}`;
  async function make() {
    if (busy) return;
    setBusy(true);
    const made = await send<Phone & { token: string }>('POST', `/api/jobs/${jobId}/phones`, {
      name,
      scope,
      hours: Number(hours),
    });
    setBusy(false);
    setProblem(made.ok ? null : problemText(made.problems));
    if (!made.ok) return;
    setToken(made.value.token);
    onMade();
  }
  if (address)
    return (
      <div className="mt-3 flex flex-wrap items-start gap-4">
        <Code address={address} />
        <div className="min-w-0 flex-1 basis-60">
          <p>
            {contact.lan
              ? 'Join the phone to the Wi-Fi of the house, then scan this with its camera.'
              : 'This machine is closed to the house: the code works here alone.'}
          </p>
          <p className="fig mt-2 text-[13px] break-all select-all" data-testid="walk-address">
            {address}
          </p>
          {contact.lan && contact.addresses.length > 1 && (
            <div className="mt-2">
              <SelectField
                label="Address of this machine"
                value={at}
                options={contact.addresses.map((a) => ({
                  value: a.address,
                  label: `${a.address} (${a.name})`,
                }))}
                onChange={setAt}
              />
            </div>
          )}
          {!contact.lan && (
            <a className="link mt-2 inline-block" href={address} target="_blank" rel="noreferrer">
              Try the walk in this browser
            </a>
          )}
          <div className="mt-2">
            <Button onClick={() => setToken(null)}>Another phone</Button>
          </div>
        </div>
      </div>
    );
  return (
    <form
      className="mt-3 grid gap-3 sm:grid-cols-3"
      onSubmit={(e) => {
        e.preventDefault();
        void make();
      }}
    >
      <TextField label="Whose phone" value={name} onChange={setName} />
      <SelectField<PhoneScope>
        label="For"
        value={scope}
        options={[
          { value: 'walk', label: 'the walk' },
          { value: 'walkAndSheet', label: 'walk and run sheet' },
        ]}
        onChange={setScope}
      />
      <SelectField
        label="Good for"
        value={hours}
        options={['2', '8', '24', '72'].map((h) => ({ value: h, label: `${h} hours` }))}
        onChange={setHours}
      />
      <div className="sm:col-span-3">
        <Button type="submit" look="strong" disabled={busy}>
          Show the code
        </Button>
        <Problem words={problem} className="mt-2" />
      </div>
    </form>
  );
}

function Phones({
  phones,
  now,
  onWithdraw,
}: {
  phones: readonly Phone[];
  now: string;
  onWithdraw: (id: string) => void;
}) {
  if (phones.length === 0) return null;
  return (
    <ul className="mt-3 divide-y divide-rule border-t border-rule" aria-label="Phones let in">
      {phones.map((p) => (
        <li key={p.id} className="flex items-center justify-between gap-3 py-1">
          <span>
            <strong className="font-semibold">{p.name}</strong>,{' '}
            {p.scope === 'walk' ? 'walk' : 'walk and run sheet'}, {stateOf(p, now)}
          </span>
          {!p.withdrawnAt && p.endsAt > now && <Button onClick={() => onWithdraw(p.id)}>Withdraw</Button>}
        </li>
      ))}
    </ul>
  );
}

function Inside() {
  const jobId = useJob((s) => s.id);
  const [contact, setContact] = useState<Contact | null>(null);
  const [phones, setPhones] = useState<readonly Phone[]>([]);
  const [now, setNow] = useState(() => new Date().toISOString());
  const [problem, setProblem] = useState<string | null>(null);
  const refresh = useCallback(async () => {
    const [reach, list] = await Promise.all([
      get<Contact>('/api/contact'),
      get<Phone[]>(`/api/jobs/${jobId}/phones`),
    ]);
    setNow(new Date().toISOString());
    if (reach.ok) setContact(reach.value);
    if (list.ok) setPhones(list.value);
    setProblem(reach.ok ? null : problemText(reach.problems));
  }, [jobId]);
  useEffect(() => {
    const first = setTimeout(() => void refresh(), 0);
    const timer = setInterval(() => void refresh(), LOOK_MS);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
    };
  }, [refresh]);
  async function withdraw(id: string) {
    const answer = await remove(`/api/jobs/${jobId}/phones/${id}`);
    await refresh();
    if (!answer.ok) setProblem(problemText(answer.problems));
  }
  return (
    <>
      <Problem words={problem} className="mt-2" />
      {contact && !contact.lan && (
        <p className="mt-2 border-l-4 border-l-lamp px-3 py-1.5">
          Nestle listens on this machine alone. To let a phone in, stop it and start it with{' '}
          <code className="font-mono text-[13px]">npm start -- --lan</code> (or{' '}
          <code className="font-mono text-[13px]">npm run demo -- --lan</code>).
        </p>
      )}
      {contact && <LetIn contact={contact} onMade={() => void refresh()} />}
      <Phones phones={phones} now={now} onWithdraw={(id) => void withdraw(id)} />
      {contact?.lan && <NoContact contact={contact} />}
    </>
  );
}

/** Readings by phone: opens the dialog with the code. */
export function PhoneButton() {
  return (
    <DialogButton
      icon={Smartphone}
      label="Readings by phone"
      title="Readings by phone"
      about="The phone sees the spots of this job and nothing else, and keeps what it reads until it arrived here."
    >
      <Inside />
    </DialogButton>
  );
}
