'use client';
import { Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { CATALOGUE } from '@/core/kit/catalogue';
import type { KitItem, KitKind } from '@/core/kit/schema';
import { useKeys } from '@/ui/keys/useKeys';
import { useJob } from '@/ui/job/store';
import { UnitSymbol } from '@/ui/sheet/UnitSymbol';

function MiniSymbol({ kind }: { kind: KitKind }) {
  return (
    <svg width="26" height="26" viewBox="-17 -18 34 34" aria-hidden="true">
      <UnitSymbol kind={kind} letter="" selected={false} />
    </svg>
  );
}

/** The list of kit to place; U opens it. The unit appears near the selected spot and is dragged from there. */
export function AddUnit({ onAdd }: { onAdd: (kit: KitItem) => void }) {
  const [open, setOpen] = useState(false);
  const ownKit = useJob((s) => s.plan.ownKit);
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
          className="panel z-20 max-h-[70vh] w-[340px] overflow-y-auto p-1"
        >
          {[...CATALOGUE, ...ownKit].map((kit) => (
            <DropdownMenu.Item
              key={kit.id}
              className="flex cursor-pointer items-center gap-2 rounded-[3px] px-2 py-1 outline-none data-[highlighted]:bg-lamp-wash"
              onSelect={() => onAdd(kit)}
            >
              <MiniSymbol kind={kit.kind} />
              <span className="leading-tight">
                <span className="fig block font-medium">{kit.label}</span>
                <span className="fig block text-[12.5px] text-ink-2">{kit.about}</span>
              </span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
