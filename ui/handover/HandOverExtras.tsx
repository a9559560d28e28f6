'use client';
import { useAccepted, useDerived, useOption } from '@/ui/job/derived';
import { Extras } from '@/ui/offer/Extras';
import { PriceTable } from '@/ui/offer/PriceTable';
import { usePriceNow } from '@/ui/offer/usePriceNow';

/** What the job comes to, with what came on top of what was agreed to. */
export function HandOverExtras() {
  const { derived } = useDerived();
  const accepted = useAccepted();
  const shown = useOption();
  const price = usePriceNow(derived?.options[accepted?.optionId ?? shown?.id ?? '']);
  if (!price) return null;
  return (
    <section className="panel px-4 py-3" aria-labelledby="ho-extras">
      <h2 id="ho-extras" className="head2">
        Price now
      </h2>
      <PriceTable price={price} />
      {price.accepted && <Extras price={price} />}
    </section>
  );
}
