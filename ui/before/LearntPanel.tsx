'use client';
import Link from 'next/link';
import { posteriorWords } from '@/core/readings/posteriorSummary';
import { Contradicted } from '@/ui/readings/Contradicted';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';

/** What the readings say of this house: in one sentence, how well it fits, what looks odd. */
export function LearntPanel() {
  const { derived } = useDerived();
  const custom = useJob((s) => s.site.customConstructions);
  if (!derived?.calibration) return null;
  const { calibration, odd } = derived;
  const { posterior, airQueueMs, leaveOneOutDb, places, leftOut } = calibration;
  return (
    <section aria-label="What the readings say of this house" className="mt-1">
      <p className="fig">{posteriorWords(posterior, custom, airQueueMs)}</p>
      <p className="mt-1 text-ink-2">
        Accuracy: ±{leaveOneOutDb.toFixed(1)} dB, from {places} {places === 1 ? 'spot' : 'spots'}, each told
        from all others.
        {leftOut > 0 && ` The ${leftOut} oldest groups of readings are left out.`}{' '}
        <Link href="/how-true" className="link">
          How true is this?
        </Link>
      </p>
      {odd.length > 0 && (
        <ul className="mt-1">
          {odd.map((o) => (
            <li key={o.readingId} className="text-mains">
              {o.words}
            </li>
          ))}
        </ul>
      )}
      <Contradicted isWithin />
    </section>
  );
}
