'use client';
import { Download } from 'lucide-react';
import { useMemo, useState } from 'react';
import { planName, plansOf } from '@/papers/drawing';
import { useBuilt } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';
import { savePng } from './savePng';

const FILES: readonly (readonly [string, string])[] = [
  ['readings.csv', 'Readings'],
  ['spots.csv', 'Spots'],
  ['devices.csv', 'Devices'],
  ['parts.csv', 'Parts'],
  ['kit.csv', 'Kit'],
];

/** Everything of the job as files anybody can read; keys leave in none. */
export function Downloads() {
  const id = useJob((s) => s.id);
  const site = useJob((s) => s.site);
  const first = useJob((s) => s.plan.options[0] ?? s.plan.today);
  const built = useBuilt()?.option ?? first;
  const plans = useMemo(() => plansOf(site, built, [], { widthPt: 100, heightPt: 100 }), [site, built]);
  const [problem, setProblem] = useState<string | null>(null);
  const drawings = [
    ...plans.map((p, i) => ({ name: planName(p), file: `plan-${i + 1}` })),
    ...(site.buildings.length > 0 ? [{ name: 'Section', file: 'section' }] : []),
  ];
  return (
    <section className="panel px-4 py-3" aria-labelledby="ho-files">
      <h2 id="ho-files" className="head2">
        The job as files
      </h2>
      <p className="text-[13.5px] text-ink-2">
        The job file and the archive can be taken in again and give the same job. Keys are in none of them.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <a className="btn" href={`/api/jobs/${id}/export`}>
          <Download size={16} aria-hidden="true" /> Export the job as one file
        </a>
        <a className="btn" href={`/api/jobs/${id}/papers/job.zip`}>
          <Download size={16} aria-hidden="true" /> Archive with pictures
        </a>
        {FILES.map(([file, label]) => (
          <a key={file} className="btn" href={`/api/jobs/${id}/papers/${file}`}>
            <Download size={16} aria-hidden="true" /> {label}, CSV
          </a>
        ))}
      </div>
      <ul className="mt-2 divide-y divide-rule border-y border-rule" aria-label="Drawings">
        {drawings.map(({ name, file }) => (
          <li key={file} className="flex items-center justify-between gap-2 py-1">
            <span>{name}</span>
            <span className="flex gap-2">
              <a className="btn" href={`/api/jobs/${id}/papers/${file}.svg`} aria-label={`${name}, SVG`}>
                <Download size={16} aria-hidden="true" /> SVG
              </a>
              <Button
                aria-label={`${name}, PNG`}
                onClick={() =>
                  void savePng(`/api/jobs/${id}/papers/${file}.svg`, `${name}.png`).then(setProblem)
                }
              >
                <Download size={16} aria-hidden="true" /> PNG
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <Problem words={problem} className="mt-1" />
    </section>
  );
}
