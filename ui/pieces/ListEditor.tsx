'use client';
import { Plus, X } from 'lucide-react';
import { useLayoutEffect, useRef, type ReactNode } from 'react';
import { Button } from './Button';

/**
 * A list whose items are added, changed and removed one by one: the head with its button, a line for each item with its
 * fields, and a cross at the end. A new item has the cursor at once; after one is removed it stands on the button.
 */
export function ListEditor<T extends { id: string }>(props: {
  head: ReactNode;
  /** What the button adds, such as Device. */
  adds: string;
  items: readonly T[];
  /** Fields of an item; `index` counts from 0. */
  fields: (item: T, index: number) => ReactNode;
  onAdd: () => void;
  onRemove: (item: T) => void;
  /** Name of the cross of an item. */
  removes: (item: T, index: number) => string;
  /** Most items there may be. */
  most: number;
  empty?: string;
  /** Class names of the list and of the fields of an item. */
  listClass?: string;
  fieldsClass?: string;
  /** More buttons beside the one that adds. */
  more?: ReactNode;
}) {
  const { items } = props;
  const list = useRef<HTMLUListElement>(null);
  const add = useRef<HTMLButtonElement>(null);
  const asked = useRef<'added' | 'removed' | null>(null);
  useLayoutEffect(() => {
    if (asked.current === 'added')
      list.current?.lastElementChild?.querySelector<HTMLElement>('input, textarea, select')?.focus();
    else if (asked.current === 'removed') add.current?.focus();
    asked.current = null;
  }, [items.length]);
  return (
    <>
      <div className="flex items-center justify-between gap-2">
        {props.head}
        <div className="flex gap-2">
          {props.more}
          <Button
            ref={add}
            disabled={items.length >= props.most}
            title={items.length >= props.most ? `At most ${props.most}.` : undefined}
            onClick={() => {
              asked.current = 'added';
              props.onAdd();
            }}
          >
            <Plus size={15} aria-hidden="true" /> {props.adds}
          </Button>
        </div>
      </div>
      {items.length === 0 && props.empty && <p className="mt-1 text-ink-2">{props.empty}</p>}
      <ul ref={list} className={props.listClass ?? 'mt-1 space-y-1.5'}>
        {items.map((item, i) => (
          <li key={item.id} className="flex items-center gap-2">
            <div className={props.fieldsClass ?? 'flex min-w-0 flex-1 items-center gap-2'}>
              {props.fields(item, i)}
            </div>
            <Button
              className="px-2"
              aria-label={props.removes(item, i)}
              onClick={() => {
                asked.current = 'removed';
                props.onRemove(item);
              }}
            >
              <X size={15} aria-hidden="true" />
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}
