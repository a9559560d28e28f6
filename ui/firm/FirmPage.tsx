'use client';
import Link from 'next/link';
import { useState, type ReactNode } from 'react';
import { WORK_GROUP_WORDS, withoutPace, type WorkGroup } from '@/core/brief/paces';
import { ownWall, ownWallId, paceToTake, type FirmDefaults, type FirmLearnt } from '@/core/job/firm';
import { kitById } from '@/core/kit/catalogue/catalogue';
import { CONSTRUCTIONS, isBuiltIn } from '@/core/site/model/constructions';
import { percentText } from '@/core/stats/percent';
import { problemText, send } from '@/ui/job/requests';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';

const jobsText = (n: number) => `${n} ${n === 1 ? 'job' : 'jobs'}`;
const kitText = (kitId: string) => kitById(kitId, [])?.label ?? kitId;
const signedDb = (db: number) => `${db < 0 ? '−' : '+'}${Math.abs(db).toFixed(1)} dB`;

function Part({ title, empty, children }: { title: string; empty: string | null; children: ReactNode }) {
  return (
    <section className="panel mt-3 px-4 py-3">
      <h2 className="head2">{title}</h2>
      {empty === null ? (
        <ul className="divide-y divide-rule">{children}</ul>
      ) : (
        <p className="text-ink-2">{empty}</p>
      )}
    </section>
  );
}

function Line({ name, figures, children }: { name: string; figures: string; children?: ReactNode }) {
  return (
    <li className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 py-1">
      <span>
        {name} <span className="fig text-ink-2">{figures}</span>
      </span>
      {children}
    </li>
  );
}

/** What the jobs of the firm taught, and what of it is taken into new ones, by a press. */
export function FirmPage({ learnt, kept }: { learnt: FirmLearnt; kept: FirmDefaults }) {
  const [defaults, setDefaults] = useState(kept);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { forecasts } = learnt;
  async function take(next: FirmDefaults) {
    if (busy) return;
    setBusy(true);
    const answer = await send('PUT', '/api/firm', next);
    setBusy(false);
    setProblem(answer.ok ? null : problemText(answer.problems));
    if (answer.ok) setDefaults(next);
  }
  const withWall = (wall: FirmLearnt['walls'][number]) => {
    const own = ownWall(wall);
    const others = defaults.walls.filter((w) => w.id !== ownWallId(wall.construction));
    return { ...defaults, walls: own ? [...others, own] : others };
  };
  const without = (group: WorkGroup) => ({ ...defaults, paces: withoutPace(defaults.paces, group) });
  return (
    <main className="mx-auto max-w-3xl p-4 pb-12 sm:p-8">
      <Link className="link" href="/">
        Jobs
      </Link>
      <h1 className="fig mt-2 text-2xl font-semibold">What our jobs taught</h1>
      <p className="mt-2">
        From {jobsText(learnt.jobs)} with readings of a real house, on this machine alone: practice teaches
        nothing, and nothing of this is sent anywhere. What is taken stands in jobs begun afterwards; jobs
        that are there stay as they are.
      </p>
      <Problem words={problem} className="mt-2" />
      <Part title="Promises" empty={learnt.readAfter === 0 ? 'No job was read after its work yet.' : null}>
        <Line
          name="Forecasts that held"
          figures={
            forecasts.of === 0
              ? 'none was read yet'
              : `${forecasts.held} of ${forecasts.of} spots, ${percentText(forecasts.held / forecasts.of)}`
          }
        />
        <Line name="Said to work, and did not" figures={`${forecasts.broken} spots`} />
        <Line
          name="Came a second time"
          figures={`${learnt.cameAgain} of ${jobsText(learnt.readAfter)} read after the work`}
        />
      </Part>
      <Part
        title="Minutes"
        empty={learnt.work.length === 0 ? 'No run sheet was ticked on the day yet.' : null}
      >
        {learnt.work.map((w) => {
          const taken = defaults.paces[w.group];
          return (
            <Line
              key={w.group}
              name={WORK_GROUP_WORDS[w.group]}
              figures={`${percentText(w.pace)} of the usual minutes, ${w.steps} steps in ${jobsText(w.jobs)}${taken === undefined ? '' : `; new jobs count ${percentText(taken)}`}`}
            >
              {taken !== undefined ? (
                <Button disabled={busy} onClick={() => void take(without(w.group))}>
                  Back to usual
                </Button>
              ) : (
                w.isOffered && (
                  <Button
                    disabled={busy}
                    aria-label={`Count ${WORK_GROUP_WORDS[w.group]} so in new jobs`}
                    onClick={() =>
                      void take({ ...defaults, paces: { ...defaults.paces, [w.group]: paceToTake(w.pace) } })
                    }
                  >
                    Count so in new jobs
                  </Button>
                )
              )}
            </Line>
          );
        })}
      </Part>
      <Part title="Walls" empty={learnt.walls.length === 0 ? 'No readings told of a wall yet.' : null}>
        {learnt.walls.map((w) => {
          const isTaken = defaults.walls.some((d) => d.id === ownWallId(w.construction));
          const name = isBuiltIn(w.construction) ? CONSTRUCTIONS[w.construction].label : w.construction;
          return (
            <Line
              key={w.construction}
              name={name}
              figures={`${signedDb(w.shiftDb)} ± ${w.sigmaDb.toFixed(1)} against the book, in ${jobsText(w.jobs)}`}
            >
              {isTaken ? (
                <Button
                  disabled={busy}
                  onClick={() =>
                    void take({
                      ...defaults,
                      walls: defaults.walls.filter((d) => d.id !== ownWallId(w.construction)),
                    })
                  }
                >
                  No longer offer it
                </Button>
              ) : (
                w.isOffered && (
                  <Button
                    disabled={busy}
                    aria-label={`Offer ${name} with our figures in new jobs`}
                    onClick={() => void take(withWall(w))}
                  >
                    Offer it in new jobs
                  </Button>
                )
              )}
            </Line>
          );
        })}
      </Part>
      <Part
        title="Kit"
        empty={
          learnt.kits.length + learnt.tries.length === 0 ? 'No spot was read against a forecast yet.' : null
        }
      >
        {learnt.kits.map((k) => (
          <Line
            key={k.kitId}
            name={kitText(k.kitId)}
            figures={`gave ${percentText(k.share)} of its forecast, ${k.spots} spots in ${jobsText(k.jobs)}`}
          />
        ))}
        {learnt.tries.map((t) => (
          <Line
            key={`tries ${t.kitId}`}
            name={kitText(t.kitId)}
            figures={`${(t.tries / Math.max(1, t.units)).toFixed(1)} tries a unit, ${t.units} ${t.units === 1 ? 'unit' : 'units'}`}
          />
        ))}
      </Part>
      <p className="mt-3 text-[13.5px] text-ink-2">
        A kind of work or a wall is offered from three jobs on, where it differs by 15 % or by 1.5 dB and more
        than twice its spread.
      </p>
    </main>
  );
}
