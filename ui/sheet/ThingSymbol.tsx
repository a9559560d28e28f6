import type { ThingSymbolId } from './marks';

const line = { fill: 'none', strokeWidth: 1.5, strokeLinecap: 'round' as const };

/** Small marks of wiring and disturbers, about 14 px around (0, 0): shape tells the kind, colour only helps. */
export function ThingSymbol({ symbol, selected }: { symbol: ThingSymbolId; selected: boolean }) {
  const back = {
    fill: selected ? 'var(--lamp)' : 'var(--sheet)',
    stroke: selected ? 'var(--ink)' : undefined,
    strokeWidth: selected ? 2 : 1.4,
  };
  switch (symbol) {
    case 'outlet':
      return (
        <>
          <rect
            x={-7}
            y={-5}
            width={14}
            height={10}
            rx={2}
            {...back}
            stroke={back.stroke ?? 'var(--mains)'}
          />
          <path d="M-3 -1.5V1.5M3 -1.5V1.5" {...line} stroke={selected ? '#1c2a2e' : 'var(--mains)'} />
        </>
      );
    case 'panel':
      return (
        <>
          <rect x={-6} y={-8} width={12} height={16} {...back} stroke={back.stroke ?? 'var(--mains)'} />
          <path d="M-6 -3H6M-6 2H6M0 -8V8" {...line} strokeWidth={1} stroke="var(--mains)" />
        </>
      );
    case 'coaxOutlet':
      return (
        <>
          <circle r={6.5} {...back} stroke={back.stroke ?? 'var(--coax)'} />
          <circle r={2} fill="var(--coax)" />
        </>
      );
    case 'splitter':
      return (
        <>
          <path d="M-7 0 4 -7V7Z" {...back} stroke={back.stroke ?? 'var(--coax)'} strokeLinejoin="round" />
          <path d="M4 -4H8M4 0H8M4 4H8" {...line} stroke="var(--coax)" />
        </>
      );
    case 'jack':
    case 'jackLoose':
      return (
        <>
          <path
            d="M-6 5V-2H-3V-5H3V-2H6V5Z"
            {...back}
            stroke={back.stroke ?? 'var(--fibre)'}
            strokeLinejoin="round"
          />
          {symbol === 'jack' ? (
            <path d="M-2 2V4M2 2V4" {...line} stroke="var(--fibre)" />
          ) : (
            <path d="M-2 0H2" {...line} stroke="var(--mains)" />
          )}
        </>
      );
    case 'interference':
      return (
        <>
          <circle r={7} {...back} stroke={back.stroke ?? 'var(--ink-2)'} strokeDasharray="3 2" />
          <path d="M-4 0q2 -5 4 0t4 0" {...line} stroke="var(--ink)" />
        </>
      );
    case 'lineEntry':
      return (
        <>
          <rect
            x={-6}
            y={-6}
            width={12}
            height={12}
            transform="rotate(45)"
            {...back}
            stroke={back.stroke ?? 'var(--ink)'}
          />
          <path d="M-4 0H3M1 -2.5 3.5 0 1 2.5" {...line} stroke="var(--ink)" />
        </>
      );
    case 'grip':
      return (
        <rect
          x={-5}
          y={-5}
          width={10}
          height={10}
          rx={5}
          fill="var(--lamp)"
          stroke="var(--ink)"
          strokeWidth={1.4}
        />
      );
  }
}
