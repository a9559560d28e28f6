'use client';
import { X } from 'lucide-react';
import { coaxAttenuation } from '@/core/feed/coax';
import type { CoaxCable, CoaxPlant } from '@/core/site/model/schema';
import { useJob } from '@/ui/job/store';
import { SelectField, Tick } from '@/ui/pieces/fields';
import { LengthField } from '@/ui/pieces/LengthField';
import { CERTAINTY } from '../draw/certaintyChoices';
import { Button } from '@/ui/pieces/Button';

const CABLES: { value: CoaxCable['cable']; label: string }[] = [
  { value: 'rg6', label: 'RG-6' },
  { value: 'rg59', label: 'RG-59' },
];

/** Points that no cable leads to: where the tree begins. */
function rootsOf(coax: CoaxPlant): string[] {
  const fed = new Set(coax.cables.map((c) => c.downId));
  return [...coax.splitters, ...coax.outlets].map((p) => p.id).filter((id) => !fed.has(id));
}

function Node({
  coax,
  id,
  rootId,
  cable,
  above,
}: {
  coax: CoaxPlant;
  id: string;
  rootId: string;
  cable: CoaxCable | null;
  /** Points on the way here, so that a circle of cables ends. */
  above: readonly string[];
}) {
  const setSite = useJob((s) => s.setSite);
  const select = useJob((s) => s.select);
  const splitter = coax.splitters.find((s) => s.id === id);
  const outlet = coax.outlets.find((o) => o.id === id);
  const set = (values: Partial<CoaxCable>) =>
    setSite((s) => ({
      ...s,
      coax: {
        ...s.coax,
        cables: s.coax.cables.map((c) => (c.id === cable!.id ? { ...c, ...values } : c)),
      },
    }));
  const path = cable ? coaxAttenuation(coax, rootId, id) : null;
  const below = coax.cables.filter((c) => c.upId === id && !above.includes(c.downId));
  return (
    <li>
      {cable && (
        <div
          className={`mb-1 grid grid-cols-[84px_72px_minmax(0,1fr)_auto] items-center gap-2 border-l-2 pl-2 ${cable.certainty === 'guessed' ? 'border-dotted' : cable.certainty === 'traced' ? 'border-dashed' : ''} border-coax`}
        >
          <SelectField
            hideLabel
            label="Kind of cable"
            value={cable.cable}
            options={CABLES}
            onChange={(kind) => set({ cable: kind })}
          />
          <LengthField
            hideLabel
            label="Length of cable"
            valueM={cable.lengthM}
            minM={0.1}
            maxM={500}
            onChange={(lengthM) => lengthM !== null && set({ lengthM })}
          />
          <SelectField
            hideLabel
            label="How sure of this cable"
            value={cable.certainty}
            options={CERTAINTY}
            onChange={(certainty) => set({ certainty })}
          />
          <Button
            className="px-2"
            aria-label="Remove this cable"
            onClick={() =>
              setSite((s) => ({
                ...s,
                coax: { ...s.coax, cables: s.coax.cables.filter((c) => c.id !== cable.id) },
              }))
            }
          >
            <X size={15} aria-hidden="true" />
          </Button>
        </div>
      )}
      <div className="fig flex items-baseline justify-between gap-2">
        <button
          type="button"
          className="link font-medium"
          onClick={() => select({ kind: splitter ? 'splitter' : 'coaxOutlet', id })}
        >
          {splitter?.name ?? outlet?.name}
        </button>
        <span className="text-[13px] whitespace-nowrap text-ink-2">
          {splitter && `${splitter.ways}-way, ${splitter.ratedMoca ? 'rated' : 'not rated above 1 GHz'}`}
          {path?.ok && ` ${path.attenuationDb.toFixed(1)} dB${path.guessed ? ', guessed' : ''}`}
        </span>
      </div>
      {below.length > 0 && (
        <ul className="mt-1 ml-3 space-y-1.5">
          {below.map((c) => (
            <Node key={c.id} coax={coax} id={c.downId} rootId={rootId} cable={c} above={[...above, id]} />
          ))}
        </ul>
      )}
    </li>
  );
}

/** The coax of the house as a tree from its entry: cables, splitters, outlets, with what each leg takes. */
export function CoaxTree() {
  const coax = useJob((s) => s.site.coax);
  const setSite = useJob((s) => s.setSite);
  const plant = (values: Partial<CoaxPlant>) => setSite((s) => ({ ...s, coax: { ...s.coax, ...values } }));
  if (coax.outlets.length + coax.splitters.length === 0)
    return (
      <p className="text-ink-2">
        No coax yet. C puts in an outlet, X a splitter, L a cable from one to the other.
      </p>
    );
  return (
    <>
      <ul className="space-y-2" aria-label="Coax tree">
        {rootsOf(coax).map((id) => (
          <Node key={id} coax={coax} id={id} rootId={id} cable={null} above={[]} />
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap gap-x-4 border-t border-rule pt-1">
        <Tick
          label="Entry filter fitted"
          checked={coax.entryFilter}
          onChange={(entryFilter) => plant({ entryFilter })}
        />
        <Tick
          label="Satellite TV on the same cable"
          checked={coax.satelliteOnCable}
          onChange={(satelliteOnCable) => plant({ satelliteOnCable })}
        />
      </div>
    </>
  );
}
