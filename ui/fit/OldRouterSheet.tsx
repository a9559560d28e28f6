'use client';
import {
  MOST_OLD_LINES,
  OLD_BECAME_LABEL,
  OLD_ROUTER_KINDS,
  OLD_ROUTER_LABEL,
  oldLineText,
  type OldRouterKind,
  type OldRouterLine,
} from '@/core/brief/oldRouter';
import { newId } from '@/ui/job/newId';
import { useJob } from '@/ui/job/store';
import { SelectField, TextField } from '@/ui/pieces/fields';
import { ListEditor } from '@/ui/pieces/ListEditor';

const KINDS = OLD_ROUTER_KINDS.map((value) => ({ value, label: OLD_ROUTER_LABEL[value] }));
const BECAME = (['open', 'set', 'dropped'] as const).map((value) => ({
  value,
  label: OLD_BECAME_LABEL[value],
}));

function useSheet() {
  const sheet = useJob((s) => s.brief.oldRouter.sheet);
  const setBrief = useJob((s) => s.setBrief);
  const set = (next: (lines: OldRouterLine[]) => OldRouterLine[]) =>
    setBrief((b) => ({ ...b, oldRouter: { ...b.oldRouter, sheet: next(b.oldRouter.sheet) } }));
  const change = (id: string, values: Partial<OldRouterLine>) =>
    set((lines) => lines.map((l) => (l.id === id ? { ...l, ...values } : l)));
  return { sheet, set, change };
}

/** The sheet of a router that goes, written down before it is unplugged. */
export function OldRouterSheet() {
  const { sheet, set, change } = useSheet();
  const free = (): OldRouterKind =>
    OLD_ROUTER_KINDS.find((kind) => !sheet.some((l) => l.kind === kind)) ?? 'other';
  return (
    <div className="mt-2">
      <ListEditor
        head={<h3 className="lab">The old router’s sheet; no passwords</h3>}
        adds="Line"
        most={MOST_OLD_LINES}
        items={sheet}
        onAdd={() => set((lines) => [...lines, { id: newId('ol'), kind: free(), text: '', became: 'open' }])}
        onRemove={(line) => set((lines) => lines.filter((l) => l.id !== line.id))}
        removes={(_, i) => `Remove line ${i + 1}`}
        fields={(l, i) => (
          <>
            <div className="w-40 shrink-0">
              <SelectField
                hideLabel
                label={`Line ${i + 1} is`}
                value={l.kind}
                options={KINDS}
                onChange={(kind) => change(l.id, { kind })}
              />
            </div>
            <div className="min-w-0 flex-1">
              <TextField
                hideLabel
                label={`Line ${i + 1}`}
                placeholder="as its page says"
                value={l.text}
                onChange={(text) => change(l.id, { text: text.slice(0, 120) })}
              />
            </div>
          </>
        )}
      />
    </div>
  );
}

/** The same sheet ticked off: each line is set on the new router, or nobody wants it any more. */
export function OldRouterTicks() {
  const { sheet, change } = useSheet();
  if (sheet.length === 0) return null;
  return (
    <ul className="mt-2 space-y-1.5" aria-label="The old router’s sheet">
      {sheet.map((l) => (
        <li key={l.id} className="flex items-center justify-between gap-2">
          <span>{oldLineText(l)}</span>
          <div className="w-44 shrink-0">
            <SelectField
              hideLabel
              label={`${oldLineText(l)} became`}
              value={l.became}
              options={BECAME}
              onChange={(became) => change(l.id, { became })}
            />
          </div>
        </li>
      ))}
    </ul>
  );
}
