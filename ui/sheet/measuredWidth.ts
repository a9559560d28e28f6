let context: CanvasRenderingContext2D | null = null;
const known = new Map<string, number>();
/** Texts whose width is remembered; a job has a few hundred. */
const MOST = 5000;
/** Halo of a label at both sides together, px. */
const HALO_PX = 4;
const SIZE_PX = 100;

/** Width of a text in the figure face as the browser draws it, px, with its halo. */
export function measuredWidth(text: string, fontPx: number): number {
  let width = known.get(text);
  if (width === undefined) {
    if (!context) {
      context = document.createElement('canvas').getContext('2d')!;
      const face =
        getComputedStyle(document.documentElement).getPropertyValue('--font-fig') || 'Barlow Semi Condensed';
      context.font = `500 ${SIZE_PX}px ${face}, Barlow, sans-serif`;
    }
    width = context.measureText(text).width / SIZE_PX;
    if (known.size > MOST) known.clear();
    known.set(text, width);
  }
  return width * fontPx + HALO_PX;
}
