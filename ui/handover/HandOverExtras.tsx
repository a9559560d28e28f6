'use client';
import { useAccepted, useDerived } from '@/ui/job/derived';
import { Extras } from '@/ui/offer/Extras';
import { usePriceNow } from '@/ui/offer/usePriceNow';

/** What came on top of what was agreed to; nothing where nothing was agreed to. */
export function HandOverExtras() {
  const { derived } = useDerived();
  const accepted = useAccepted();
  const price = usePriceNow(accepted ? derived?.options[accepted.optionId] : null);
  if (!price?.accepted) return null;
  return (
    <section className="panel px-4 py-3" aria-labelledby="ho-extras">
      <h2 id="ho-extras" className="head2">
        On top of what was agreed to
      </h2>
      <Extras price={price} />
    </section>
  );
}
