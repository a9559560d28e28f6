'use client';
import { Download } from 'lucide-react';
import { useMemo } from 'react';
import { planName, plansOf } from '@/papers/drawing';
import { useBuilt } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';

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
        {plans.map((p, i) => (
          <a key={planName(p)} className="btn" href={`/api/jobs/${id}/papers/plan-${i + 1}.svg`}>
            <Download size={16} aria-hidden="true" /> {planName(p)}, SVG
          </a>
        ))}
      </div>
    </section>
  );
}
