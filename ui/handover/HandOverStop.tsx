'use client';
import { Download, Printer } from 'lucide-react';
import { useState } from 'react';
import { PAPER_WORDS, isPaperLanguage } from '@/papers/job';
import type { PaperName } from '@/papers/papers';
import { useOption } from '@/ui/job/derived';
import { useJob } from '@/ui/job/store';
import { usePaper } from '@/ui/job/usePaper';
import { Button } from '@/ui/pieces/Button';
import { PaperView } from '@/ui/pieces/PaperView';
import { SelectField } from '@/ui/pieces/fields';
import { Downloads } from './Downloads';
import { KeyBox } from './KeyBox';
import { HandOverExtras } from './HandOverExtras';
import { SignOff } from './SignOff';

const SHOWN: readonly { value: PaperName; label: string }[] = [
  { value: 'hand-over', label: 'For the customer' },
  { value: 'record', label: 'Installer’s record' },
];
const LANGUAGES = Object.entries(PAPER_WORDS).map(([value, { name }]) => ({ value, label: name }));

/** Hand over: the pages as the customer gets them, signed here, and everything of the job as files. */
export function HandOverStop() {
  const id = useJob((s) => s.id);
  const language = useJob((s) => s.brief.paperLanguage);
  const setBrief = useJob((s) => s.setBrief);
  const optionId = useOption()?.id ?? '';
  const [name, setName] = useState<PaperName>('hand-over');
  const [size, setSize] = useState<'a4' | 'letter'>('a4');
  const paper = usePaper(name, language);
  const file = (ending: string) =>
    `/api/jobs/${id}/papers/${name}.${ending}?language=${language}&size=${size}&option=${optionId}`;
  return (
    <div className="h-full overflow-y-auto print:overflow-visible">
      <div className="no-print mx-auto flex max-w-[900px] flex-wrap items-end gap-2 px-4 pt-4">
        <div className="w-48">
          <SelectField label="Paper" value={name} options={SHOWN} onChange={(v) => setName(v)} />
        </div>
        <div className="w-32">
          <SelectField
            label="Language"
            value={language}
            options={LANGUAGES}
            onChange={(v) => {
              if (isPaperLanguage(v)) setBrief((b) => ({ ...b, paperLanguage: v }));
            }}
          />
        </div>
        <div className="w-28">
          <SelectField
            label="Paper size"
            value={size}
            options={[
              { value: 'a4', label: 'A4' },
              { value: 'letter', label: 'Letter' },
            ]}
            onChange={(v) => setSize(v)}
          />
        </div>
        <a className="btn btn-strong" href={file('pdf')}>
          <Download size={16} aria-hidden="true" /> PDF
        </a>
        <a className="btn" href={file('html')}>
          <Download size={16} aria-hidden="true" /> HTML
        </a>
        <Button onClick={() => window.print()}>
          <Printer size={16} aria-hidden="true" /> Print this page
        </Button>
      </div>
      {paper ? (
        <PaperView paper={paper} />
      ) : (
        <p className="panel mx-auto my-4 max-w-[900px] p-6" role="status">
          Working it out.
        </p>
      )}
      <div className="no-print mx-auto flex max-w-[900px] flex-col gap-4 px-4 pb-6">
        <SignOff />
        <HandOverExtras />
        <KeyBox />
        <Downloads />
      </div>
    </div>
  );
}
