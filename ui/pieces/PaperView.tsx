import type { Block, Cell, Paper } from '@/papers/blocks';
import { INKS, type Drawing, type Mark } from '@/papers/drawing';

const TONE = { good: 'text-good', bad: 'text-mains', soft: 'text-ink-2' } as const;
const toneOf = (tone: Cell['tone']) => (tone ? TONE[tone] : '');

function MarkView({ mark: m }: { mark: Mark }) {
  if (m.kind === 'circle')
    return (
      <circle
        cx={m.at[0]}
        cy={m.at[1]}
        r={m.rPt}
        fill={m.fill ? INKS[m.fill] : 'none'}
        stroke={m.stroke ? INKS[m.stroke] : 'none'}
        strokeWidth={m.widthPt}
      />
    );
  if (m.kind === 'text')
    return (
      <text
        x={m.at[0]}
        y={m.at[1] + 0.35 * m.sizePt}
        fontSize={m.sizePt}
        textAnchor="middle"
        fill={INKS[m.ink]}
        fontWeight={m.strong ? 600 : 400}
      >
        {m.text}
      </text>
    );
  return (
    <path
      d={`${m.points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('')}${m.closed ? 'Z' : ''}`}
      fill={m.fill ? INKS[m.fill] : 'none'}
      stroke={m.stroke ? INKS[m.stroke] : 'none'}
      strokeWidth={m.widthPt}
      strokeDasharray={m.dash?.join(' ')}
    />
  );
}

/** A drawing stands on white in the evening too: it is paper. */
function DrawingView({ drawing: d, caption }: { drawing: Drawing; caption: string }) {
  return (
    <figure className="mt-2 break-inside-avoid">
      <svg
        viewBox={`0 0 ${d.widthPt} ${d.heightPt}`}
        style={{ width: d.widthPt * 1.33 }}
        className="fig max-w-full bg-white"
        role="img"
        aria-label={caption}
      >
        {d.marks.map((m, i) => (
          <MarkView key={i} mark={m} />
        ))}
      </svg>
      <figcaption className="fig text-[12.5px] text-ink-2">{caption}</figcaption>
    </figure>
  );
}

function BlockView({ block: b }: { block: Block }) {
  switch (b.kind) {
    case 'heading':
      return <h2 className="head2 mt-5 break-after-avoid">{b.text}</h2>;
    case 'para':
      return <p className={`mt-1 ${b.strong ? 'text-lg font-semibold' : ''} ${toneOf(b.tone)}`}>{b.text}</p>;
    case 'list':
      return (
        <ul className="mt-1 list-disc pl-5">
          {b.items.map((item, i) => (
            <li key={i}>{item}</li>
          ))}
        </ul>
      );
    case 'table':
      return (
        <div className="overflow-x-auto">
          <table className="fig on-paper mt-2 w-full text-left text-[13.5px]">
            <thead className="text-[12.5px] text-ink-2">
              <tr>
                {b.head.map((h, i) => (
                  <th
                    key={i}
                    scope="col"
                    style={{ width: `${100 * b.widths[i]!}%` }}
                    className={`pr-2 font-normal ${b.amounts && i === b.head.length - 1 ? 'text-right' : ''}`}
                  >
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {b.rows.map((row, r) => (
                <tr key={r} className="break-inside-avoid border-t border-rule align-top">
                  {row.map((c, i) => (
                    <td
                      key={i}
                      className={`py-1 pr-2 whitespace-pre-line ${c.strong ? 'font-semibold' : ''} ${toneOf(c.tone)} ${b.amounts && i === row.length - 1 ? 'text-right' : ''}`}
                    >
                      {c.text}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      );
    case 'drawing':
      return <DrawingView drawing={b.drawing} caption={b.caption} />;
    case 'signatures':
      return (
        <section className="mt-12 grid grid-cols-2 gap-10 break-inside-avoid" aria-label="Signatures">
          {b.who.map((who) => (
            <div key={who} className="border-t border-ink pt-1 text-[13px] text-ink-2">
              {who}
            </div>
          ))}
        </section>
      );
  }
}

/** A paper on the screen and as it is printed from there. */
export function PaperView({ paper }: { paper: Paper }) {
  return (
    <article
      lang={paper.language}
      className="panel mx-auto my-4 max-w-[900px] px-4 py-6 sm:px-8 print:m-0 print:border-0 print:p-0"
    >
      <h1 className="fig text-2xl font-semibold">{paper.title}</h1>
      {paper.under.map((words) => (
        <p key={words} className="text-ink-2">
          {words}
        </p>
      ))}
      <div className="mt-3">
        {paper.blocks.map((b, i) => (
          <BlockView key={i} block={b} />
        ))}
      </div>
    </article>
  );
}
