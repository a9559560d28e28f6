import { lightsOf, LIGHT_WORDS } from '@/core/fit/lights';
import type { PortRow } from '@/core/fit/portMap';
import { kitById } from '@/core/kit/catalogue/catalogue';
import type { KitItem } from '@/core/kit/model/schema';

/** On paper: which port holds what, and a label to cut out for each unit, with what its light means. */
export function PrintedLabels({ rows, ownKit }: { rows: readonly PortRow[]; ownKit: readonly KitItem[] }) {
  return (
    <section className="mt-4 break-before-page">
      <h2 className="head2">Ports</h2>
      <table className="fig mt-1 w-full text-left">
        <tbody>
          {rows.map(({ unit, ports, uses }) => (
            <tr key={unit.id} className="border-t border-rule align-top">
              <td className="w-44 py-1 font-semibold">
                {unit.letter} {unit.name}
              </td>
              <td>{uses.length > 0 ? uses.join('; ') : 'nothing on a lead'}</td>
              <td className="w-28 text-right whitespace-nowrap">
                {uses.length} of {ports} used
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <h2 className="head2 mt-4">Labels</h2>
      <ul className="mt-1 grid grid-cols-3 gap-2">
        {rows.map(({ unit, uses }) => {
          const kit = kitById(unit.kitId, ownKit);
          return (
            <li
              key={unit.id}
              className="fig break-inside-avoid border border-dashed border-ink-2 p-2 text-[9.5pt]"
            >
              <strong className="text-[13pt]">{unit.letter}</strong> {unit.name}
              <span className="block">{kit?.label}</span>
              {uses[0] && <span className="block">{uses[0]}</span>}
              {kit &&
                lightsOf(kit, 'afterwards').map((l) => (
                  <span key={l.shows} className="block">
                    {l.shows}: {LIGHT_WORDS[l.means]}
                  </span>
                ))}
              <span className="block">Do not unplug while it updates.</span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
