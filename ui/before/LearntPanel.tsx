'use client';
import { describeConstruction } from '@/core/site/model/constructions';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import type { ClientTypeId } from '@/core/site/model/schema';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';

/** A change smaller than this says nothing a person would act on, dB. */
const WORTH_SAYING_DB = 1;

/** What the readings have taught the model: how well it fits, what it changed, what looks odd. */
export function LearntPanel() {
  const { derived } = useDerived();
  const custom = useJob((s) => s.site.customConstructions);
  if (!derived?.calibration) return null;
  const { calibration, odd } = derived;
  const { posterior, leaveOneOutDb, observations, leftOut } = calibration;
  const nameOf = (parameter: string): string => {
    const [kind, what, band] = parameter.split(':');
    if (kind === 'device') return `${CLIENT_TYPES[what as ClientTypeId].label}, ${band} GHz`;
    if (kind === 'unit') return `unit, ${band} GHz`;
    if (kind === 'loss') return `${describeConstruction(what!, custom).label}, ${band} GHz`;
    return 'clutter per metre';
  };
  // Of each thing only the band in which it changed most.
  const things = new Set<string>();
  const changes = posterior.parameters
    .map((name, i) => ({ name, thing: name.split(':').slice(0, 2).join(), db: posterior.meanDb[i]! }))
    .filter((c) => Math.abs(c.db) >= WORTH_SAYING_DB)
    .sort((a, b) => Math.abs(b.db) - Math.abs(a.db))
    .filter((c) => !things.has(c.thing) && things.add(c.thing))
    .slice(0, 4);
  return (
    <details className="panel shrink-0 px-3 py-2">
      <summary className="fig cursor-pointer font-semibold">
        Learnt from {observations} {observations === 1 ? 'place' : 'places'}: typical miss{' '}
        {leaveOneOutDb.toFixed(1)} dB
        {odd.length > 0 && <span className="text-mains">, {odd.length} odd</span>}
      </summary>
      <p className="mt-1 text-[13px] text-ink-2">
        Each place predicted from all others. Predictions and their ranges follow.
        {leftOut > 0 && ` The ${leftOut} oldest groups of readings are left out.`}
      </p>
      <ul className="mt-1">
        {changes.map((c) => (
          <li key={c.name}>
            {nameOf(c.name)}: {c.db > 0 ? '+' : '−'}
            {Math.abs(c.db).toFixed(1)} dB{' '}
            {c.name.startsWith('loss')
              ? c.db > 0
                ? 'more loss'
                : 'less loss'
              : c.db > 0
                ? 'stronger'
                : 'weaker'}
          </li>
        ))}
        {odd.map((o) => (
          <li key={o.readingId} className="text-mains">
            {o.words}
          </li>
        ))}
      </ul>
    </details>
  );
}
