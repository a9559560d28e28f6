'use client';
import { useMemo, useState } from 'react';
import { checkSurvey, type SurveyNotice } from '@/core/site/check/survey';
import type { ThingKind } from '@/core/site/edit/things';
import { useJob } from '@/ui/job/store';
import { useSettled } from '@/ui/pieces/useSettled';
import { useDrawingStore } from './drawing';
import type { Pass } from './tools';
import { Button } from '@/ui/pieces/Button';

/** Rest of the hand before the survey is checked anew, ms. */
const REST_MS = 400;
/** Notices shown before the rest is unfolded. */
const FIRST = 4;

const PASS_OF: Partial<Record<ThingKind, Pass>> = {
  wall: 'house',
  room: 'house',
  outlet: 'wiring',
  coaxOutlet: 'wiring',
  splitter: 'wiring',
  dataRun: 'wiring',
  jack: 'wiring',
  spot: 'spots',
};

/** What in the survey is worth a second look, each a press from its place. None of it holds anything up. */
export function Notices() {
  const live = useJob((s) => s.site);
  const site = useSettled(live, REST_MS) ?? live;
  const showStorey = useJob((s) => s.showStorey);
  const select = useJob((s) => s.select);
  const set = useJob((s) => s.set);
  const drawing = useDrawingStore();
  const [all, setAll] = useState(false);
  const notices = useMemo(() => checkSurvey(site), [site]);
  if (notices.length === 0) return null;
  const go = (n: SurveyNotice) => {
    if (n.storeyId) showStorey(n.storeyId);
    const pass =
      n.kind === 'noStairs' || n.kind === 'outlineOff' ? 'house' : n.thing && PASS_OF[n.thing.kind];
    if (pass) drawing.getState().open(pass);
    if (n.thing) select(n.thing);
    if (n.at) set({ lookAt: { xM: n.at.xM, yM: n.at.yM } });
  };
  const shown = all ? notices : notices.slice(0, FIRST);
  return (
    <section className="panel shrink-0 p-3" aria-label="Worth a look">
      <h2 className="head2">Worth a look</h2>
      <ul className="mt-1 space-y-1">
        {shown.map((n, i) => (
          <li key={i}>
            {n.thing || n.storeyId ? (
              <button type="button" className="link text-left" onClick={() => go(n)}>
                {n.message}
              </button>
            ) : (
              n.message
            )}
          </li>
        ))}
      </ul>
      {notices.length > FIRST && (
        <Button className="mt-1" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Fewer' : `${notices.length - FIRST} more`}
        </Button>
      )}
    </section>
  );
}
