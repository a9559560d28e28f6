'use client';
import { activitiesLabel, needOf } from '@/core/site/model/needs';
import { storeysById } from '@/core/site/model/levels';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import { MOST_PEOPLE } from '@/core/brief/brief';
import { useJob } from '@/ui/job/store';
import { LineTooSmall } from '@/ui/pieces/LineTooSmall';
import { NumberField } from '@/ui/pieces/fields';
import { speedText } from '@/ui/pieces/format';
import { SpotEditor } from '@/ui/pieces/SpotEditor';

/** What must work where: one row per spot with its need; the row opens to be changed. */
export function NeedsTable() {
  const people = useJob((s) => s.brief.people);
  const setBrief = useJob((s) => s.setBrief);
  const site = useJob((s) => s.site);
  const selected = useJob((s) => s.selected);
  const select = useJob((s) => s.select);
  const storeys = storeysById(site);
  const where = (storeyId: string | null) => {
    const ref = storeyId ? storeys.get(storeyId) : undefined;
    return ref ? `${ref.building.name}, ${ref.storey.name}` : 'Yard';
  };
  return (
    <section className="panel p-4" aria-labelledby="b-needs">
      <h2 id="b-needs" className="head2">
        What must work where
      </h2>
      <div className="mt-2 flex flex-wrap items-end gap-x-4 gap-y-1">
        <div className="w-40">
          <NumberField
            label="At home in the evening"
            unit="people"
            value={people}
            min={1}
            max={MOST_PEOPLE}
            whole
            onChange={(v) => v !== null && setBrief((b) => ({ ...b, people: v }))}
          />
        </div>
        <p className="min-w-64 flex-1 text-[13px] text-ink-2">
          At the busy hour each of them is at one of these spots, any of them; what is always on runs besides.
          A spot works when it works alone and then.
        </p>
      </div>
      <LineTooSmall />
      {site.spots.length === 0 ? (
        <p className="mt-2 text-ink-2">
          No spots yet. In Survey, put one at each place where something must work; its need is set there or
          here.
        </p>
      ) : (
        <table className="fig mt-2 w-full border-collapse text-left">
          <thead className="text-[13px] text-ink-2">
            <tr>
              <th className="py-1 font-normal">No</th>
              <th className="font-normal">Spot</th>
              <th className="font-normal">What it is for</th>
              <th className="font-normal">Device</th>
              <th className="text-right font-normal">↓ Mb/s</th>
              <th className="text-right font-normal">↑ Mb/s</th>
              <th className="text-right font-normal">≤ ms</th>
            </tr>
          </thead>
          <tbody>
            {[...site.spots]
              .sort((a, b) => a.number - b.number)
              .map((s) => {
                const need = needOf(s.activities, site.activityLimits);
                const isOpen = selected?.kind === 'spot' && selected.id === s.id;
                return [
                  <tr key={s.id} className={`border-t border-rule ${isOpen ? 'bg-lamp-wash' : ''}`}>
                    <td className="py-1">{s.number}</td>
                    <td>
                      <button
                        type="button"
                        className="link no-underline hover:underline"
                        aria-expanded={isOpen}
                        onClick={() => select(isOpen ? null : { kind: 'spot', id: s.id })}
                      >
                        <span className="font-semibold">{s.name}</span>
                      </button>
                      <span className="block text-[12.5px] text-ink-2">{where(s.place.storeyId)}</span>
                    </td>
                    <td>{activitiesLabel(s.activities)}</td>
                    <td>{s.deviceName || CLIENT_TYPES[s.client].label}</td>
                    <td className="text-right">{speedText(need.downMbps)}</td>
                    <td className="text-right">{speedText(need.upMbps)}</td>
                    <td className="text-right">{need.latencyMs}</td>
                  </tr>,
                  isOpen && (
                    <tr key={`${s.id}-edit`} className="bg-lamp-wash">
                      <td colSpan={7} className="px-2 pb-3">
                        <SpotEditor spot={s} />
                      </td>
                    </tr>
                  ),
                ];
              })}
          </tbody>
        </table>
      )}
    </section>
  );
}
