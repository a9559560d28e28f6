import type { ReactNode } from 'react';
import { Button } from './Button';

/** Asks in place before something is taken away, with what stays; nothing is done until it is answered. */
export function Confirm({
  children,
  yes,
  onYes,
  onNo,
  className = '',
}: {
  children: ReactNode;
  /** What is done, as on the button that asked. */
  yes: string;
  onYes: () => void;
  onNo: () => void;
  className?: string;
}) {
  return (
    <div role="alert" className={`flex flex-wrap items-center gap-2 ${className}`.trim()}>
      <span>{children}</span>
      <Button look="strong" onClick={onYes}>
        {yes}
      </Button>
      <Button onClick={onNo}>Keep</Button>
    </div>
  );
}
