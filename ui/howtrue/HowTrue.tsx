import Link from 'next/link';
import type { ReactNode } from 'react';
import type { FirmLearnt } from '@/core/job/firm';
import figures from '@/core/readings/howTrue.json';

const signed = (db: number) => `${db > 0 ? '+' : db < 0 ? '−' : ''}${Math.abs(db).toFixed(1)}`;

function Table({
  caption,
  head,
  children,
}: {
  caption: string;
  head: readonly string[];
  children: ReactNode;
}) {
  return (
    <div className="mt-4 overflow-x-auto">
      <table className="w-full border-collapse text-left">
        <caption className="fig pb-1 text-left font-semibold">{caption}</caption>
        <thead>
          <tr className="fig border-b border-ink text-[13px] text-ink-2">
            {head.map((h, i) => (
              <th key={h} scope="col" className={`py-1 pr-3 font-medium ${i > 0 ? 'text-right' : ''}`}>
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    </div>
  );
}

function Row({ name, cells }: { name: string; cells: readonly string[] }) {
  return (
    <tr className="border-b border-rule">
      <th scope="row" className="py-1 pr-3 font-normal">
        {name}
      </th>
      {cells.map((cell, i) => (
        <td key={i} className="fig py-1 pr-3 text-right">
          {cell}
        </td>
      ))}
    </tr>
  );
}

type Figures = typeof figures.drawnWell;
const rowsOf = ({ bands, situations }: Figures['after']) => [...bands, ...situations];

const HEAD = ['', 'walls counted alone', 'before readings', 'after readings', 'leaning, after'] as const;

/** What predictions are worth: how far off they were in practice houses whose truth was hidden from them. */
export function HowTrue({ own }: { own: FirmLearnt['forecasts'] }) {
  const { drawnWell, drawnBadly } = figures;
  const { multiWall, before, after, speedsBefore, speedsAfter } = drawnWell;
  const db = (v: number) => `${v.toFixed(1)} dB`;
  const share = (v: number) => `${v} %`;
  return (
    <main className="mx-auto max-w-3xl p-4 pb-12 sm:p-8">
      <Link className="link" href="/">
        Jobs
      </Link>
      <h1 className="fig mt-2 text-2xl font-semibold">How true is this?</h1>
      <p className="mt-2">
        Every figure was held against {drawnWell.houses} made-up houses with a physics of their own: rays with
        two reflections, bent edges, walls that differ from the book, a device and units with luck of their
        own. Twelve places were read three times each; the {drawnWell.levels.toLocaleString('en')} levels
        below were never read. Your house is not among them.
      </p>
      <p className="mt-2">
        {own.of === 0
          ? 'None of your own forecasts was read yet: as soon as one is, it stands here.'
          : `In your own houses the forecast at acceptance held at ${own.held} of ${own.of} spots read after the work; ${own.broken} said to work did not.`}{' '}
        <Link className="link" href="/firm">
          What our jobs taught
        </Link>
      </p>
      <Table caption="How far a level is missed, root mean square" head={HEAD}>
        {rowsOf(after).map((row, i) => (
          <Row
            key={row.name}
            name={row.name}
            cells={[
              db(rowsOf(multiWall)[i]!.missDb),
              db(rowsOf(before)[i]!.missDb),
              db(row.missDb),
              `${signed(row.biasDb)} dB`,
            ]}
          />
        ))}
      </Table>
      <p className="mt-1 text-[13px] text-ink-2">Leaning above 0 is too hopeful, below 0 too careful.</p>
      <Table
        caption="The same in old houses, badly surveyed"
        head={['', 'before readings', 'after readings', 'within the stated range']}
      >
        {rowsOf(drawnBadly.after).map((row, i) => (
          <Row
            key={row.name}
            name={row.name}
            cells={[
              db(rowsOf(drawnBadly.before)[i]!.missDb),
              db(row.missDb),
              `${row.insidePercent.toFixed(0)} %`,
            ]}
          />
        ))}
      </Table>
      <p className="mt-1 text-[13px] text-ink-2">
        Furniture and foil nobody listed, walls drawn 10 cm off, one wall in seven taken for another, the
        router noted half a metre too high, somebody in the way, devices that show bars alone. Four of five
        levels are meant to lie within their range.
      </p>
      <Table
        caption="What the stated ranges hold (four of five is meant)"
        head={['', 'before readings', 'after readings', 'badly surveyed, after']}
      >
        <Row
          name="levels"
          cells={[before.insidePercent, after.insidePercent, drawnBadly.after.insidePercent].map(share)}
        />
        <Row
          name="speeds down"
          cells={[speedsBefore, speedsAfter, drawnBadly.speedsAfter].map((s) => share(s.insidePercent))}
        />
        <Row
          name="said to work, and does not"
          cells={[speedsBefore, speedsAfter, drawnBadly.speedsAfter].map((s) => share(s.falsePercent))}
        />
      </Table>
      <h2 className="fig mt-6 text-lg font-semibold">What this means on the stairs</h2>
      <ul className="mt-1 list-disc space-y-1 pl-5">
        <li>
          Read before you plan: readings made {drawnWell.better} of {drawnWell.houses} houses truer. They
          teach the device, the walls and the airtime, and hold for about a metre and a half round where they
          were taken.
        </li>
        <li>
          Believe &quot;works&quot; before you believe &quot;too slow&quot;: next to none that was said to
          work did not, but what is told to be hopeless is often better, most of all in outbuildings.
        </li>
        <li>
          Where it was read, the figure is what was read. Where it matters and was not read, a trial with the
          unit in the hand beats every figure here.
        </li>
        <li>
          The weakest houses were{' '}
          {drawnWell.weakest
            .map((w) => `${w.afterDb.toFixed(1)} dB (${w.beforeDb.toFixed(1)} before)`)
            .join(', ')}
          : heavy walls, metal, and twelve readings that happened to say little.
        </li>
      </ul>
    </main>
  );
}
