'use client';
import { Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Thing } from '@/core/site/edit/things';
import { useJobStore } from '@/ui/job/store';
import { askDelete } from '../draw/askDelete';
import { useDrawingStore } from '../draw/drawing';
import { Button } from '@/ui/pieces/Button';

/** Frame of the editor of one thing: what it is, its fields, and how it is deleted. */
export function Editor({
  title,
  thing,
  children,
  deleteLabel,
}: {
  title: string;
  thing: Thing;
  children: ReactNode;
  deleteLabel: string;
}) {
  const store = useJobStore();
  const drawing = useDrawingStore();
  return (
    <section className="panel shrink-0 p-3" aria-label={`Selected ${deleteLabel}`}>
      <div className="flex items-center justify-between gap-2">
        <h2 className="head2">{title}</h2>
        <Button onClick={() => askDelete(store, drawing, [thing])}>
          <Trash2 size={15} aria-hidden="true" /> Delete {deleteLabel}
        </Button>
      </div>
      <div className="mt-2 grid grid-cols-2 gap-x-3 gap-y-2">{children}</div>
    </section>
  );
}
