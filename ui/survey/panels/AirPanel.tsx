'use client';
import { useMemo, useState } from 'react';
import { LISTING_LIMIT } from '@/core/intake/listingLines';
import { parseListing } from '@/core/intake/neighbourText';
import { levelText } from '@/core/site/model/levelText';
import type { Neighbour } from '@/core/site/model/schema';
import { useJob } from '@/ui/job/store';
import { NumberField, SelectField, Tick } from '@/ui/pieces/fields';
import { ListEditor } from '@/ui/pieces/ListEditor';
import { newId } from '@/ui/job/newId';
import { Button } from '@/ui/pieces/Button';

const BANDS = (['2.4', '5', '6'] as const).map((value) => ({ value, label: `${value} GHz` }));
const UNKNOWN = '';
const WIDTHS = [
  { value: UNKNOWN, label: 'not known' },
  ...['20', '40', '80', '160', '320'].map((value) => ({ value, label: `${value} MHz` })),
];
const MOST = 300;

function Fields({ neighbour }: { neighbour: Neighbour }) {
  const setSite = useJob((s) => s.setSite);
  const set = (values: Partial<Neighbour>) =>
    setSite((s) => ({
      ...s,
      neighbours: s.neighbours.map((n) => (n.id === neighbour.id ? { ...n, ...values } : n)),
    }));
  return (
    <>
      <SelectField label="Band" value={neighbour.band} options={BANDS} onChange={(band) => set({ band })} />
      <NumberField
        label="Channel"
        unit="number"
        value={neighbour.channel}
        min={1}
        max={233}
        onChange={(v) => v !== null && set({ channel: Math.round(v) })}
      />
      <SelectField
        label="Width"
        value={neighbour.widthMhz === null ? UNKNOWN : String(neighbour.widthMhz)}
        options={WIDTHS}
        onChange={(w) => set({ widthMhz: w === UNKNOWN ? null : (Number(w) as Neighbour['widthMhz']) })}
      />
      <NumberField
        label="Level"
        unit="dBm"
        value={neighbour.levelDbm}
        min={-110}
        max={0}
        onChange={(v) => v !== null && set({ levelDbm: v })}
      />
    </>
  );
}

/** Pasting of a listing: what was read is shown, the customer's own networks are left out by tick, then taken in. */
function Paste({ onDone }: { onDone: () => void }) {
  const [text, setText] = useState('');
  const [own, setOwn] = useState<ReadonlySet<string>>(new Set());
  const setSite = useJob((s) => s.setSite);
  const parsed = useMemo(() => parseListing(text), [text]);
  const names = [...new Set(parsed.networks.map((n) => n.name))].filter((n) => n !== '');
  const kept = parsed.networks.filter((n) => !own.has(n.name));
  const there = useJob((s) => s.site.neighbours.length);
  /** Takes them in, beside those that are listed or instead of them; the strongest where there are too many. */
  const take = (beside: boolean) => {
    setSite((s) => {
      const before = beside ? s.neighbours : [];
      const fresh = [...kept]
        .sort((a, b) => b.levelDbm - a.levelDbm)
        .slice(0, MOST - before.length)
        .map(({ band, channel, widthMhz, levelDbm }) => ({
          id: newId('nb'),
          band,
          channel,
          widthMhz,
          levelDbm,
        }));
      return { ...s, neighbours: [...before, ...fresh] };
    });
    onDone();
  };
  return (
    <div className="mt-2 space-y-2">
      <label className="lab" htmlFor="listing">
        What the listing prints: iw, iwlist or nmcli on Linux, netsh on Windows, the scan or system report on
        macOS
      </label>
      <textarea
        id="listing"
        rows={6}
        className="field fig text-[12.5px]"
        maxLength={LISTING_LIMIT}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      {text.trim() !== '' && parsed.format === null && (
        <p role="alert" className="text-mains">
          This looks like none of the listings that are read. Paste it whole, with its heads.
        </p>
      )}
      {parsed.format && (
        <div role="status">
          <p className="fig">
            Read as {parsed.format}: {parsed.networks.length} networks
            {parsed.incomplete > 0 ? `, ${parsed.incomplete} without channel or level passed over` : ''}. Tick
            those that are the customer’s own; only band, channel, width and level are kept.
          </p>
          <ul className="max-h-40 overflow-y-auto border-y border-rule">
            {names.map((name) => (
              <li key={name}>
                <Tick
                  label={`${name}: ${parsed.networks
                    .filter((n) => n.name === name)
                    .map((n) => `${n.band} GHz ch ${n.channel}, ${levelText(n.levelDbm)}`)
                    .join('; ')}`}
                  checked={own.has(name)}
                  onChange={(on) =>
                    setOwn((o) => {
                      const next = new Set(o);
                      if (on) next.add(name);
                      else next.delete(name);
                      return next;
                    })
                  }
                />
              </li>
            ))}
          </ul>
        </div>
      )}
      <div className="flex gap-2">
        {there > 0 && (
          <Button look="strong" disabled={kept.length === 0 || there >= MOST} onClick={() => take(true)}>
            {`Add ${Math.min(kept.length, MOST - there)} to the ${there} listed`}
          </Button>
        )}
        <Button
          look={there > 0 ? undefined : 'strong'}
          disabled={kept.length === 0}
          onClick={() => take(false)}
        >
          {`Take in ${Math.min(kept.length, MOST)}${kept.length > MOST ? ` of ${kept.length}, the strongest` : ''}, instead of the list`}
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </div>
  );
}

/** Neighbours' networks: typed, or pasted from what the operating system prints. */
export function AirPanel() {
  const neighbours = useJob((s) => s.site.neighbours);
  const setSite = useJob((s) => s.setSite);
  const [pasting, setPasting] = useState(false);
  const count = (band: string) => neighbours.filter((n) => n.band === band).length;
  return (
    <section className="panel shrink-0 p-3" aria-label="Neighbours’ networks">
      <ListEditor
        head={
          <h2 className="head2">
            {neighbours.length === 0
              ? 'No neighbour listed'
              : `${count('2.4')} at 2.4, ${count('5')} at 5, ${count('6')} at 6 GHz`}
          </h2>
        }
        more={
          <Button look="strong" onClick={() => setPasting(true)}>
            Paste a listing
          </Button>
        }
        adds="Network"
        most={MOST}
        listClass="mt-2 space-y-1"
        fieldsClass="grid min-w-0 flex-1 grid-cols-[96px_minmax(0,1fr)_112px_minmax(0,1fr)] items-end gap-2"
        items={neighbours}
        onAdd={() =>
          setSite((s) => ({
            ...s,
            neighbours: [
              ...s.neighbours,
              { id: newId('nb'), band: '2.4', channel: 6, levelDbm: -80, widthMhz: null },
            ],
          }))
        }
        onRemove={(n) => setSite((s) => ({ ...s, neighbours: s.neighbours.filter((x) => x.id !== n.id) }))}
        removes={(n, i) => `Remove network ${i + 1}, ${n.band} GHz channel ${n.channel}`}
        fields={(n) => <Fields neighbour={n} />}
      />
      {pasting && <Paste onDone={() => setPasting(false)} />}
    </section>
  );
}
