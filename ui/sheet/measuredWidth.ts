import { lru } from '../../core/stats/lru';

let context: CanvasRenderingContext2D | null = null;
/** Texts whose width is remembered; a job has a few hundred. */
const widths = lru<string, number>(5000);
/** Halo of a label at both sides together, px. */
const HALO_PX = 4;
const SIZE_PX = 100;

/** Width of a text in the figure face as the browser draws it, px, with its halo. */
export function measuredWidth(text: string, fontPx: number): number {
  const width = widths(text, () => {
    if (!context) {
      context = document.createElement('canvas').getContext('2d')!;
      const face =
        getComputedStyle(document.documentElement).getPropertyValue('--font-fig') || 'Barlow Semi Condensed';
      context.font = `500 ${SIZE_PX}px ${face}, Barlow, sans-serif`;
    }
    return context.measureText(text).width / SIZE_PX;
  });
  return width * fontPx + HALO_PX;
}
