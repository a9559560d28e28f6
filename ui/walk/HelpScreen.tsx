/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import type { KeptRow } from './kept';
import { readCode } from './readCode';
import { comeIn, discard, doorOf, flush, go } from './state';
import { useWalk } from './useWalk';

const clock = (iso: string) => new Date(iso).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });
const KIND: Record<string, string> = {
  reading: 'reading',
  remark: 'note',
  correction: 'set aside',
  step: 'step',
  try: 'try of a place',
  move: 'where a unit stands',
  device: 'device',
  signOff: 'signature',
  isolation: 'test of a network',
};

/** What is unsent, but for photos, which go by the network alone, as a file that the laptop reads back under Readings, From a file. */
function save(all: readonly KeptRow[]): void {
  // A file is of one job: that of the oldest entry.
  const { jobId } = all[0]!;
  const rows = all.filter((r) => r.jobId === jobId);
  const text = JSON.stringify({
    format: 'nestle-walk',
    version: 1,
    jobId,
    rows: rows.map(({ phase, basis, row }) => ({ phase, basis, row })),
  });
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type: 'application/json' }));
  link.download = 'walk-readings.json';
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** A new code for this page: a photo of it, or its address by hand. */
function NewCode() {
  const [address, setAddress] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const base = useWalk((s) => s.door?.base ?? '');
  const [busy, setBusy] = useState(false);
  async function take(text: string | null) {
    const found = text === null ? null : doorOf(text);
    if (!found) return setSaid('No code of this application found. Take it again, nearer and straight on.');
    setBusy(true);
    const words = await comeIn(found.token, found.base);
    setBusy(false);
    setSaid(words ?? 'In again. What waited here is being sent.');
  }
  return (
    <section>
      <h2>A new code or address</h2>
      <p>
        When the gateway is replaced the laptop gets another address. Keep this page open and show it the new
        code: what waits here is sent there.
      </p>
      <label class="main file">
        Take a photo of the code
        <input
          type="file"
          accept="image/*"
          capture="environment"
          onChange={async (e) => {
            const [file] = e.currentTarget.files ?? [];
            if (file) await take(await readCode(file));
          }}
        />
      </label>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void take(address);
        }}
      >
        <label for="address">Or its whole address, as it stands under the code</label>
        <div class="row">
          <input
            id="address"
            value={address}
            inputMode="url"
            autocomplete="off"
            onInput={(e) => setAddress(e.currentTarget.value)}
          />
          <button type="submit" disabled={busy}>
            Use it
          </button>
        </div>
      </form>
      {said && (
        <p class="said" role="status">
          {said}
        </p>
      )}
      {base !== '' && (
        <p>
          This page still comes from the old address, so it can send but not measure.{' '}
          <a href={`${base}/walk/`}>Open the new address</a> once all is sent, and scan the code there.
        </p>
      )}
    </section>
  );
}

/** What is not sent, and why the laptop may not answer. */
export function HelpScreen() {
  const rows = useWalk((s) => s.rows);
  const door = useWalk((s) => s.door);
  const trouble = useWalk((s) => s.trouble);
  const reached = useWalk((s) => s.reached);
  const left = rows.filter((r) => r.state !== 'sent');
  const noted = rows.filter((r) => r.state === 'sent' && r.words !== '');
  return (
    <main>
      {door && (
        <button type="button" class="back" onClick={() => go({ kind: 'list' })}>
          ‹ All spots
        </button>
      )}
      <h1>{left.length > 0 ? `${left.length} not sent` : door ? 'All is sent' : 'Come in'}</h1>
      {trouble && <p class="ask">{trouble}</p>}
      {!door && !trouble && (
        <p>Scan the code on the laptop’s screen: Readings by phone, at Before or After.</p>
      )}
      {left.length > 0 && (
        <>
          <ul class="runs">
            {left.map((r) => (
              <li key={r.id}>
                {clock(r.at)} {KIND[String(r.row.kind)]}
                {r.state === 'refused' && (
                  <>
                    : {r.words}{' '}
                    <button type="button" class="quiet" onClick={() => void discard(r.id)}>
                      Let it go
                    </button>
                  </>
                )}
              </li>
            ))}
          </ul>
          <button type="button" class="quiet wide" onClick={() => void flush()}>
            Send now
          </button>
          {left.some((r) => !r.photo) && (
            <button type="button" class="quiet wide" onClick={() => save(left.filter((r) => !r.photo))}>
              Save them as a file{left.some((r) => r.photo) ? ', without photos' : ''}
            </button>
          )}
        </>
      )}
      {noted.length > 0 && (
        <ul class="runs" aria-label="Kept as a note">
          {noted.map((r) => (
            <li key={r.id}>
              {clock(r.at)} {KIND[String(r.row.kind)]}: {r.words}
            </li>
          ))}
        </ul>
      )}
      <NewCode />
      {!reached && (
        <section>
          <h2>The laptop does not answer</h2>
          <ol class="checks">
            <li>Is this phone on the Wi-Fi of the house, and not on mobile data? Switch mobile data off.</li>
            <li>Is it a guest network? Guests are kept from other devices: join the main one.</li>
            <li>Is a VPN or a private relay on? Switch it off for the visit.</li>
            <li>
              Two routers: is the laptop behind the other one? Its address then begins with other numbers. Put
              both on one.
            </li>
            <li>Does the laptop’s firewall ask about incoming connections? Allow private networks.</li>
            <li>Is Nestle still running there, started with --lan, and is the laptop awake?</li>
          </ol>
        </section>
      )}
    </main>
  );
}
