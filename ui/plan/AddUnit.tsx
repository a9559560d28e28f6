'use client';
import { Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { CATALOGUE } from '@/core/kit/catalogue/catalogue';
import { pricedKit } from '@/core/kit/catalogue/priceFactor';
import { moneyText } from '@/core/plan/cost/money';
import type { KitItem, KitKind } from '@/core/kit/model/schema';
import { useKeys } from '@/ui/keys/useKeys';
import { useJob } from '@/ui/job/store';
import { UnitSymbol } from '@/ui/sheet/UnitSymbol';

function MiniSymbol({ kind }: { kind: KitKind }) {
  return (
    <svg width="28" height="28" viewBox="-17 -18 34 34" className="shrink-0" aria-hidden="true">
      <UnitSymbol kind={kind} letter="" selected={false} />
    </svg>
  );
}

/** The list of kit to place; U opens it. The unit appears near the selected spot and is dragged from there. */
export function AddUnit({ onAdd }: { onAdd: (kit: KitItem) => void }) {
  const [open, setOpen] = useState(false);
  const ownKit = useJob((s) => s.plan.ownKit);
  const currency = useJob((s) => s.brief.currency);
  const rate = useJob((s) => s.brief.catalogueRate);
  const priceText = (kit: KitItem) =>
    kit.costMinor === 0 ? 'there already' : moneyText(pricedKit(kit, rate).costMinor, currency);
  useKeys({
    addUnit: (event) => {
      event.preventDefault();
      setOpen(true);
    },
  });
  return (
    <DropdownMenu.Root open={open} onOpenChange={setOpen}>
      <DropdownMenu.Trigger className="btn btn-strong">
        <Plus size={16} aria-hidden="true" /> Add a unit
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          side="top"
          align="start"
          sideOffset={6}
          collisionPadding={8}
          className="panel z-20 max-h-[var(--radix-dropdown-menu-content-available-height)] w-[min(720px,94vw)] overflow-y-auto p-1 sm:columns-2 sm:gap-1"
        >
          {[...CATALOGUE, ...ownKit].map((kit) => (
            <DropdownMenu.Item
              key={kit.id}
              className="flex cursor-pointer break-inside-avoid items-center gap-2 rounded-[3px] px-2 py-1 outline-none data-[highlighted]:bg-lamp-wash"
              onSelect={() => onAdd(kit)}
            >
              <MiniSymbol kind={kit.kind} />
              <span className="min-w-0 flex-1 leading-tight">
                <span className="fig flex justify-between gap-2 font-medium">
                  <span>{kit.label}</span>
                  <span className="whitespace-nowrap">{priceText(kit)}</span>
                </span>
                <span className="fig block text-[12.5px] text-ink-2">{kit.about}</span>
              </span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
