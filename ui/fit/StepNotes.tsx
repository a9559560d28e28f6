'use client';
import { useState } from 'react';
import { notesAt, photosAt } from '@/core/evidence/fold';
import { useJob } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';

/** Notes at a step, and who did it where that has to be somebody licensed. */
export function StepNotes({ optionId, stepKey }: { optionId: string; stepKey: string }) {
  const notes = useJob((s) => notesAt(s.evidence, optionId, stepKey));
  const photos = useJob((s) => photosAt(s.evidence, optionId, stepKey));
  const jobId = useJob((s) => s.id);
  const record = useRecord();
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <div className="mt-1">
      {notes.length > 0 && (
        <ul className="border-l-2 border-l-rule pl-2 text-ink-2">
          {notes.map((n, i) => (
            <li key={`${i} ${n}`}>{n}</li>
          ))}
        </ul>
      )}
      {photos.length > 0 && (
        <ul className="mt-1 flex flex-wrap gap-2" aria-label="Photos">
          {photos.map((pictureId, i) => (
            <li key={pictureId}>
              <a href={`/api/jobs/${jobId}/pictures/${pictureId}`} target="_blank" rel="noreferrer">
                <svg width={64} height={64} role="img" aria-label={`Photo ${i + 1}`}>
                  <image
                    href={`/api/jobs/${jobId}/pictures/${pictureId}`}
                    width={64}
                    height={64}
                    preserveAspectRatio="xMidYMid slice"
                  />
                </svg>
              </a>
            </li>
          ))}
        </ul>
      )}
      <form
        className="flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (text.trim() === '') return;
          void record.step(optionId, stepKey, 'note', text.trim().slice(0, 400)).then((p) => {
            setProblem(p);
            if (!p) setText('');
          });
        }}
      >
        <label className="lab flex-1">
          Note, or who did it
          <input className="field" maxLength={400} value={text} onChange={(e) => setText(e.target.value)} />
        </label>
        <Button type="submit">Keep</Button>
      </form>
      <Problem words={problem} />
    </div>
  );
}
