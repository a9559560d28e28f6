'use client';
import { Download, Upload } from 'lucide-react';
import { useRef, useState } from 'react';
import { CATALOGUE } from '@/core/kit/catalogue/catalogue';
import { readKitCsv, writeKitCsv } from '@/core/kit/catalogue/kitCsv';
import { saveText } from '@/ui/pieces/saveText';
import { allMaterials, type MaterialItem } from '@/core/kit/model/materialItems';
import { otherThanTabled, pricedKit, pricedMaterial } from '@/core/kit/catalogue/priceFactor';
import type { KitItem } from '@/core/kit/model/schema';
import { minorDigits } from '@/core/plan/cost/money';
import { useJob, useJobStore } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { NumberField, SelectField } from '@/ui/pieces/fields';
import { newId } from '@/ui/job/newId';
import { Problem } from '@/ui/pieces/Problem';
import { KitForm } from './KitForm';

/** A line of material with its price, which becomes the job's own when it is changed. */
function MaterialRow({ item, own }: { item: MaterialItem; own: boolean }) {
  const currency = useJob((s) => s.brief.currency);
  const rate = useJob((s) => s.brief.catalogueRate);
  const setPlan = useJob((s) => s.setPlan);
  const minor = 10 ** minorDigits(currency);
  const now = pricedMaterial(item, rate);
  const set = (costMinor: number) =>
    setPlan((p) => ({
      ...p,
      ownMaterials: [...p.ownMaterials.filter((m) => m.id !== item.id), { ...now, costMinor }],
    }));
  return (
    <li className="flex items-end gap-2">
      <div className="w-28">
        <NumberField
          label={`${item.label}${item.per === 'm' ? ', a metre' : ''}`}
          unit={currency}
          value={now.costMinor / minor}
          max={1e9}
          onChange={(v) => v !== null && set(v * minor)}
        />
      </div>
      {own && (
        <Button
          aria-label={`Price of ${item.label} from the catalogue`}
          onClick={() =>
            setPlan((p) => ({ ...p, ownMaterials: p.ownMaterials.filter((m) => m.id !== item.id) }))
          }
        >
          catalogue
        </Button>
      )}
    </li>
  );
}

/** The catalogue: what kit is, needs, stands and costs, with own entries and a table for a spreadsheet. What is changed is this job's own. */
export function Kit() {
  const store = useJobStore();
  const ownKit = useJob((s) => s.plan.ownKit);
  const ownMaterials = useJob((s) => s.plan.ownMaterials);
  const rate = useJob((s) => s.brief.catalogueRate);
  const [chosen, setChosen] = useState(CATALOGUE[1]!.id);
  const [said, setSaid] = useState('');
  const [problems, setProblems] = useState<readonly string[]>([]);
  const file = useRef<HTMLInputElement>(null);
  // All prices are in the job's currency, so that what becomes the job's own is in it.
  const items = [...ownKit, ...CATALOGUE.filter((k) => !ownKit.some((o) => o.id === k.id))].map((k) =>
    pricedKit(k, rate),
  );
  const item = items.find((k) => k.id === chosen) ?? items[0]!;
  const isOwn = ownKit.some((k) => k.id === item.id);
  const isTabled = CATALOGUE.some((k) => k.id === item.id);
  const { setPlan } = store.getState();
  const put = (next: KitItem) =>
    setPlan((p) => ({
      ...p,
      ownKit: p.ownKit.some((k) => k.id === next.id)
        ? p.ownKit.map((k) => (k.id === next.id ? next : k))
        : [...p.ownKit, next],
    }));
  const used = [store.getState().plan.today, ...store.getState().plan.options].some((o) =>
    o.units.some((u) => u.kitId === item.id),
  );
  function save() {
    const csv = writeKitCsv(
      items,
      allMaterials(ownMaterials).map((m) => pricedMaterial(m, rate)),
    );
    saveText('kit.csv', 'text/csv', csv);
  }
  async function load(from: File) {
    setSaid('');
    const read = readKitCsv(await from.text());
    if (!read.ok) {
      setProblems([
        `Nothing was taken from ${from.name}.`,
        ...read.problems.slice(0, 12).map((p) => `Line ${p.line}: ${p.message}`),
        ...(read.problems.length > 12 ? [`and ${read.problems.length - 12} more lines`] : []),
      ]);
      return;
    }
    setProblems([]);
    const { kit, materials } = otherThanTabled(read, rate);
    if (ownKit.length + kit.length > 100) return setProblems(['A job holds at most 100 items of its own.']);
    setPlan((p) => ({
      ...p,
      ownKit: [...p.ownKit.filter((k) => !kit.some((n) => n.id === k.id)), ...kit],
      ownMaterials: [...p.ownMaterials.filter((m) => !materials.some((n) => n.id === m.id)), ...materials],
    }));
    setSaid(
      kit.length + materials.length === 0
        ? 'All of it is as the catalogue says: nothing to take.'
        : `${kit.length} ${kit.length === 1 ? 'unit' : 'units'} and ${materials.length} materials are the job’s own now.`,
    );
  }
  return (
    <>
      <div className="mt-3 flex flex-wrap items-end gap-2">
        <div className="min-w-64 flex-1">
          <SelectField
            label="Item"
            value={item.id}
            options={items.map((k) => ({
              value: k.id,
              label: `${k.label}${ownKit.some((o) => o.id === k.id) ? ' (own)' : ''}`,
            }))}
            onChange={setChosen}
          />
        </div>
        <Button
          onClick={() => {
            const id = newId('kit');
            put({ ...item, id, label: `${item.label}, ours`.slice(0, 80) });
            setChosen(id);
          }}
        >
          Copy as own
        </Button>
        {isOwn && (
          <Button
            disabled={used && !isTabled}
            title={used && !isTabled ? 'Units of the plan are of this kind.' : undefined}
            onClick={() => {
              setPlan((p) => ({ ...p, ownKit: p.ownKit.filter((k) => k.id !== item.id) }));
            }}
          >
            {isTabled ? 'As in the catalogue' : 'Delete'}
          </Button>
        )}
        <Button onClick={save}>
          <Download size={15} aria-hidden="true" /> Save as CSV
        </Button>
        <Button onClick={() => file.current?.click()}>
          <Upload size={15} aria-hidden="true" /> Read a CSV
        </Button>
        <input
          ref={file}
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          aria-label="Kit as CSV"
          tabIndex={-1}
          onChange={(e) => {
            const from = e.target.files?.[0];
            e.target.value = '';
            if (from) void load(from);
          }}
        />
      </div>
      {said && (
        <p className="mt-2" role="status">
          {said}
        </p>
      )}
      {problems.map((p) => (
        <Problem key={p} words={p} />
      ))}
      <KitForm key={item.id} item={item} onChange={put} />
      <details className="mt-3 border-t border-rule pt-1">
        <summary className="cursor-pointer py-1">Prices of cable, leads and small parts</summary>
        <ul className="mt-1 grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-4">
          {allMaterials(ownMaterials)
            .sort((a, b) => a.kind.localeCompare(b.kind) || (a.lengthM ?? 0) - (b.lengthM ?? 0))
            .map((m) => (
              <MaterialRow key={m.id} item={m} own={ownMaterials.some((o) => o.id === m.id)} />
            ))}
        </ul>
      </details>
    </>
  );
}
