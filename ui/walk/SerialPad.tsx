/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import { wrongSerial } from '@/core/fit/serials';
import type { WalkSerial, WalkView } from '@/server/walk/view';
import { record } from './state';

/** Serials: noted from the labels, or, before a join is ticked, held against them; another than the one on the label is refused. */
export function SerialPad({
  view,
  all,
  serials,
  found = false,
  onDone,
}: {
  view: WalkView;
  /** All that are noted, those that are still on this phone among them. */
  all: readonly WalkSerial[];
  serials: readonly WalkSerial[];
  /** Whether what was found is compared, before the step is ticked. */
  found?: boolean;
  onDone?: () => void;
}) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [wrong, setWrong] = useState<readonly string[] | null>(null);
  const [kept, setKept] = useState(false);
  const isBare = serials.some((s) => s.serial === null && !typed[s.unitId]?.trim());
  const note = (s: WalkSerial, act: 'serial' | 'note', text: string) =>
    record('step', { optionId: view.optionId, stepKey: s.stepKey, act, text: text.slice(0, 80) });
  const check = async () => {
    for (const s of serials) {
      const text = typed[s.unitId]?.trim() ?? '';
      if (text === '') continue;
      const why = found ? wrongSerial(text, s, all) : null;
      if (why) {
        setWrong(why);
        await note(s, 'note', `Serial found: ${text}`);
        return;
      }
      if (!found || s.serial === null) await note(s, 'serial', text);
    }
    setWrong(null);
    setTyped({});
    setKept(!found);
    onDone?.();
  };
  return (
    <form
      class="serials"
      aria-label={found ? 'Serials found' : 'Serials'}
      onSubmit={(e) => {
        e.preventDefault();
        void check();
      }}
    >
      <p>{found ? 'Is the serial found the one on the label?' : 'The serial on each label:'}</p>
      {serials.map((s) => (
        <label key={s.unitId}>
          <strong>{s.letter}</strong> {s.serial === null ? 'none is noted' : `label: ${s.serial}`}
          <input
            aria-label={found ? `Serial found of ${s.letter}` : `Serial of ${s.letter}`}
            autocomplete="off"
            autocapitalize="characters"
            value={typed[s.unitId] ?? ''}
            onInput={(e) => setTyped({ ...typed, [s.unitId]: e.currentTarget.value })}
          />
        </label>
      ))}
      {wrong && (
        <ul role="alert" class="wrong">
          {wrong.map((w) => (
            <li key={w}>{w}</li>
          ))}
        </ul>
      )}
      <button type="submit" class={found ? 'main' : 'wide'}>
        {found ? (isBare ? 'Done without a serial' : 'Done: it is the one on the label') : 'Keep the serials'}
      </button>
      {kept && (
        <p class="said" role="status">
          Serials kept.
        </p>
      )}
    </form>
  );
}
