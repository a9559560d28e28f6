'use client';
import { describeConstruction } from '@/core/site/model/constructions';
import { useJob } from '@/ui/job/store';
import { DISTURBERS } from '../draw/disturbers';

/** In the way: what takes signal and what disturbs it, each a press from its place. */
export function WayPanel() {
  const obstacles = useJob((s) => s.site.obstacles);
  const foliage = useJob((s) => s.site.foliage);
  const interference = useJob((s) => s.site.interference);
  const custom = useJob((s) => s.site.customConstructions);
  const select = useJob((s) => s.select);
  const showStorey = useJob((s) => s.showStorey);
  const rows = [
    ...obstacles.map((o) => ({
      thing: { kind: 'obstacle', id: o.id } as const,
      name: o.name,
      what: describeConstruction(o.construction, custom).label,
      storeyId: o.storeyId,
    })),
    ...foliage.map((f) => ({
      thing: { kind: 'foliage', id: f.id } as const,
      name: f.name,
      what: f.inLeaf ? 'in leaf' : 'bare',
      storeyId: null,
    })),
    ...interference.map((x) => ({
      thing: { kind: 'interference', id: x.id } as const,
      name: x.name,
      what: DISTURBERS.find((d) => d.value === x.kind)!.label,
      storeyId: x.place.storeyId,
    })),
  ];
  return (
    <section className="panel shrink-0 p-3" aria-label="What is in the way">
      <h2 className="head2">In the way</h2>
      {rows.length === 0 ? (
        <p className="mt-1 text-ink-2">
          Nothing yet. Fridges, ranges and tanks, mirrors, full bookcases, hedges; microwave ovens and
          cordless phones.
        </p>
      ) : (
        <ul className="fig mt-1">
          {rows.map((r) => (
            <li key={r.thing.id} className="flex justify-between gap-3">
              <button
                type="button"
                className="link text-left"
                onClick={() => {
                  if (r.storeyId) showStorey(r.storeyId);
                  select(r.thing);
                }}
              >
                {r.name}
              </button>
              <span className="text-ink-2">{r.what}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
