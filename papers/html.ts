import type { Block, Cell, Paper } from './blocks';
import { drawingSvg, escapedHtml as esc } from './svg';

const tone = (t: Cell['tone']) => (t ? ` class="${t}"` : '');

function blockHtml(b: Block): string {
  switch (b.kind) {
    case 'heading':
      return `<h2>${esc(b.text)}</h2>`;
    case 'para':
      return `<p${tone(b.tone)}>${b.strong ? `<strong>${esc(b.text)}</strong>` : esc(b.text)}</p>`;
    case 'list':
      return `<ul>${b.items.map((i) => `<li>${esc(i)}</li>`).join('')}</ul>`;
    case 'table':
      return `<table${b.amounts ? ' class="amounts"' : ''}><thead><tr>${b.head.map((h, i) => `<th scope="col" style="width:${Math.round(100 * b.widths[i]!)}%">${esc(h)}</th>`).join('')}</tr></thead><tbody>${b.rows
        .map(
          (row) =>
            `<tr>${row.map((c) => `<td${tone(c.tone)}>${c.strong ? `<strong>${esc(c.text)}</strong>` : esc(c.text).replace(/\n/g, '<br>')}</td>`).join('')}</tr>`,
        )
        .join('')}</tbody></table>`;
    case 'drawing':
      return `<figure>${drawingSvg(b.drawing, b.caption)}<figcaption>${esc(b.caption)}</figcaption></figure>`;
    case 'signatures':
      return `<div class="sign">${b.who.map((w) => `<div>${esc(w)}</div>`).join('')}</div>`;
  }
}

const STYLE = `
@page { margin: 18mm 16mm; }
body { font: 15px/1.45 Barlow, 'Segoe UI', system-ui, sans-serif; color: #1C2A2E; background: #fff; max-width: 820px; margin: 24px auto; padding: 0 20px; }
h1 { font-size: 26px; margin: 0; } h2 { font-size: 17px; margin: 22px 0 6px; }
p { margin: 6px 0; } .soft { color: #5A6A6D; } .good { color: #0E6A5A; } .bad { color: #A6382F; }
table { border-collapse: collapse; width: 100%; font-size: 13.5px; } th { text-align: left; font-weight: 400; color: #5A6A6D; }
td, th { vertical-align: top; padding: 3px 8px 3px 0; } tbody tr { border-top: 1px solid #C6D0CB; break-inside: avoid; }
table.amounts td:last-child, table.amounts th:last-child { text-align: right; padding-right: 0; font-variant-numeric: tabular-nums; }
figure { margin: 10px 0; break-inside: avoid; } figure svg { max-width: 100%; height: auto; } figcaption { font-size: 12.5px; color: #5A6A6D; }
.sign { display: flex; gap: 40px; margin-top: 48px; } .sign div { flex: 1; border-top: 1px solid #1C2A2E; padding-top: 3px; font-size: 13px; color: #5A6A6D; }
@media print { body { margin: 0; padding: 0; max-width: none; } }
`;

/** A paper as one file of HTML that needs nothing beside itself: no script, no font, no picture from elsewhere. */
export const paperHtml = (paper: Paper): string =>
  `<!doctype html><html lang="${paper.language}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'"><title>${esc(paper.title)}</title><style>${STYLE}</style></head><body><main><h1>${esc(paper.title)}</h1>${paper.under
    .map((u) => `<p class="soft">${esc(u)}</p>`)
    .join('')}${paper.blocks.map(blockHtml).join('')}</main></body></html>\n`;
