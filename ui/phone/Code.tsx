import QRCode from 'qrcode';
import { useMemo } from 'react';

/** Free modules around a code (ISO/IEC 18004). */
const QUIET = 4;

/** An address as a code to be scanned, black on white in both themes. */
export function Code({ address }: { address: string }) {
  const { size, path } = useMemo(() => {
    const { modules } = QRCode.create(address, { errorCorrectionLevel: 'M' });
    let d = '';
    for (let y = 0; y < modules.size; y++)
      for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) d += `M${x + QUIET} ${y + QUIET}h1v1h-1z`;
    return { size: modules.size + 2 * QUIET, path: d };
  }, [address]);
  return (
    <svg
      viewBox={`0 0 ${size} ${size}`}
      className="h-60 w-60 shrink-0"
      role="img"
      aria-label="Code for the phone"
      shapeRendering="crispEdges"
    >
      <rect width={size} height={size} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}
