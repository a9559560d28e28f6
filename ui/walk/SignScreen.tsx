/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import { go, record } from './state';
import { useWalk } from './useWalk';

/** What stands on the customer's page, and who signs for it: kept on the phone first, like everything here. */
export function SignScreen() {
  const view = useWalk((s) => s.view)!;
  const waiting = useWalk((s) =>
    s.rows.find((r) => r.jobId === view.jobId && r.row.kind === 'signOff' && r.state === 'waiting'),
  );
  const [who, setWho] = useState('');
  const [says, setSays] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { sign } = view;
  if (!sign) return null;
  const { shown, last } = sign;

  async function put(event: Event) {
    event.preventDefault();
    if (busy) return;
    const name = who.trim();
    if (name === '') return setSaid('Type the name of who signs.');
    // What is pressed twice is signed once.
    if (waiting?.row.who === name || (last?.isSame && last.who === name))
      return setSaid(`${name} has signed for this.`);
    setBusy(true);
    await record('signOff', { who: name.slice(0, 80), says: says.trim().slice(0, 500), shown });
    setBusy(false);
    setWho('');
    setSays('');
    setSaid(`Signed by ${name}, kept on this phone.`);
  }
  return (
    <main>
      <button type="button" class="back" onClick={() => go({ kind: 'list' })}>
        ‹ All spots
      </button>
      <h1>Sign</h1>
      <p>
        <strong>
          {shown.dead === 0
            ? 'No dead spots were read.'
            : `${shown.gone} of ${shown.dead} dead spots are gone.`}
        </strong>
        {sign.total && ` In all ${sign.total}, with tax and extras.`}
      </p>
      <ol class="runs numbered" aria-label="What is signed for">
        {sign.lines.map((l) => (
          <li key={l.number}>
            <span class="number">{l.number}</span> {l.words}
          </li>
        ))}
      </ol>
      {last && (
        <p class={last.isSame ? 'said' : 'ask'} role="status">
          {last.isSame
            ? `Signed by ${last.who} on ${new Date(last.at).toLocaleDateString()}, as it stands above.`
            : `${last.who} signed on ${new Date(last.at).toLocaleDateString()} for something else than stands above now. Let it be signed again.`}
        </p>
      )}
      <form onSubmit={(e) => void put(e)}>
        <label for="who">Name of who signs</label>
        <input
          id="who"
          value={who}
          maxLength={80}
          autocomplete="off"
          onInput={(e) => setWho(e.currentTarget.value)}
        />
        <label for="says">Remarks</label>
        <textarea
          id="says"
          rows={2}
          maxLength={500}
          value={says}
          onInput={(e) => setSays(e.currentTarget.value)}
        />
        <button type="submit" class="main" disabled={busy}>
          Sign for what stands above
        </button>
      </form>
      {said && (
        <p class="said" role="status">
          {said}
        </p>
      )}
    </main>
  );
}
