'use client';
import { Plus, Trash2 } from 'lucide-react';
import { KEY_KINDS, MOST_KEYS, keyProblem, type KeyKind, type NamedKey } from '@/core/job/keyBox';
import { Button } from '@/ui/pieces/Button';

const KIND_WORDS: Readonly<Record<KeyKind, string>> = {
  network: 'The network',
  guest: 'Guest network',
  children: 'Children’s network',
  admin: 'Password of a set-up page',
};

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
  return (
    <fieldset className="mt-3">
      <legend className="lab">Names and keys</legend>
      <ul className="space-y-2">
        {keys.map((k, i) => {
          const wrong = k.name === '' && k.key === '' ? null : keyProblem(k);
          return (
            <li key={i}>
              <div className="grid grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)_minmax(0,1.2fr)_auto] items-center gap-2">
                <select
                  className="field"
                  aria-label={`What key ${i + 1} is for`}
                  value={k.kind}
                  onChange={(e) => set(i, { kind: e.target.value as KeyKind })}
                >
                  {KEY_KINDS.map((kind) => (
                    <option key={kind} value={kind}>
                      {KIND_WORDS[kind]}
                    </option>
                  ))}
                </select>
                <input
                  className="field"
                  aria-label={`Name ${i + 1}`}
                  placeholder="name"
                  maxLength={64}
                  value={k.name}
                  onChange={(e) => set(i, { name: e.target.value })}
                />
                <input
                  className="field font-mono"
                  aria-label={`Key ${i + 1}`}
                  placeholder="key"
                  maxLength={64}
                  autoComplete="off"
                  spellCheck={false}
                  value={k.key}
                  aria-invalid={wrong !== null}
                  onChange={(e) => set(i, { key: e.target.value })}
                />
                <Button
                  aria-label={`Take key ${i + 1} out`}
                  onClick={() => onChange(keys.filter((_, at) => at !== i))}
                >
                  <Trash2 size={15} aria-hidden="true" />
                </Button>
              </div>
              {wrong && <p className="text-[13px] text-mains">{wrong}</p>}
            </li>
          );
        })}
      </ul>
      {keys.length < MOST_KEYS && (
        <Button className="mt-2" onClick={() => onChange([...keys, { kind: free, name: '', key: '' }])}>
          <Plus size={15} aria-hidden="true" /> One more
        </Button>
      )}
    </fieldset>
  );
}
