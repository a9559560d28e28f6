import type { LucideIcon } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './Button';

/** A button that opens a dialog; what stands in it lives only while it is open. */
export function DialogButton({
  icon: Icon,
  title,
  label,
  about,
  wide = false,
  children,
}: {
  icon: LucideIcon;
  /** What the dialog is called. */
  title: string;
  /** What the button says. */
  label: string;
  /** What it is for, in a sentence. */
  about: string;
  wide?: boolean;
  children: ReactNode;
}) {
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>
        <Button>
          <Icon size={15} aria-hidden="true" /> {label}
        </Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/40" />
        <Dialog.Content
          className={`panel fixed top-1/2 left-1/2 z-30 max-h-[92dvh] -translate-x-1/2 -translate-y-1/2 overflow-y-auto p-4 ${wide ? 'w-[min(94vw,860px)]' : 'w-[min(94vw,680px)]'}`}
        >
          <Dialog.Title className="head2">{title}</Dialog.Title>
          <Dialog.Description className="text-ink-2">{about}</Dialog.Description>
          {children}
          <Dialog.Close className="btn mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
