'use client';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { constructionLossDb } from '@/core/radio/materials/constructionLoss';
import {
  P2040_MATERIALS,
  type CustomConstruction,
  type DrawStyle,
  type SlabLayer,
} from '@/core/site/model/constructions';
import {
  changeOwnConstruction,
  deleteOwnConstruction,
  newOwnConstruction,
  usesOfConstruction,
} from '@/core/site/edit/ownConstructions';
import { useJob } from '@/ui/job/store';
import { NameField, NumberField, SelectField } from '@/ui/pieces/fields';
import { LengthField } from '@/ui/pieces/LengthField';
import { newId } from '@/ui/job/newId';
import { Button } from '@/ui/pieces/Button';

const DRAWN: { value: DrawStyle; label: string }[] = [
  { value: 'stud', label: 'a stud wall' },
  { value: 'brick', label: 'brick' },
  { value: 'stone', label: 'stone' },
  { value: 'concrete', label: 'concrete' },
  { value: 'timber', label: 'timber' },
  { value: 'metal', label: 'metal' },
  { value: 'glass', label: 'glass' },
];

const MATERIAL_LABEL: Record<SlabLayer['material'], string> = {
  concrete: 'concrete',
  brick: 'brick',
  plasterboard: 'plasterboard',
  wood: 'wood',
  glass: 'glass',
  ceilingBoard: 'ceiling board',
  chipboard: 'chipboard',
  air: 'air gap',
};
const MATERIALS = P2040_MATERIALS.map((value) => ({ value, label: MATERIAL_LABEL[value] }));

const MOST_LAYERS = 8;

type Layers = Extract<CustomConstruction['source'], { kind: 'layers' }>;
type Losses = Extract<CustomConstruction['source'], { kind: 'loss' }>;

function LossFields({ source, onChange }: { source: Losses; onChange: (source: Losses) => void }) {
  const field = (key: 'db24' | 'db5' | 'db6', label: string) => (
    <NumberField
      label={label}
      unit="dB"
      value={source[key]}
      max={100}
      onChange={(v) => v !== null && onChange({ ...source, [key]: v })}
    />
  );
  return (
    <div className="col-span-2 grid grid-cols-3 gap-3">
      {field('db24', 'At 2.4 GHz')}
      {field('db5', 'At 5 GHz')}
      {field('db6', 'At 6 GHz')}
    </div>
  );
}

function LayerFields({ source, onChange }: { source: Layers; onChange: (source: Layers) => void }) {
  const set = (layers: SlabLayer[]) => onChange({ kind: 'layers', layers });
  return (
    <div className="col-span-2">
      <ol className="space-y-1" aria-label="Layers, outermost first">
        {source.layers.map((layer, i) => {
          const change = (values: Partial<SlabLayer>) =>
            set(source.layers.map((l, j) => (j === i ? { ...l, ...values } : l)));
          return (
            <li key={i} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-end gap-2">
              <SelectField
                hideLabel
                label={`Material of layer ${i + 1}`}
                value={layer.material}
                options={MATERIALS}
                onChange={(material) => change({ material })}
              />
              <LengthField
                hideLabel
                label={`Thickness of layer ${i + 1}`}
                valueM={layer.thicknessM}
                minM={0.001}
                maxM={3}
                onChange={(m) => m !== null && change({ thicknessM: m })}
              />
              <Button
                className="px-2"
                aria-label={`Remove layer ${i + 1}`}
                disabled={source.layers.length === 1}
                onClick={() => set(source.layers.filter((_, j) => j !== i))}
              >
                <X size={15} aria-hidden="true" />
              </Button>
            </li>
          );
        })}
      </ol>
      <Button
        className="mt-1"
        disabled={source.layers.length >= MOST_LAYERS}
        onClick={() => set([...source.layers, { material: 'plasterboard', thicknessM: 0.0125 }])}
      >
        <Plus size={15} aria-hidden="true" /> Layer
      </Button>
    </div>
  );
}

/** What a construction loses now, to a tenth of a dB, to begin typing from. */
function ownLosses(own: CustomConstruction): Omit<Losses, 'kind'> {
  const [db24, db5, db6] = constructionLossDb(own.id, [own]).map((db) => Math.round(db * 10) / 10);
  return { db24: db24!, db5: db5!, db6: db6! };
}

function ConstructionEditor({ own }: { own: CustomConstruction }) {
  const setSite = useJob((s) => s.setSite);
  const set = (values: Partial<CustomConstruction>) =>
    setSite((s) => changeOwnConstruction(s, { ...own, ...values }));
  const { source } = own;
  const setSource = (next: CustomConstruction['source']) =>
    set(
      next.kind === 'layers'
        ? {
            source: next,
            thicknessM: Math.min(
              3,
              next.layers.reduce((sum, l) => sum + l.thicknessM, 0),
            ),
          }
        : { source: next },
    );
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2 pb-3">
      <NameField
        label="Name of the construction"
        value={own.name}
        onChange={(name) => set({ name: name.slice(0, 80) })}
      />
      <SelectField label="Drawn like" value={own.draw} options={DRAWN} onChange={(draw) => set({ draw })} />
      <SelectField
        label="Its loss"
        value={source.kind}
        options={[
          { value: 'loss', label: 'measured or known, in dB' },
          { value: 'layers', label: 'computed from layers' },
        ]}
        onChange={(kind) =>
          setSource(
            kind === 'loss'
              ? { kind: 'loss', ...ownLosses(own) }
              : { kind: 'layers', layers: [{ material: 'brick', thicknessM: own.thicknessM || 0.1 }] },
          )
        }
      />
      {source.kind === 'loss' ? (
        <>
          <LengthField
            label="Thickness"
            valueM={own.thicknessM}
            minM={0.001}
            maxM={3}
            onChange={(m) => m !== null && set({ thicknessM: m })}
          />
          <LossFields source={source} onChange={setSource} />
        </>
      ) : (
        <LayerFields source={source} onChange={setSource} />
      )}
      {source.kind === 'layers' && (
        <p className="fig col-span-2 text-[13px] text-ink-2">
          Slab formula of ITU-R P.2040 for dry, even layers: a lower bound for a real wall (estimate).
        </p>
      )}
    </div>
  );
}

/** Constructions of the job's own: walls, floors and doors the list of usual ones does not have. */
export function OwnConstructions() {
  const site = useJob((s) => s.site);
  const setSite = useJob((s) => s.setSite);
  const [openId, setOpenId] = useState<string | null>(null);
  const add = () => {
    const id = `custom-${newId('own')}`;
    setSite((s) => ({ ...s, customConstructions: [...s.customConstructions, newOwnConstruction(s, id)] }));
    setOpenId(id);
  };
  return (
    <section className="panel shrink-0 p-3" aria-label="Own constructions">
      <div className="flex items-center justify-between gap-2">
        <h2 className="head2">Own constructions</h2>
        <Button disabled={site.customConstructions.length >= 60} onClick={add}>
          <Plus size={15} aria-hidden="true" /> Construction
        </Button>
      </div>
      {site.customConstructions.length === 0 && (
        <p className="mt-1 text-ink-2">
          For a wall or floor the usual list does not have: by its loss in dB, or by its layers.
        </p>
      )}
      <ul className="mt-1">
        {site.customConstructions.map((own) => {
          const [db24, db5, db6] = constructionLossDb(own.id, [own]);
          const uses = usesOfConstruction(site, own.id);
          const isOpen = openId === own.id;
          return (
            <li key={own.id} className="border-t border-rule first:border-t-0">
              <div className="flex items-center gap-2 py-1">
                <button
                  type="button"
                  className="link fig min-w-0 flex-1 truncate text-left font-medium"
                  aria-expanded={isOpen}
                  onClick={() => setOpenId(isOpen ? null : own.id)}
                >
                  {own.name}
                </button>
                <span className="fig text-[13px] whitespace-nowrap text-ink-2">
                  {db24.toFixed(1)} / {db5.toFixed(1)} / {db6.toFixed(1)} dB
                </span>
                <Button
                  className="px-2"
                  aria-label={`Delete construction ${own.name}`}
                  title={uses > 0 ? `${uses} things are made of it: change them first` : undefined}
                  disabled={uses > 0}
                  onClick={() => setSite((s) => deleteOwnConstruction(s, own.id))}
                >
                  <X size={15} aria-hidden="true" />
                </Button>
              </div>
              {isOpen && <ConstructionEditor own={own} />}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
