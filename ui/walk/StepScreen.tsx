/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import { CAUTIONS } from '@/core/fit/cautions';
import { WHO_WORDS } from '@/core/fit/crewWords';
import { LIGHT_WORDS } from '@/core/fit/lights';
import { comparesSerials } from '@/core/fit/serials';
import { clockText } from '@/core/fit/progress';
import { minutesText } from '@/core/plan/cost/duration';
import type { WalkView } from '@/server/walk/view';
import { ApartTest } from './ApartTest';
import { Countdown } from './Countdown';
import { dayOn, devicesOn, serialsOn, type WalkDayStep } from './day';
import { LightMark } from './LightMark';
import { NotePad } from './NotePad';
import { NotGood } from './NotGood';
import { PhotoPad } from './PhotoPad';
import { SerialPad } from './SerialPad';
import { go, record } from './state';
import { Tries } from './Tries';
import { useNow } from './useNow';
import { useWalk } from './useWalk';

/** What its light means at this step, drawn and in words. */
function Lights({ step }: { step: WalkDayStep }) {
  if (step.lights.length === 0) return null;
  return (
    <details>
      <summary>What its light means now</summary>
      <ul class="lights">
        {step.lights.map((l) => (
          <li key={`${l.shows} ${l.when}`}>
            <LightMark shows={l.shows} />
            <span>
              {l.shows}: <strong>{LIGHT_WORDS[l.means]}</strong>
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** Ticks or unticks all a step stands for; what it was done for goes with it. */
async function tick(view: WalkView, step: WalkDayStep, done: boolean): Promise<void> {
  for (const t of step.ticks)
    await record('step', {
      optionId: view.optionId,
      stepKey: t.key,
      act: done ? 'done' : 'undone',
      text: done ? t.mark : '',
    });
}

/** One step, whole: what to do, what its light means, what good looks like, and what to do when it is not. */
export function StepScreen({ stepKey }: { stepKey: string }) {
  const view = useWalk((s) => s.view)!;
  const rows = useWalk((s) => s.rows);
  const now = useNow(10_000);
  const { day } = dayOn(view, rows, now);
  const at = day.findIndex((s) => s.key === stepKey);
  const step = day[at];
  const [bad, setBad] = useState(false);
  const [asks, setAsks] = useState(false);
  if (!step)
    return (
      <main>
        <button type="button" class="back" onClick={() => go({ kind: 'sheet' })}>
          ‹ Run sheet
        </button>
        <p>This step is not on the sheet any more: the plan was changed.</p>
      </main>
    );
  const done = step.standing === 'done';
  const serials = serialsOn(view, rows);
  const own = serials.filter((s) => step.serialOf.includes(s.unitId));
  const isJoin = comparesSerials(step);
  const tries = step.held && view.tries.find((t) => t.table.unitId === step.held!.unitId);
  const settled = new Map(view.settled).get(step.key);
  const finish = async () => {
    setAsks(false);
    await tick(view, step, true);
    go({ kind: 'sheet' });
  };
  const isDevices = step.key === 'devices' || step.key === 'devicesFirst';
  const waitsUntil = step.waitMin > 0 && step.waitEndMs !== null ? clockText(step.waitEndMs) : null;
  return (
    <main>
      <button type="button" class="back" onClick={() => go({ kind: 'sheet' })}>
        ‹ Run sheet
      </button>
      <h1>
        <span>
          {at + 1}. {step.title}
        </span>
      </h1>
      <p class="quietly">
        {step.beforeVisit
          ? 'Before the visit'
          : step.fromMs !== null
            ? `${clockText(step.fromMs)} to ${clockText(step.toMs!)}`
            : minutesText(step.handsMin)}
        {step.waitLabel !== null &&
          step.waitMin > 0 &&
          `, then ${step.waitLabel} ${waitsUntil ? `until ${waitsUntil}` : minutesText(step.waitMin)}`}
      </p>
      {step.who !== null && <p class="quietly">For {WHO_WORDS[step.who]}</p>}
      {step.hand.length > 0 && !done && (
        <p>
          <strong>In hand:</strong> {step.hand.join(', ')}
        </p>
      )}
      {step.standing === 'again' && (
        <p class="ask" role="note">
          Ticked before it was changed: it is to be done again.
        </p>
      )}
      {step.cautions.map((c) => (
        <p key={c} class="caution">
          {CAUTIONS[c]}
        </p>
      ))}
      <ol class="acts" aria-label="What to do">
        {step.acts.map((a) => (
          <li key={a.words}>{a.words}</li>
        ))}
      </ol>
      {step.notes.map((n) => (
        <p key={n} class="quietly">
          {n}
        </p>
      ))}
      {step.joins && !done && <Countdown stepKey={step.key} joins={step.joins} />}
      {own.length > 0 && !isJoin && !done && <SerialPad view={view} all={serials} serials={own} />}
      {isDevices && <Devices view={view} matters={step.key === 'devicesFirst'} />}
      {step.key.startsWith('apart:') && <ApartTest network={step.key.slice('apart:'.length)} />}
      {step.good && (
        <p class="good">
          <strong>Good:</strong> {step.good}
        </p>
      )}
      <Lights step={step} />
      {tries && !done && <Tries tries={tries} step={step} />}
      {settled && <p class="quietly">{settled.isDone ? settled.why : settled.lacks}</p>}
      {settled?.isDone ? null : done ? (
        <button type="button" class="quiet wide" onClick={() => void tick(view, step, false)}>
          Not done after all
        </button>
      ) : (
        <>
          {bad && <NotGood step={step} />}
          {asks && <SerialPad view={view} all={serials} serials={own} found onDone={() => void finish()} />}
          {!asks && (
            <button type="button" class="main" onClick={() => (isJoin ? setAsks(true) : void finish())}>
              Done
            </button>
          )}
          {(step.joins ?? step.held) && (
            <button type="button" class="quiet wide" aria-expanded={bad} onClick={() => setBad(!bad)}>
              {bad ? 'It is good after all' : 'It is not good'}
            </button>
          )}
        </>
      )}
      <PhotoPad
        waiting={rows.filter((r) => r.photo && r.row.stepKey === step.key && r.state !== 'sent').length}
        onPhoto={(photo) =>
          void record('step', { optionId: view.optionId, stepKey: step.key, act: 'photo', text: '' }, photo)
        }
      />
      <NotePad
        id="step-note"
        label="Note, or who did it"
        onKeep={(text) =>
          void record('step', { optionId: view.optionId, stepKey: step.key, act: 'note', text })
        }
      />
    </main>
  );
}

/** Devices, each ticked as it is back on the network. */
function Devices({ view, matters }: { view: WalkView; matters: boolean }) {
  const rows = useWalk((s) => s.rows);
  const joined = devicesOn(view, rows);
  return (
    <ul class="devices" aria-label="Devices">
      {view.devices
        .filter((d) => d.matters === matters)
        .map((d) => (
          <li key={d.id}>
            <label>
              <input
                type="checkbox"
                checked={joined.has(d.id)}
                onChange={() =>
                  void record('device', { deviceId: d.id, joined: !joined.has(d.id), note: '' })
                }
              />
              <span>{d.name}</span>
            </label>
          </li>
        ))}
    </ul>
  );
}
