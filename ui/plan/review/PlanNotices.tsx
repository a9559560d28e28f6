'use client';
import { memo, useMemo } from 'react';
import { noticeLines } from '@/core/plan/compare/noticeLines';
import { TOUCH_WORDS } from '@/core/plan/predict/touch';
import { useAccepted, useDerived } from '@/ui/job/derived';
import { Button } from '@/ui/pieces/Button';
import { useOpenUnit } from '../point/useOpenUnit';

/** Proofs that what was changed in the accepted option ends, said before anything is built. */
export const EndedProofs = memo(function EndedProofs() {
  const { derived, of } = useDerived();
  const accepted = useAccepted();
  if (!derived || !of || accepted?.optionId !== of.id) return null;
  const ended = derived.verdicts.filter((v) => v.past.length > 0 && v.rounds.length === 0);
  if (ended.length === 0) return null;
  const standing = derived.verdicts.filter((v) => v.after).length;
  return (
    <p className="panel shrink-0 border-l-4 border-l-lamp px-3 py-1.5" role="status">
      <strong className="font-semibold">This change ends proofs: </strong>
      {ended
        .map((v) => `${v.number} ${v.name} (${TOUCH_WORDS[v.past[v.past.length - 1]!.because ?? 'way']})`)
        .join(', ')}
      . {standing > 0 ? `${standing} other ${standing === 1 ? 'proof stands' : 'proofs stand'}.` : ''}
    </p>
  );
});

/** What a practitioner would object to and what is full at the busy hour: one line a cause, each with the units that mend it. */
export const Notices = memo(function Notices() {
  const { shown, of } = useDerived();
  const lines = useMemo(() => (shown && of ? noticeLines(shown, of) : []), [shown, of]);
  const open = useOpenUnit();
  if (lines.length === 0) return <p>Nothing to object to, and nothing is full at the busy hour.</p>;
  return (
    <ul
      className="divide-y divide-rule text-[13.5px] leading-snug"
      aria-label="What a practitioner would object to"
    >
      {lines.map((n) => (
        <li
          key={n.words}
          className={`flex items-start justify-between gap-2 py-1 ${n.severity === 'blocks' ? 'text-mains' : ''}`}
        >
          <span>
            <strong className="font-semibold">{n.severity === 'blocks' ? 'Cannot work: ' : 'Check: '}</strong>
            {n.words}
          </span>
          <span className="flex shrink-0 gap-1">
            {n.unitIds.map((id) => (
              <Button key={id} className="min-h-7 px-2" title="Open the unit" onClick={() => open(id)}>
                Unit {of?.units.find((u) => u.id === id)?.letter}
              </Button>
            ))}
          </span>
        </li>
      ))}
    </ul>
  );
});
