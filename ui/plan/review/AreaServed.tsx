'use client';
import { Fragment, useMemo } from 'react';
import { sumOf, type AreaServed as Served, type ServedAnswer } from '@/core/plan/shade/served';
import type { Built } from '@/core/evidence/built';
import type { Option } from '@/core/plan/option/schema';
import { areaText } from '@/core/site/model/lengths';
import { useAsItWas, useBuilt } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { useArea } from './useArea';

/** What this very network serves; null while it is counted. */
function useServed(network: Built | null): ServedAnswer | null {
  const got = useArea(network);
  return got && got.of === network ? got.answer : null;
}

interface Row {
  area: Served;
  before: number | null;
  planned: number | null;
  after: number | null;
}

const shareText = (share: number | null) => (share === null ? '…' : `${Math.round(share * 100)} %`);

/** A share as a bar: what is not served stays shaded. */
function Bar({ share }: { share: number | null }) {
  return (
    <span className="mr-2 inline-block h-2 w-20 border border-rule align-middle" aria-hidden="true">
      <span
        className="block h-full bg-dusk/70"
        style={{ marginLeft: `${(share ?? 0) * 100}%`, width: `${(1 - (share ?? 0)) * 100}%` }}
      />
    </span>
  );
}

function Cells({ row, hasAfter }: { row: Omit<Row, 'area'>; hasAfter: boolean }) {
  return (
    <>
      <td className="px-2 whitespace-nowrap">{shareText(row.before)}</td>
      <td className="px-2 whitespace-nowrap">
        <Bar share={row.planned} />
        {shareText(row.planned)}
      </td>
      {hasAfter && <td className="px-2 whitespace-nowrap">{shareText(row.after)}</td>}
    </>
  );
}

/** What an option serves of each room, storey, building and the yard. */
export function AreaServed({ option }: { option: Option }) {
  const lengthUnit = useJob((s) => s.brief.lengthUnit);
  const ownKit = useJob((s) => s.plan.ownKit);
  const was = useAsItWas();
  const built = useBuilt();
  const planned = useMemo(() => ({ option, kit: ownKit }), [option, ownKit]);
  const before = useServed(was);
  const now = useServed(planned);
  const after = useServed(built);
  if (!now)
    return (
      <p className="mt-3" role="status">
        Counting what each room gets.
      </p>
    );
  const shareIn = (answer: ServedAnswer | null, ids: readonly string[]) =>
    answer ? sumOf(answer.areas.filter((a) => ids.includes(a.id))).share : null;
  const order = [...new Set(now.areas.map((a) => a.buildingName))];
  const indoors = now.areas
    .filter((a) => !a.isOutdoors)
    .sort((a, b) => order.indexOf(a.buildingName) - order.indexOf(b.buildingName));
  const groups = [...new Set(indoors.map((a) => `${a.buildingName}|${a.storeyName}`))].map((key) =>
    indoors.filter((a) => `${a.buildingName}|${a.storeyName}` === key),
  );
  const line = (name: string, list: readonly Served[]) => {
    const ids = list.map((a) => a.id);
    return {
      name,
      m2: sumOf(list).areaM2,
      row: { before: shareIn(before, ids), planned: shareIn(now, ids), after: shareIn(after, ids) },
    };
  };
  const all = line('Indoors, all', indoors);
  const outdoors = now.areas.filter((a) => a.isOutdoors);
  return (
    <>
      <p>
        Serves {Math.round(sumOf(indoors).share * 100)} % of the house:{' '}
        {areaText(sumOf(indoors).servedM2, lengthUnit)} of {areaText(sumOf(indoors).areaM2, lengthUnit)}
        {now.settled ? '' : ' (a first count)'}.
        {now.addsM2.length > 0 &&
          ` What nothing else would serve: ${now.addsM2
            .map(({ unitId, m2 }) => {
              const letter = option.units.find((u) => u.id === unitId)?.letter ?? '';
              return `${letter} ${areaText(m2, lengthUnit)}`;
            })
            .join(', ')}.`}
      </p>
      <table className="fig mt-2 w-full border-collapse text-left" aria-label="Area served">
        <thead>
          <tr className="text-[13px] text-ink-2">
            <th className="py-1 font-normal">Area</th>
            <th className="px-2 text-right font-normal">Size</th>
            <th className="px-2 font-normal">Before</th>
            <th className="px-2 font-normal">Planned</th>
            {built && <th className="px-2 font-normal">As built</th>}
          </tr>
        </thead>
        <tbody>
          {groups.map((list) => {
            const sum = line(`${list[0]!.buildingName}, ${list[0]!.storeyName}`, list);
            return (
              <Fragment key={sum.name}>
                <tr className="border-t border-ink font-semibold">
                  <th scope="row" className="py-1">
                    {sum.name}
                  </th>
                  <td className="px-2 text-right whitespace-nowrap">{areaText(sum.m2, lengthUnit)}</td>
                  <Cells row={sum.row} hasAfter={built !== null} />
                </tr>
                {list.map((area) => {
                  const own = line(area.name, [area]);
                  return (
                    <tr key={area.id} className="border-t border-rule" data-area-served={area.id}>
                      <th scope="row" className="py-0.5 pl-4 font-normal">
                        {area.name}
                      </th>
                      <td className="px-2 text-right whitespace-nowrap">{areaText(own.m2, lengthUnit)}</td>
                      <Cells row={own.row} hasAfter={built !== null} />
                    </tr>
                  );
                })}
              </Fragment>
            );
          })}
          {[
            all,
            ...outdoors.map((a) =>
              line(a.storeyId === null ? 'The yard around' : `${a.name}, outdoors`, [a]),
            ),
          ].map((sum) => (
            <tr key={sum.name} className="border-t border-ink font-semibold">
              <th scope="row" className="py-1">
                {sum.name}
              </th>
              <td className="px-2 text-right whitespace-nowrap">{areaText(sum.m2, lengthUnit)}</td>
              <Cells row={sum.row} hasAfter={built !== null} />
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
