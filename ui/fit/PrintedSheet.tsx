'use client';
import { CAUTIONS, REMINDERS } from '@/core/fit/cautions';
import { WHO_WORDS } from '@/core/fit/crewWords';
import { LIGHT_WORDS } from '@/core/fit/lights';
import { portMap } from '@/core/fit/portMap';
import { clockText, firstSaid, type DayStep } from '@/core/fit/progress';
import { moneyText } from '@/core/plan/cost/money';
import { amountText, changeText, type PartLine } from '@/core/plan/cost/parts';
import type { Option } from '@/core/plan/option/schema';
import { useJob } from '@/ui/job/store';
import { minutesText } from '@/core/plan/cost/duration';
import { PrintedLabels } from './PrintedLabels';
import { dateText } from '@/ui/pieces/format';

/** The run sheet and the shopping list on paper: what the screen folds away stands in full. */
export function PrintedSheet({
  steps,
  parts,
  since,
  materialMinor,
  currency,
  option,
}: {
  steps: readonly DayStep[];
  parts: readonly PartLine[];
  /** Parts planned since those were agreed to. */
  since: readonly PartLine[];
  materialMinor: number;
  currency: string;
  option: Option;
}) {
  const name = useJob((s) => s.name);
  const brief = useJob((s) => s.brief);
  const ownKit = useJob((s) => s.plan.ownKit);
  const spots = useJob((s) => s.site.spots);
  const inFull = firstSaid(steps);
  return (
    <article className="hidden print:block" aria-hidden="true">
      <h1 className="fig text-2xl font-semibold">{name}: run sheet</h1>
      <p>
        {[brief.customer, brief.address, brief.phone, brief.visitDate && dateText(brief.visitDate)]
          .filter(Boolean)
          .join(', ')}
        . Plan “{option.name}”.
      </p>
      <table className="fig mt-3 w-full text-left text-[11pt]">
        <tbody>
          {steps.map((s) => (
            <tr key={s.key} className="break-inside-avoid border-t border-rule align-top">
              <td className="w-8 py-1 text-lg leading-none">☐</td>
              <td className="py-1 pr-3">
                <strong>{s.title}</strong>
                {s.who !== null && <span> ({WHO_WORDS[s.who]})</span>}
                {s.hand.length > 0 && (
                  <span className="block text-[9.5pt] text-ink-2">In hand: {s.hand.join(', ')}.</span>
                )}
                {s.acts.length > 0 && (
                  <ol className="list-decimal pl-5">
                    {s.acts.map((a) => (
                      <li key={a.words}>{a.words}</li>
                    ))}
                  </ol>
                )}
                {s.notes.length > 0 && <span className="block">{s.notes.join(' ')}</span>}
                {s.lights.length > 0 && (
                  <span className="block text-[9.5pt] text-ink-2">
                    Light: {s.lights.map((l) => `${l.shows} = ${LIGHT_WORDS[l.means]}`).join('; ')}.
                  </span>
                )}
                {s.good && <span className="block text-ink-2">Good: {s.good}</span>}
                {s.cautions.map((c) => (
                  <span key={c} className="block border-l-2 border-mains pl-2 text-[9.5pt]">
                    {inFull.get(s.key)?.has(c) ? CAUTIONS[c] : REMINDERS[c]}
                  </span>
                ))}
                {option.units
                  .filter((u) => s.serialOf.includes(u.id))
                  .map((u) => (
                    <span key={u.id} className="block">
                      Serial of {u.letter}: ______________________
                    </span>
                  ))}
              </td>
              <td className="w-28 py-1 text-right whitespace-nowrap">
                {s.fromMs !== null && <strong className="block">{clockText(s.fromMs)}</strong>}
                {s.beforeVisit && <strong className="block">before the visit</strong>}
                {minutesText(s.handsMin)}
                {s.waitMin > 0 && <span className="block text-ink-2">+ {minutesText(s.waitMin)} wait</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <section className="mt-4 break-before-page">
        <h2 className="head2">Shopping list</h2>
        <table className="fig mt-1 w-full text-left">
          <tbody>
            {parts.map((p) => (
              <tr key={p.label} className="border-t border-rule">
                <td className="w-8 py-1">☐</td>
                <td>{p.label}</td>
                <td className="text-right whitespace-nowrap">{amountText(p, brief.lengthUnit)}</td>
                <td className="w-32 text-right whitespace-nowrap">{moneyText(p.costMinor, currency)}</td>
              </tr>
            ))}
            {since.map((p) => (
              <tr key={`since ${p.label}`} className="border-t border-rule">
                <td className="w-8 py-1">☐</td>
                <td>{p.label}, planned since it was agreed to</td>
                <td className="text-right whitespace-nowrap">{changeText(p, brief.lengthUnit)}</td>
                <td className="w-32 text-right whitespace-nowrap">{moneyText(p.costMinor, currency)}</td>
              </tr>
            ))}
            <tr className="border-t border-ink font-semibold">
              <td />
              <td className="py-1">Material{since.length > 0 ? ' as agreed to' : ''}</td>
              <td />
              <td className="text-right">{moneyText(materialMinor, currency)}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <PrintedLabels rows={portMap(option, ownKit, spots)} ownKit={ownKit} />
    </article>
  );
}
