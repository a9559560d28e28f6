import { INKS, type Drawing } from './drawing';

export const escapedHtml = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
const n = (v: number) => String(Math.round(v * 100) / 100);

/** A drawing as a picture of its own: SVG with real text, sized in points. */
export function drawingSvg({ widthPt, heightPt, marks }: Drawing, title: string): string {
  const body = marks.map((m) => {
    if (m.kind === 'circle')
      return `<circle cx="${n(m.at[0])}" cy="${n(m.at[1])}" r="${n(m.rPt)}" fill="${m.fill ? INKS[m.fill] : 'none'}" stroke="${m.stroke ? INKS[m.stroke] : 'none'}" stroke-width="${n(m.widthPt)}"/>`;
    if (m.kind === 'text')
      return `<text x="${n(m.at[0])}" y="${n(m.at[1] + 0.35 * m.sizePt)}" font-size="${n(m.sizePt)}" text-anchor="middle" fill="${INKS[m.ink]}"${m.strong ? ' font-weight="600"' : ''}>${escapedHtml(m.text)}</text>`;
    const d = m.points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${n(x)} ${n(y)}`).join('');
    return `<path d="${d}${m.closed ? 'Z' : ''}" fill="${m.fill ? INKS[m.fill] : 'none'}" stroke="${m.stroke ? INKS[m.stroke] : 'none'}" stroke-width="${n(m.widthPt)}"${m.dash ? ` stroke-dasharray="${m.dash.map(n).join(' ')}"` : ''}/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${n(widthPt)}pt" height="${n(heightPt)}pt" viewBox="0 0 ${n(widthPt)} ${n(heightPt)}" font-family="Barlow, 'Segoe UI', sans-serif" role="img" aria-label="${escapedHtml(title)}"><title>${escapedHtml(title)}</title>${body.join('')}</svg>`;
}
