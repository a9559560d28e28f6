'use client';
import { MOST_MINOR } from '@/core/brief/brief';
import type { KitItem } from '@/core/kit/model/schema';
import { minorDigits } from '@/core/plan/cost/money';
import { CONDITION_LABEL, condition } from '@/core/site/model/conditions';
import { useJob } from '@/ui/job/store';
import { NameField, NumberField, TextField, Tick } from '@/ui/pieces/fields';

const LIGHT_WORDS = {
  starting: 'starting',
  ready: 'ready',
  joining: 'joining',
  updating: 'updating: leave it alone',
  holds: 'holds',
  thin: 'thin link',
  lost: 'lost',
  noInternet: 'no internet',
  switchedOff: 'switched off',
} as const;
const WHEN_WORDS = { setUp: 'set-up', afterwards: 'afterwards', always: 'always' } as const;

/** How a unit joins, in a sentence. */
function joiningWords({ joining: j }: KitItem): string {
  if (j.method === 'none') return 'It joins nothing: it is plugged in and works.';
  const how = {
    button: `by button${j.pressS > 0 ? `, ${j.pressS} s` : ''}`,
    app: 'by its app',
    page: 'on its own page',
    cable: 'on its cable',
    none: '',
  }[j.method];
  const first = { root: 'the network first', new: 'the new unit first', either: 'either side first' }[
    j.first
  ];
  return `Joins ${how}, ${first}, within ${Math.round(j.windowS / 60)} min and ${j.distanceM} m, cable ${j.cableIn ? 'in' : 'out'}, ${j.batch ? 'several at once' : 'one by one'}; ${j.joinMin} min.`;
}

/** What is said of an item and may be changed; a change makes it the job's own. */
export function KitForm({ item, onChange }: { item: KitItem; onChange: (next: KitItem) => void }) {
  const currency = useJob((s) => s.brief.currency);
  const minor = 10 ** minorDigits(currency);
  const set = (values: Partial<KitItem>) => onChange({ ...item, ...values });
  return (
    <div className="mt-3">
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-4">
        <div className="col-span-2">
          <NameField label="Name" value={item.label} onChange={(label) => set({ label })} />
        </div>
        <NumberField
          label="Price of one"
          unit={currency}
          value={item.costMinor / minor}
          max={MOST_MINOR / minor}
          onChange={(v) => v !== null && set({ costMinor: Math.round(v * minor) })}
        />
        <NumberField
          label="Most in one mesh"
          unit="units"
          value={item.mostInMesh}
          min={1}
          max={60}
          whole
          optional
          onChange={(mostInMesh) => set({ mostInMesh })}
        />
        {item.packs.map((p, i) => (
          <NumberField
            key={p.pieces}
            label={`Box of ${p.pieces}`}
            unit={currency}
            value={p.costMinor / minor}
            max={MOST_MINOR / minor}
            onChange={(v) =>
              v !== null &&
              set({
                packs: item.packs.map((q, k) => (k === i ? { ...q, costMinor: Math.round(v * minor) } : q)),
              })
            }
          />
        ))}
        {item.radios.map((r, i) => (
          <NumberField
            key={`${r.band} ${r.role}`}
            label={`${r.band} GHz ${r.standard}, ${r.streams} × ${r.maxWidthMhz} MHz${r.role === 'backhaul' ? ', feed' : ''}`}
            unit="dBm EIRP"
            value={r.eirpDbm}
            max={36}
            onChange={(v) =>
              v !== null && set({ radios: item.radios.map((q, k) => (k === i ? { ...q, eirpDbm: v } : q)) })
            }
          />
        ))}
        <NumberField
          label="Ports"
          unit="in all"
          value={item.ports}
          max={60}
          whole
          onChange={(v) => v !== null && set({ ports: v })}
        />
        <NumberField
          label="Port speed"
          unit="Mb/s"
          value={item.portMbps}
          min={10}
          max={10000}
          onChange={(v) => v !== null && set({ portMbps: v })}
        />
        <NumberField
          label="Really draws"
          unit="W"
          value={item.drawW}
          max={200}
          onChange={(v) => v !== null && set({ drawW: v })}
        />
        <NumberField
          label="Sockets it takes"
          unit="sockets"
          value={item.socketsTaken}
          max={4}
          whole
          onChange={(v) => v !== null && set({ socketsTaken: v })}
        />
        <NumberField
          label="Hands on"
          unit="min"
          value={item.handsMin}
          max={600}
          onChange={(v) => v !== null && set({ handsMin: v })}
        />
        <NumberField
          label="Updates by itself"
          unit="min"
          value={item.waitMin}
          max={600}
          onChange={(v) => v !== null && set({ waitMin: v })}
        />
        <div className="col-span-2">
          <TextField
            label="It asks for, parted by commas"
            value={item.asksFor.join(', ')}
            onChange={(text) =>
              set({
                asksFor: text
                  .split(',')
                  .map((t) => t.trim().slice(0, 60))
                  .filter((t) => t !== '')
                  .slice(0, 8),
              })
            }
          />
        </div>
      </div>
      <fieldset className="mt-2 flex flex-wrap gap-x-4">
        <legend className="lab">It stands</legend>
        {condition.options.map((c) => (
          <Tick
            key={c}
            label={CONDITION_LABEL[c]}
            checked={item.stands.includes(c)}
            onChange={(on) => set({ stands: on ? [...item.stands, c] : item.stands.filter((x) => x !== c) })}
          />
        ))}
      </fieldset>
      <p className="mt-2 text-[13px] text-ink-2">{joiningWords(item)}</p>
      {item.lights.length > 0 && (
        <details className="text-[13px]">
          <summary className="cursor-pointer py-1">What its light means</summary>
          <ul className="fig columns-2">
            {item.lights.map((l) => (
              <li key={`${l.shows} ${l.when}`}>
                {l.shows} ({WHEN_WORDS[l.when]}): {LIGHT_WORDS[l.means]}
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}
