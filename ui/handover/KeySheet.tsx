import { createPortal } from 'react-dom';
import { joinCode, type NamedKey } from '@/core/job/keyBox';
import { PAPER_WORDS } from '@/papers/job';
import type { PaperLanguage } from '@/papers/blocks';
import { Code } from '@/ui/phone/Code';

/** Prints the sheet of keys alone: the page beside it is left out for as long as the print is made. */
export function printKeys(): void {
  const root = document.documentElement;
  root.dataset['print'] = 'keys';
  window.print();
  delete root.dataset['print'];
}

/** Names and keys as they are printed for the customer, each with a code to join by; never on screen. */
export function KeySheet({
  job,
  keys,
  language,
}: {
  job: string;
  keys: readonly NamedKey[];
  language: PaperLanguage;
}) {
  const words = PAPER_WORDS[language].keySheet;
  return createPortal(
    <article data-key-sheet aria-hidden="true" lang={language}>
      <h1 className="fig text-2xl font-semibold">
        {words.title}: {job}
      </h1>
      <p>{words.scan}</p>
      {keys.map((k) => (
        <section key={`${k.kind} ${k.name}`} className="mt-4 flex break-inside-avoid items-center gap-6">
          {k.kind === 'admin' ? <span className="w-60" /> : <Code address={joinCode(k)} />}
          <dl className="fig text-lg">
            <dt className="text-ink-2">{words.kinds[k.kind]}</dt>
            <dd>
              {words.name}: <strong>{k.name}</strong>
            </dd>
            <dd>
              {words.key}: <strong className="font-mono">{k.key}</strong>
            </dd>
          </dl>
        </section>
      ))}
      <p className="mt-4">{words.note}</p>
    </article>,
    document.body,
  );
}
