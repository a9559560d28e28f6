import PDFDocument from 'pdfkit';
import type { Block, Cell, Paper } from '../blocks';
import { INKS, type Drawing } from '../drawing';
import { PAPER_WORDS } from '../job';
import { fontFiles, type Face } from './fonts';

export type PageSize = 'A4' | 'LETTER';

const MARGIN_PT = 50;
const FOOT_PT = 26;
const TEXT_PT = 10;
const SMALL_PT = 9;
const GAP_PT = 6;
const TONES = { good: INKS.copper, bad: INKS.mains, soft: INKS.soft } as const;

/** Letters in one face that one cut of it holds. */
interface Run {
  font: string;
  text: string;
}

/** What writes a paper: pdfkit with the cuts of both faces, and the cut of every letter. */
function writer(paper: Paper, size: PageSize) {
  const doc = new PDFDocument({
    size,
    margins: { top: MARGIN_PT, left: MARGIN_PT, right: MARGIN_PT, bottom: MARGIN_PT + FOOT_PT },
    bufferPages: true,
    lang: paper.language,
    info: { Title: paper.title, Creator: 'Nestle', Producer: 'Nestle' },
  });
  const cuts = fontFiles().map(({ name, face, bytes }) => {
    doc.registerFont(name, bytes as unknown as Buffer);
    doc.font(name);
    const { font } = (doc as unknown as { _font: { font: { hasGlyphForCodePoint(code: number): boolean } } })
      ._font;
    return { name, face, has: (code: number) => font.hasGlyphForCodePoint(code) };
  });
  const cutOf = new Map<string, string>();
  const fontFor = (face: Face, letter: string): string => {
    const key = `${face}${letter}`;
    let name = cutOf.get(key);
    if (name === undefined) {
      const own = cuts.filter((c) => c.face === face);
      name = (own.find((c) => c.has(letter.codePointAt(0)!)) ?? own[0]!).name;
      cutOf.set(key, name);
    }
    return name;
  };
  /** A text as runs of one font each; spaces stay with the run before them. */
  const runsOf = (text: string, face: Face): Run[] => {
    const runs: Run[] = [];
    for (const letter of text) {
      const last = runs[runs.length - 1];
      const font = letter === ' ' && last ? last.font : fontFor(face, letter);
      if (last && last.font === font) last.text += letter;
      else runs.push({ font, text: letter });
    }
    return runs;
  };
  const widthPt = doc.page.width - 2 * MARGIN_PT;
  const bottomPt = () => doc.page.height - MARGIN_PT - FOOT_PT;
  /** Lines a text takes in a width, each as its runs: words are never torn, but for one that is wider than the line. */
  const linesOf = (text: string, face: Face, sizePt: number, lineWidthPt: number): Run[][] => {
    const measure = (t: string) => {
      let w = 0;
      for (const run of runsOf(t, face)) w += doc.font(run.font).fontSize(sizePt).widthOfString(run.text);
      return w;
    };
    const lines: string[] = [];
    for (const part of text.split('\n')) {
      let line = '';
      for (const word of part.split(' ')) {
        let rest = word;
        while (measure(rest) > lineWidthPt && rest.length > 1) {
          let n = rest.length - 1;
          while (n > 1 && measure(rest.slice(0, n)) > lineWidthPt) n--;
          if (line) lines.push(line);
          lines.push(rest.slice(0, n));
          [line, rest] = ['', rest.slice(n)];
        }
        const longer = line === '' ? rest : `${line} ${rest}`;
        if (line !== '' && measure(longer) > lineWidthPt) {
          lines.push(line);
          line = rest;
        } else line = longer;
      }
      lines.push(line);
    }
    return lines.map((l) => runsOf(l, face));
  };
  const lineHeightPt = (sizePt: number) => sizePt * 1.35;
  const widthOf = (runs: readonly Run[], sizePt: number) =>
    runs.reduce((sum, r) => sum + doc.font(r.font).fontSize(sizePt).widthOfString(r.text), 0);
  const write = (
    lines: readonly Run[][],
    x: number,
    y: number,
    sizePt: number,
    colour: string,
    rightPt: number | null = null,
  ) => {
    lines.forEach((runs, i) => {
      // Against a right edge it begins where it ends in time.
      let at = rightPt === null ? x : rightPt - widthOf(runs, sizePt);
      for (const run of runs) {
        doc.font(run.font).fontSize(sizePt).fillColor(colour);
        doc.text(run.text, at, y + i * lineHeightPt(sizePt), { lineBreak: false });
        at += doc.widthOfString(run.text);
      }
    });
    return lines.length * lineHeightPt(sizePt);
  };
  return { doc, widthPt, bottomPt, linesOf, write, widthOf, lineHeightPt };
}
type Writer = ReturnType<typeof writer>;

const toneOf = (tone: Cell['tone']) => (tone ? TONES[tone] : INKS.ink);

/** Sees that so much fits on the page, else begins the next. Gives where it begins. */
function room(w: Writer, y: number, heightPt: number): number {
  if (y + heightPt <= w.bottomPt()) return y;
  w.doc.addPage();
  return MARGIN_PT;
}

function paragraph(
  w: Writer,
  y: number,
  text: string,
  sizePt: number,
  face: Face,
  colour: string,
  indentPt = 0,
): number {
  let at = y;
  // A long text goes on over the page line by line.
  for (const line of w.linesOf(text, face, sizePt, w.widthPt - indentPt)) {
    at = room(w, at, w.lineHeightPt(sizePt));
    at += w.write([line], MARGIN_PT + indentPt, at, sizePt, colour);
  }
  return at;
}

function table(w: Writer, y: number, b: Extract<Block, { kind: 'table' }>): number {
  const pad = 6;
  const widths = b.widths.map((share) => share * w.widthPt);
  const xs = widths.map((_, i) => MARGIN_PT + widths.slice(0, i).reduce((a, c) => a + c, 0));
  const edgeOf = (i: number) => (b.amounts && i === widths.length - 1 ? MARGIN_PT + w.widthPt : null);
  const heightOf = (lines: readonly (readonly Run[][])[]) =>
    Math.max(...lines.map((l) => l.length)) * w.lineHeightPt(SMALL_PT) + 4;
  const head = b.head.map((h, i) => w.linesOf(h, 'plain', SMALL_PT, widths[i]! - pad));
  const writeHead = (at: number) => {
    head.forEach((lines, i) => w.write(lines, xs[i]!, at, SMALL_PT, INKS.soft, edgeOf(i)));
    return at + heightOf(head);
  };
  const first = b.rows[0]
    ? heightOf(
        b.rows[0].map((c, i) => w.linesOf(c.text, c.strong ? 'strong' : 'plain', SMALL_PT, widths[i]! - pad)),
      )
    : 0;
  let at = writeHead(room(w, y, heightOf(head) + first));
  for (const row of b.rows) {
    const lines = row.map((c, i) =>
      w.linesOf(c.text, c.strong ? 'strong' : 'plain', SMALL_PT, widths[i]! - pad),
    );
    const height = heightOf(lines);
    if (at + height > w.bottomPt()) {
      w.doc.addPage();
      at = writeHead(MARGIN_PT);
    }
    w.doc
      .moveTo(MARGIN_PT, at)
      .lineTo(MARGIN_PT + w.widthPt, at)
      .lineWidth(0.5)
      .stroke(INKS.rule);
    row.forEach((c, i) => w.write(lines[i]!, xs[i]!, at + 2, SMALL_PT, toneOf(c.tone), edgeOf(i)));
    at += height;
  }
  return at;
}

function drawing(w: Writer, y: number, d: Drawing, caption: string): number {
  const scale = Math.min(1, w.widthPt / d.widthPt);
  const height = d.heightPt * scale;
  const at = room(w, y, height + 18);
  const { doc } = w;
  doc.save().translate(MARGIN_PT, at).scale(scale, scale, {});
  for (const m of d.marks) {
    if (m.kind === 'text') continue;
    doc.save().lineWidth(m.widthPt);
    if (m.kind === 'circle') doc.circle(m.at[0], m.at[1], m.rPt);
    else {
      m.points.forEach(([px, py], i) => (i === 0 ? doc.moveTo(px, py) : doc.lineTo(px, py)));
      if (m.closed) doc.closePath();
      // pdfkit takes any list of lengths, its types only a number.
      if (m.dash) doc.dash(m.dash as unknown as number, {});
    }
    if (m.fill && m.stroke) doc.fillAndStroke(INKS[m.fill], INKS[m.stroke]);
    else if (m.fill) doc.fill(INKS[m.fill]);
    else if (m.stroke) doc.stroke(INKS[m.stroke]);
    doc.restore();
  }
  doc.restore();
  // Text stands over the marks, upright and unscaled in its own place.
  for (const m of d.marks) {
    if (m.kind !== 'text') continue;
    const size = m.sizePt * Math.max(scale, 0.85);
    const lines = w.linesOf(m.text, m.strong ? 'strong' : 'plain', size, 1000);
    const width = w.widthOf(lines[0]!, size);
    w.write(
      lines,
      MARGIN_PT + m.at[0] * scale - width / 2,
      at + m.at[1] * scale - 0.6 * size,
      size,
      INKS[m.ink],
    );
  }
  w.write(w.linesOf(caption, 'plain', SMALL_PT, w.widthPt), MARGIN_PT, at + height + 3, SMALL_PT, INKS.soft);
  return at + height + 20;
}

function block(w: Writer, y: number, b: Block, next: Block | undefined): number {
  switch (b.kind) {
    case 'heading': {
      // A heading stays with what follows it.
      const follows = next?.kind === 'drawing' ? next.drawing.heightPt + 30 : 60;
      const at = room(w, y + 10, 24 + Math.min(follows, 420));
      return paragraph(w, at, b.text, 13, 'strong', INKS.ink) + 2;
    }
    case 'para':
      return (
        paragraph(
          w,
          y,
          b.text,
          b.strong ? 12 : b.tone === 'soft' ? SMALL_PT : TEXT_PT,
          b.strong ? 'strong' : 'plain',
          toneOf(b.tone),
        ) +
        GAP_PT / 2
      );
    case 'list': {
      let at = y;
      for (const item of b.items) {
        at = room(w, at, w.lineHeightPt(TEXT_PT));
        w.write(w.linesOf('•', 'plain', TEXT_PT, 10), MARGIN_PT + 2, at, TEXT_PT, INKS.ink);
        at = paragraph(w, at, item, TEXT_PT, 'plain', INKS.ink, 14) + 1;
      }
      return at + GAP_PT / 2;
    }
    case 'table':
      return table(w, y, b) + GAP_PT;
    case 'drawing':
      return drawing(w, y, b.drawing, b.caption) + GAP_PT;
    case 'signatures': {
      const at = room(w, y, 80) + 56;
      const gap = 30;
      const each = (w.widthPt - gap * (b.who.length - 1)) / b.who.length;
      b.who.forEach((who, i) => {
        const x = MARGIN_PT + i * (each + gap);
        w.doc
          .moveTo(x, at)
          .lineTo(x + each, at)
          .lineWidth(0.7)
          .stroke(INKS.ink);
        w.write(w.linesOf(who, 'plain', SMALL_PT, each), x, at + 3, SMALL_PT, INKS.soft);
      });
      return at + 20;
    }
  }
}

/** A paper as PDF: real text in fonts that are embedded, A4 or Letter, pages numbered. */
export async function paperPdf(paper: Paper, size: PageSize): Promise<Uint8Array<ArrayBuffer>> {
  const w = writer(paper, size);
  const { doc } = w;
  const chunks: Buffer[] = [];
  const ended = new Promise<void>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', resolve);
    doc.on('error', reject);
  });
  let y = paragraph(w, MARGIN_PT, paper.title, 20, 'strong', INKS.ink) + 2;
  for (const under of paper.under) y = paragraph(w, y, under, TEXT_PT, 'plain', INKS.soft);
  y += GAP_PT;
  paper.blocks.forEach((b, i) => {
    y = block(w, y, b, paper.blocks[i + 1]);
  });
  const { start, count } = doc.bufferedPageRange();
  const words = PAPER_WORDS[paper.language];
  for (let i = start; i < start + count; i++) {
    doc.switchToPage(i);
    // The foot lies in the margin, where pdfkit would begin a page.
    doc.page.margins.bottom = 0;
    const text = `${paper.title} · ${words.page(i - start + 1, count)}`;
    w.write(w.linesOf(text, 'plain', 8, w.widthPt), MARGIN_PT, doc.page.height - MARGIN_PT, 8, INKS.soft);
  }
  doc.end();
  await ended;
  return new Uint8Array(Buffer.concat(chunks));
}
