import type { KitKind } from '@/core/kit/model/schema';

/** A unit as a lamp with its letter, 24 px around (0, 0). The outline tells the kind; the letter who it is. */
export function UnitSymbol({ kind, letter, selected }: { kind: KitKind; letter: string; selected: boolean }) {
  const line = { stroke: '#1c2a2e', strokeWidth: selected ? 2.6 : 1.6 };
  const fill = selected ? '#ffd071' : '#f2ae21';
  return (
    <>
      {kind === 'powerline' && (
        <>
          <rect x={-10} y={-10} width={20} height={20} rx={2} fill={fill} {...line} />
          <path d="M-4 10v4M4 10v4" {...line} />
        </>
      )}
      {kind === 'coax' && <circle r={11} fill={fill} {...line} strokeWidth={3.2} />}
      {kind === 'switch' && (
        <>
          <rect x={-14} y={-8} width={28} height={16} rx={2} fill={fill} {...line} />
          <path d="M-9 8v3M-3 8v3M3 8v3M9 8v3" {...line} />
        </>
      )}
      {kind === 'extender' && (
        <>
          <path d="M-11 4A11 11 0 1 1 11 4Z" fill={fill} {...line} />
          <path d="M-6 8H6" {...line} />
        </>
      )}
      {(kind === 'router' || kind === 'node' || kind === 'outdoor') && (
        <>
          <path d="M-5.5 8.6A10.5 10.5 0 1 1 5.5 8.6L4.5 12H-4.5Z" fill={fill} {...line} />
          {kind === 'outdoor' && (
            <path d="M-14 -8 0 -16 14 -8" fill="none" stroke="var(--ink)" strokeWidth={2.2} />
          )}
        </>
      )}
      <text className="fig" textAnchor="middle" y={4.5} fontSize={13} fontWeight={700} fill="#1c2a2e">
        {letter}
      </text>
    </>
  );
}

/** A spot as a numbered square, 20 px around (0, 0). Dark where it fails, lamp-framed where selected. */
export function SpotSymbol({
  number,
  selected,
  fails,
}: {
  number: number;
  selected: boolean;
  fails: boolean;
}) {
  return (
    <>
      <rect
        x={-10}
        y={-10}
        width={20}
        height={20}
        rx={3}
        fill={fails ? 'var(--dusk)' : 'var(--sheet)'}
        stroke={selected ? 'var(--lamp)' : fails ? 'var(--dusk)' : 'var(--ink)'}
        strokeWidth={selected ? 4 : 1.5}
      />
      <text
        className="fig"
        textAnchor="middle"
        y={4.5}
        fontSize={12.5}
        fontWeight={600}
        fill={fails ? 'var(--sheet)' : 'var(--ink)'}
      >
        {number}
      </text>
    </>
  );
}
