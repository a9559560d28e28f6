'use client';
import { Copy } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { CopyTakes } from '@/core/job/copy';

const TAKES: { takes: CopyTakes; label: string; about: string }[] = [
  { takes: 'house', label: 'The house', about: 'Brief and survey, with the network that is there today.' },
  { takes: 'plan', label: 'House and plan', about: 'Every option too; nothing that was read.' },
  {
    takes: 'everything',
    label: 'Everything up to the work',
    about: 'The readings before too. Proof, steps and agreement stay with the job that earned them.',
  },
  {
    takes: 'revisit',
    label: 'The same house, later',
    about:
      'What was built is today’s network; what is read now is held against what was read then. Both proofs are kept.',
  },
];

/** Asks what a copy takes. */
export function Duplicate({ name, onTake }: { name: string; onTake: (takes: CopyTakes) => void }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="btn" aria-label={`Duplicate ${name}`}>
        <Copy size={16} aria-hidden="true" /> Duplicate
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={6} className="panel z-20 w-80 p-1">
          <DropdownMenu.Label className="lab px-2 pt-1">What shall the copy take?</DropdownMenu.Label>
          {TAKES.map(({ takes, label, about }) => (
            <DropdownMenu.Item
              key={takes}
              className="cursor-pointer rounded-[3px] px-2 py-1 leading-tight outline-none data-[highlighted]:bg-lamp-wash"
              onSelect={() => onTake(takes)}
            >
              <span className="fig block font-medium">{label}</span>
              <span className="fig block text-[12.5px] text-ink-2">{about}</span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
