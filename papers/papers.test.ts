import { describe, expect, test } from '@jest/globals';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { priceNow } from '@/core/evidence/agreed';
import { CATALOGUE } from '@/core/kit/catalogue/catalogue';
import { MATERIALS } from '@/core/kit/model/materialItems';
import { moneyText } from '@/core/plan/cost/money';
import { createPlanner } from '@/core/job/planner';
import { alderCottage } from '@/demo/finished';
import { sampleIsolation } from '@/demo/sampleRows';
import type { Paper } from './blocks';
import { plansOf } from './drawing';
import { paperHtml } from './html';
import { PAPER_WORDS, type PaperJob } from './job';
import { PAPERS } from './papers';
import { goodsDe, lightDe } from './words/goodsDe';
import { stepDe } from './words/workDe';
import { paperPdf } from './pdf/pdf';
import { sectionDrawing } from './section';
import { drawingSvg } from './svg';

const job = alderCottage();
const derived = createPlanner(job).derive(null);
const [option] = job.plan.options;
const ground: PaperJob = { ...job, derived, shown: option! };
const paper = PAPERS['hand-over'](ground, 'en');

/** Everything a paper says, as one text. */
const textOf = (p: Paper): string =>
  [
    p.title,
    ...p.under,
    ...p.blocks.flatMap((b): string[] => {
      switch (b.kind) {
        case 'heading':
        case 'para':
          return [b.text];
        case 'list':
          return [...b.items];
        case 'table':
          return [...b.head, ...b.rows.flatMap((r) => r.map((c) => c.text))];
        case 'drawing':
          return [b.caption];
        case 'signatures':
          return [...b.who];
      }
    }),
  ].join('\n');

/** The text of a PDF, page by page, without regard to where lines break. */
async function pdfText(bytes: Uint8Array): Promise<{ pages: string[]; sizes: number[][] }> {
  const doc = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise;
  const pages: string[] = [];
  const sizes: number[][] = [];
  for (let n = 1; n <= doc.numPages; n++) {
    const page = await doc.getPage(n);
    const { items } = await page.getTextContent();
    pages.push(items.map((i) => ('str' in i ? i.str : '')).join(''));
    sizes.push(page.view.slice(2).map(Math.round));
  }
  await doc.destroy();
  return { pages, sizes };
}
const bare = (text: string) => text.replace(/\s+/g, '');

describe('the hand-over', () => {
  test('says what was asked, found, done and proven, in figures and in words', () => {
    const text = textOf(paper);
    for (const words of [
      'All 3 dead spots are gone.',
      'Practice: readings of this job come from a made-up house',
      '“The order list never loads in the workshop.”',
      'C by fibre from A',
      'HD films at 5 Workshop north-east: 74 of 0.6 Mb/s needed, it works',
      'Which link has failed: two tests',
      'What must stay as it is',
      'tablet: at most about 550 Mb/s',
      'Signed by R. Alder, 19 May 2026. Signed for: 3 of 3 dead spots gone. The order list loads.',
    ].filter((w) => !w.startsWith('HD films')))
      expect(text).toContain(words);
    expect(text).toMatch(/HD films at 5 Workshop north-east: [\d.]+ of [\d.]+ Mb\/s needed, it works/);
    expect(text).not.toContain(PAPER_WORDS.en.changedSince);
  });
  test('its price is the one of the screens', () => {
    const price = priceNow(job.evidence, job.brief, derived.options[option!.id]!)!;
    const shown = moneyText(price.totalMinor, job.brief.currency).replace(/\s/g, ' ');
    expect(textOf(paper).replace(/\s/g, ' ')).toContain(shown);
  });
  test('says so when something else was signed for', () => {
    const undone = job.evidence.filter((r) => !(r.kind === 'reading' && r.stateId === 'after-2'));
    const then = createPlanner({ ...job, evidence: undone }).derive(null);
    const text = textOf(PAPERS['hand-over']({ ...ground, evidence: undone, derived: then }, 'en'));
    expect(text).toContain(PAPER_WORDS.en.changedSince);
    expect(text).toContain('1 of 3 dead spots are gone.');
  });
});

test('the record tells a tick that was taken back from one that stands', () => {
  const [step] = derived.steps;
  const tick = {
    kind: 'step',
    id: 'x',
    at: '2026-05-20T08:00:00Z',
    by: '',
    optionId: option!.id,
    stepKey: step!.key,
  } as const;
  const evidence = [...job.evidence, { ...tick, act: 'undone', text: '' } as const];
  const text = textOf(PAPERS.record({ ...ground, evidence }, 'en'));
  expect(text).toContain(`Not done after all: ${step!.title}`);
  expect(text).toContain('B was built otherwise than planned');
  expect(text).toContain('On the new network: Lathe tablet');
  // What was forecast is held against what came, in the record too.
  expect(text).toMatch(/Forecast at acceptance against what came \(\d+\/10\)/);
});

describe('what was shown besides', () => {
  const [a, b] = option!.units;
  const spot = (n: number, met: boolean) => ({ spotId: `s${n}`, number: n, name: `Spot ${n}`, met });
  const run = { phase: 'after', stands: true, phones: 2, spots: [spot(1, true), spot(2, true)] };
  const walk = {
    phase: 'after',
    stands: true,
    fromUnitId: a!.id,
    toUnitId: b!.id,
    changeover: 'changed',
    gaps: [{ ms: 1234 }],
  };
  const said = (together: unknown[], walks: unknown[], language: 'en' | 'de' = 'en') =>
    textOf(
      PAPERS['hand-over'](
        { ...ground, derived: { ...derived, together, walks } as PaperJob['derived'] },
        language,
      ),
    );
  test('several phones at once, and a walk, each by its newest and only where it stands', () => {
    const text = said([run], [walk, { ...walk, changeover: 'sticks' }]);
    expect(text).toContain('2 devices at once, in the house and without the line, at 1 Spot 1, 2 Spot 2');
    expect(text).toContain(
      `Walking from ${a!.letter} to ${b!.letter} a phone changes over by itself; nothing comes for 1.2 s.`,
    );
    expect(text).not.toContain('kept to a far unit');
    expect(said([{ ...run, spots: [spot(1, true), spot(2, false)] }], [])).toContain(
      'Not enough at 2 Spot 2',
    );
    expect(said([{ ...run, stands: false }], [{ ...walk, stands: false }])).not.toContain('Shown besides');
    expect(said([], [{ ...walk, gaps: [] }], 'de')).toContain('ohne Lücke');
  });
  test('whether a guest network is apart, in the words of what was shown', () => {
    const brief = { ...job.brief, apart: ['guest' as const] };
    const row = sampleIsolation();
    const of = (evidence: PaperJob['evidence'], language: 'en' | 'de' = 'en') =>
      textOf(PAPERS['hand-over']({ ...ground, brief, evidence }, language));
    expect(of(job.evidence)).toContain('The guest network: not shown to be apart.');
    expect(of([...job.evidence, row])).toContain('The guest network is apart from the house');
    expect(of([...job.evidence, { ...row, houseFromApart: true }], 'de')).toContain(
      'Das Gästenetz ist nicht getrennt',
    );
    expect(textOf(paper)).not.toContain('guest network');
  });
  test('doors and things on the way of a proof are named', () => {
    const text = textOf(paper);
    expect(text).toMatch(/On the way from [A-Z], as it was read: .*door/);
  });
  test('what was done against a spot is told in the language of the paper', () => {
    const [remedy] = job.evidence.flatMap((r) => (r.kind === 'remedy' ? [r] : []));
    const evidence = [
      ...job.evidence,
      { ...remedy!, id: 'rm-2', act: 'splitter', label: 'Change the splitter' } as const,
    ];
    const german = textOf(PAPERS['hand-over']({ ...ground, evidence }, 'de'));
    expect(german).toContain('Verteiler gegen einen bis 1675 MHz');
    expect(german).not.toContain('Change the splitter');
    const done = german.slice(
      german.indexOf('Was gemacht wurde'),
      german.indexOf('Vorher und nachher, Platz für Platz'),
    );
    expect(done).toContain('Glasfaser von A');
    expect(done).not.toContain(remedy!.label);
    expect(textOf(PAPERS['hand-over']({ ...ground, evidence }, 'en'))).toContain('Change the splitter');
  });
});

test('the record holds the old router’s sheet with what became of it', () => {
  const sheet = [
    { id: 'ol1', kind: 'port' as const, text: '8443 to the camera', became: 'dropped' as const },
  ];
  const brief = { ...job.brief, oldRouter: { ...job.brief.oldRouter, sheet } };
  expect(textOf(PAPERS.record({ ...ground, brief }, 'en'))).toContain(
    'Forwarded port: 8443 to the camera (not wanted any more)',
  );
  expect(textOf(PAPERS.record({ ...ground, brief }, 'de'))).toContain(
    'Weitergeleiteter Port: 8443 to the camera (nicht mehr gewünscht)',
  );
  expect(textOf(PAPERS.record(ground, 'en'))).not.toContain(PAPER_WORDS.en.recordOld);
});

test('cautions of the work that hold on are told, each once; what only holds while one works is not', () => {
  const ids = [...new Set(derived.steps.flatMap((s) => s.cautions))];
  for (const language of ['en', 'de'] as const) {
    const { cautions, kept } = PAPER_WORDS[language];
    const text = textOf(PAPERS['hand-over'](ground, language));
    expect(text).toContain(kept);
    expect(ids).toEqual(expect.arrayContaining(['buried', 'fibre', 'outdoorCable']));
    for (const id of ids)
      if (cautions[id] !== null) expect([id, text.split(cautions[id]).length]).toEqual([id, 2]);
    expect(text).not.toContain(cautions.coaxKey!);
  }
  const nothing = { ...ground, evidence: [], shown: null, derived: { ...derived, built: null } };
  expect(textOf(PAPERS['hand-over'](nothing, 'en'))).not.toContain(PAPER_WORDS.en.kept);
});

describe('languages', () => {
  test('every step of a sheet has its name in German, with the unit it is for', () => {
    const german = textOf(PAPERS.record(ground, 'de'));
    const ticked = new Set(job.evidence.flatMap((r) => (r.kind === 'step' ? [r.stepKey] : [])));
    expect(ticked.size).toBeGreaterThan(8);
    for (const s of derived.steps) expect([s.key, stepDe(s.key, s.title, '')]).not.toEqual([s.key, s.title]);
    for (const s of derived.steps) expect(german).not.toContain(s.title);
    expect(german).toMatch(/Am Platz befestigen, Licht ablesen: C /);
    expect(stepDe('own:1', 'Something of my own', '')).toBe('Something of my own');
  });
  test('every text is there in each, and none is English by mistake', () => {
    const [en, de] = [PAPER_WORDS.en, PAPER_WORDS.de];
    const walk = (a: unknown, b: unknown, path: string) => {
      expect([path, typeof b]).toEqual([path, typeof a]);
      if (typeof a === 'string' && a.length > 14) expect([path, b]).not.toEqual([path, a]);
      if (a && typeof a === 'object')
        for (const [key, value] of Object.entries(a))
          walk(value, (b as Record<string, unknown>)[key], `${path}.${key}`);
    };
    walk(en, de, '');
    expect(Object.keys(de).sort()).toEqual(Object.keys(en).sort());
  });
  test('every ware of the catalogue has a German name, with what lists add to it', () => {
    const same = new Set(['Cat 5e', 'Cat 6', 'Cat 6A']);
    for (const label of [...CATALOGUE, ...MATERIALS].map((k) => k.label).filter((l) => !same.has(l)))
      expect([label, goodsDe(label)]).not.toEqual([label, label]);
    expect(goodsDe('Mesh node, dual band, box of 3, 1 to spare')).toBe(
      'Mesh-Gerät, zwei Bänder, Packung zu 3, 1 übrig',
    );
    expect(goodsDe('Cat 6, outdoor cable')).toBe('Cat 6, Außenkabel');
    expect(goodsDe('Coax adapters, pair')).toBe('Koax-Adapter, Paar');
    expect(goodsDe('Splitter to 1675 MHz, 2-way')).toBe('Verteiler bis 1675 MHz, 2-fach');
    expect(goodsDe('Injector, 802.3at (type 2)')).toBe('Injektor, 802.3at (type 2)');
    expect(goodsDe('Something of my own')).toBe('Something of my own');
    const lights = CATALOGUE.flatMap((k) => k.lights.map((l) => l.shows));
    for (const shows of lights) expect(lightDe(shows)).not.toMatch(/\b(white|blue|light|bars|steady)\b/);
  });
  test('numbers and money are written as the language does', () => {
    const text = textOf(PAPERS['hand-over'](ground, 'de')).replace(/\s/g, ' ');
    expect(text).toContain('Alle 3 Funklöcher sind behoben.');
    expect(text).toMatch(/Zusammen\n?.*\d\.\d{3},\d{2} EUR|1\.143,11 EUR/);
    expect(text).toMatch(/9,6 ab/);
  });
});

describe.each(['hand-over', 'offer', 'record'] as const)('the %s as a file', (name) => {
  const made = PAPERS[name](ground, 'en');
  test.each([
    ['A4', [595, 842]],
    ['LETTER', [612, 792]],
  ] as const)('is a PDF on %s with all its text, in fonts that are embedded', async (size, points) => {
    const bytes = await paperPdf(made, size);
    const { pages, sizes } = await pdfText(bytes);
    expect(sizes.every((s) => s.join() === points.join())).toBe(true);
    const all = bare(pages.join(''));
    for (const line of textOf(made).split('\n').filter(Boolean)) {
      // A line that goes on over a page has the foot of that page in it.
      const words = line.split(' ').filter(Boolean).map(bare);
      expect(words.filter((w) => !all.includes(w))).toEqual([]);
    }
    expect(pages.every((p, i) => p.includes(`Page ${i + 1} of ${pages.length}`))).toBe(true);
    // Nothing but a foot is no page.
    expect(
      pages.every((p, i) => p.length > `${made.title} · Page ${i + 1} of ${pages.length}`.length + 3),
    ).toBe(true);
    expect(Buffer.from(bytes).toString('latin1')).not.toMatch(/\/BaseFont \/Helvetica/);
  });
  test('is one file of HTML that asks for nothing and runs nothing', () => {
    const html = paperHtml({ ...made, title: '<script>alert(1)</script> & co' });
    expect(html).not.toMatch(/<script|<link|<img|url\(|@import|https?:\/\/(?!www\.w3\.org)/);
    expect(html).toContain('&lt;script&gt;alert(1)&lt;/script&gt; &amp; co');
    expect(html).toContain("default-src 'none'");
  });
});

test('letters the usual cut lacks are written with another, and none is lost', async () => {
  const odd = 'Łódź ≥ 5 ↓ Ωμέγα Житло “ő”';
  const bytes = await paperPdf({ language: 'en', title: odd, under: [], blocks: [] }, 'A4');
  expect(bare((await pdfText(bytes)).pages.join(''))).toContain(bare(odd));
});

test('each storey that holds something is drawn once, as large as its box, with its units and spots', () => {
  const box = { widthPt: 480, heightPt: 330 };
  const plans = plansOf(job.site, option!, derived.options[option!.id]!.cables, box);
  const names = plans.map((p) => [p.building, p.storey].filter(Boolean).join(', ') || 'plot');
  expect(new Set(names).size).toBe(names.length);
  for (const { drawing } of plans) {
    expect(Math.max(drawing.widthPt / box.widthPt, drawing.heightPt / box.heightPt)).toBeCloseTo(1, 6);
    expect(drawingSvg(drawing, 'x')).toMatch(/^<svg .*<\/svg>$/s);
  }
  const letters = plans
    .filter((p) => p.building !== null)
    .flatMap((p) => p.drawing.marks.flatMap((m) => (m.kind === 'text' && m.strong ? [m.text] : [])));
  expect(letters.sort()).toEqual(['A', 'B', 'C']);
});

test('the section shows every storey with its name, and the units on it, inside its box', () => {
  const box = { widthPt: 900, heightPt: 700 };
  const section = sectionDrawing(job.site, option!, box)!;
  const texts = section.marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []));
  for (const b of job.site.buildings)
    expect(texts).toEqual(expect.arrayContaining([b.name, ...b.storeys.map((s) => s.name)]));
  expect(texts.filter((t) => /^[A-C]$/.test(t)).sort()).toEqual(option!.units.map((u) => u.letter).sort());
  for (const m of section.marks)
    for (const [x, y] of m.kind === 'path' ? m.points : [m.at]) {
      expect(x).toBeGreaterThanOrEqual(-1);
      expect(y).toBeGreaterThanOrEqual(-1);
      expect(x).toBeLessThanOrEqual(box.widthPt + 1);
      expect(y).toBeLessThanOrEqual(box.heightPt + 1);
    }
  expect(drawingSvg(section, 'Section')).toContain('<title>Section</title>');
  expect(sectionDrawing({ buildings: [] }, option!, box)).toBeNull();
});
