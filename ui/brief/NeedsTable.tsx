'use client';
import { activitiesLabel, needOf } from '@/core/site/model/needs';
import { storeysById } from '@/core/site/model/levels';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import { useJob } from '@/ui/job/store';
import { speedText } from '@/ui/pieces/format';
import { SpotEditor } from '@/ui/pieces/SpotEditor';

/** What must work where: one row per spot with its need; the row opens to be changed. */
export function NeedsTable() {
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
