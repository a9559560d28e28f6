'use client';
import { KEY_KINDS, KEY_KIND_LABEL, MOST_KEYS, keyProblem, type NamedKey } from '@/core/job/keyBox';
import { ListEditor } from '@/ui/pieces/ListEditor';
import { SelectField, TextField } from '@/ui/pieces/fields';
import { Problem } from '@/ui/pieces/Problem';

const KINDS = KEY_KINDS.map((value) => ({ value, label: KEY_KIND_LABEL[value] }));

/** What is wrong with a key once it is being typed. */
const problemOf = (k: NamedKey): string | null => (k.key === '' ? null : keyProblem(k));

/** Names and keys being typed: in the memory of this page alone. */
export function KeyList({
  keys,
  onChange,
}: {
  keys: readonly NamedKey[];
  onChange: (keys: NamedKey[]) => void;
}) {
  const set = (at: number, values: Partial<NamedKey>) =>
    onChange(keys.map((k, i) => (i === at ? { ...k, ...values } : k)));
  const free = KEY_KINDS.find((kind) => !keys.some((k) => k.kind === kind)) ?? 'admin';
  const wrong = keys.findIndex((k) => problemOf(k) !== null);
  return (
    <div className="mt-3">
      <ListEditor
        head={<h3 className="lab">Names and keys</h3>}
        adds="Key"
        most={MOST_KEYS}
        items={keys.map((k, i) => ({ ...k, id: String(i) }))}
        onAdd={() => onChange([...keys, { kind: free, name: '', key: '' }])}
        onRemove={({ id }) => onChange(keys.filter((_, i) => String(i) !== id))}
        removes={(_, i) => `Take key ${i + 1} out`}
        fieldsClass="grid min-w-0 flex-1 grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)_minmax(0,1.2fr)] items-center gap-2"
        fields={(k, i) => (
          <>
            <SelectField
              hideLabel
              label={`What key ${i + 1} is for`}
              value={k.kind}
              options={KINDS}
              onChange={(kind) => set(i, { kind })}
            />
            <TextField
              hideLabel
              label={`Name ${i + 1}`}
              placeholder="name"
              value={k.name}
              onChange={(name) => set(i, { name: name.slice(0, 64) })}
            />
            {/* No browser corrects a key, or sends it somewhere to be looked up. */}
            <input
              className="field font-mono"
              aria-label={`Key ${i + 1}`}
              placeholder="key"
              maxLength={64}
              autoComplete="off"
              spellCheck={false}
              value={k.key}
              aria-invalid={problemOf(k) !== null}
              onChange={(e) => set(i, { key: e.target.value })}
            />
          </>
        )}
      />
      <Problem words={wrong < 0 ? null : `Key ${wrong + 1}: ${problemOf(keys[wrong]!)}`} className="mt-1" />
    </div>
  );
}
