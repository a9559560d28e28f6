'use client';
import type { Contradiction } from '@/core/readings/contradictionWords';
import { drawnAs } from '@/core/site/edit/walls';
import { describeConstruction } from '@/core/site/model/constructions';
import { useDerived } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';

/**
 * What of the drawing the readings contradict: each is a question to look at on site, and one press where the answer is yes.
 * A panel of its own, or the end of the one it stands in.
 */
export function Contradicted({ isWithin = false }: { isWithin?: boolean }) {
  const { derived } = useDerived();
  const custom = useJob((s) => s.site.customConstructions);
  const setSite = useJob((s) => s.setSite);
  const showStorey = useJob((s) => s.showStorey);
  const select = useJob((s) => s.select);
  const set = useJob((s) => s.set);
  const walls = useJob((s) => s.site.walls);
  // What was drawn so by a press goes at once; what follows from it comes when it is worked out.
  const contradicted = (derived?.contradicted ?? []).filter(
    ({ drawAs }) =>
      !drawAs?.wallIds.length ||
      walls.some((w) => drawAs.wallIds.includes(w.id) && w.construction !== drawAs.construction),
  );
  if (contradicted.length === 0) return null;
  const Heading = isWithin ? 'h3' : 'h2';
  const go = ({ kind, id, storeyId, at }: Contradiction) => {
    if (storeyId) showStorey(storeyId);
    if (kind === 'wall' || kind === 'room') select({ kind, id });
    if (at) set({ lookAt: at });
  };
  return (
    <section
      aria-label="The readings contradict the drawing"
      className={isWithin ? 'mt-3 border-t border-rule pt-2' : 'panel mt-2 shrink-0 p-3'}
    >
      <Heading className="head2">The readings contradict the drawing</Heading>
      <ul className="mt-1 space-y-1">
        {contradicted.map((c) => (
          <li key={`${c.kind} ${c.id}`}>
            {c.storeyId ? (
              <button type="button" className="link text-left" onClick={() => go(c)}>
                {c.words}
              </button>
            ) : (
              c.words
            )}{' '}
            {c.drawAs && (
              <Button onClick={() => setSite((s) => drawnAs(s, c.drawAs!))}>
                Draw it as {describeConstruction(c.drawAs.construction, custom).label}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
