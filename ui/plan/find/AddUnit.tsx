'use client';
import { CATALOGUE, kitById } from '@/core/kit/catalogue/catalogue';
import { groupOf, KIT_GROUPS } from '@/core/kit/catalogue/groups';
import { pricedKit } from '@/core/kit/catalogue/priceFactor';
import type { KitItem, KitKind } from '@/core/kit/model/schema';
import { moneyText } from '@/core/plan/cost/money';
import { useJob, useJobStore } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { UnitSymbol } from '@/ui/sheet/UnitSymbol';
import { BestPlaces, type AddedUnits } from './Places';

function MiniSymbol({ kind }: { kind: KitKind }) {
  return (
    <svg width="22" height="22" viewBox="-17 -18 34 34" className="shrink-0" aria-hidden="true">
      <UnitSymbol kind={kind} letter="" selected={false} />
    </svg>
  );
}

/** All kit in six groups with its price; a press chooses what the next press on the sheet puts there. */
function Kinds({ kits, onChoose }: { kits: readonly KitItem[]; onChoose: (kitId: string) => void }) {
  const currency = useJob((s) => s.brief.currency);
  const rate = useJob((s) => s.brief.catalogueRate);
  const priceText = (kit: KitItem) =>
    kit.costMinor === 0 ? 'there already' : moneyText(pricedKit(kit, rate).costMinor, currency);
  return (
    <div className="mt-1 columns-2 gap-3" role="group" aria-label="Kinds of unit">
      {KIT_GROUPS.map((g) => (
        <section key={g.id} className="mb-2 break-inside-avoid" aria-label={g.label}>
          <h3 className="lab">{g.label}</h3>
          {kits
            .filter((k) => groupOf(k) === g.id)
            .map((kit) => (
              <button
                key={kit.id}
                type="button"
                title={kit.about}
                className="fig flex w-full cursor-pointer items-center gap-1.5 rounded-[3px] px-1 py-0.5 text-left text-[13.5px] leading-tight hover:bg-lamp-wash"
                onClick={() => onChoose(kit.id)}
              >
                <MiniSymbol kind={kit.kind} />
                <span className="min-w-0 flex-1">{kit.label}</span>
                <span className="whitespace-nowrap text-ink-2">{priceText(kit)}</span>
              </button>
            ))}
        </section>
      ))}
    </div>
  );
}

/** A unit more: what kind, then where, by a press on the sheet or at one of the places where it does most. */
export function AddUnit(added: AddedUnits) {
  const store = useJobStore();
  const ownKit = useJob((s) => s.plan.ownKit);
  const placing = useJob((s) => s.placing);
  const kits = [...CATALOGUE.filter((k) => !ownKit.some((o) => o.id === k.id)), ...ownKit];
  const kit = placing === null ? null : kitById(placing, ownKit);
  if (!kit) return <Kinds kits={kits} onChoose={(kitId) => store.getState().set({ placing: kitId })} />;
  return (
    <>
      <div className="mt-1 flex items-center gap-2">
        <MiniSymbol kind={kit.kind} />
        <p className="min-w-0 flex-1 leading-tight">
          <strong className="fig font-semibold">{kit.label}</strong>
          <span className="block text-[13px] text-ink-2">
            Press the sheet where it stands, or take one of the best places.
          </span>
        </p>
        <Button onClick={() => store.getState().set({ placing: null })}>Another kind</Button>
      </div>
      <BestPlaces kit={kit} {...added} />
    </>
  );
}
