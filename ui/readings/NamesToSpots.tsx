'use client';
import type { NamedSpots } from '@/core/intake/readingsCsv';
import { useJob } from '@/ui/job/store';
import { SelectField } from '@/ui/pieces/fields';

/** Names of places in a table that no spot bears, each to be told by hand which spot it is. */
export function NamesToSpots({
  names,
  named,
  onName,
}: {
  names: readonly string[];
  named: NamedSpots;
  onName: (word: string, spotId: string) => void;
}) {
  const spots = useJob((s) => s.site.spots);
  if (names.length === 0 || spots.length === 0) return null;
  return (
    <section className="mt-2" aria-label="Names to spots">
      <p>The table has names that no spot bears. Say which spot each is, or leave its rows out.</p>
      <div className="mt-1 grid grid-cols-2 gap-2 sm:grid-cols-3">
        {names.map((word) => (
          <SelectField
            key={word}
            label={`“${word}” is`}
            value={named.get(word) ?? ''}
            options={[
              { value: '', label: 'left out' },
              ...spots.map((s) => ({ value: s.id, label: `${s.number} ${s.name}` })),
            ]}
            onChange={(spotId) => onName(word, spotId)}
          />
        ))}
      </div>
    </section>
  );
}
