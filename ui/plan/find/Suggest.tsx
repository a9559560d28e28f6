'use client';
import equal from 'fast-deep-equal';
import dynamic from 'next/dynamic';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { percentText as percent } from '@/core/stats/percent';
import type { Proposal } from '@/core/suggest/choices/added';
import { POLICIES } from '@/core/suggest/choices/policies';
import { useJob, useJobStore } from '@/ui/job/store';
import { LineTooSmall } from '@/ui/pieces/LineTooSmall';
import { Button } from '@/ui/pieces/Button';
import { NumberField, Tick } from '@/ui/pieces/fields';
import { FoundPlan, SoFarLine } from './FoundPlan';
import type { TradePoint } from './TradeOff';
import { useAdopt, useFull } from '../point/useAdopt';
import { USUAL_MOST_UNITS, useSearch, type Found } from './useSearch';

/** Charts are heavy: they come when there is something to draw. */
const TradeOff = dynamic(() => import('./TradeOff').then((m) => m.TradeOff), { ssr: false });

/** Every plan that was found as a point of cost and chance, each with the way of working it came by. */
function tradePoints(
  found: readonly Found[],
  adopt: (proposal: Proposal, name: string) => void,
  full: boolean,
): TradePoint[] {
  const first = found.find((f) => f.plan)?.plan;
  const nothing: TradePoint[] = first
    ? [{ label: 'As it is today', priceMinor: 0, chance: first.todayChance, onTake: null, point: null }]
    : [];
  const plans = found.flatMap(({ policy, plan: d }, n) =>
    d
      ? [
          { ...d, priceMinor: d.evaluation.price.totalMinor, chance: d.chance.whole },
          ...d.others.filter((o) => o.option !== d.option),
        ].map((o, i) => {
          const onTake = full ? null : () => adopt(o, policy.label);
          const point = { key: `trade ${n} ${i}`, label: policy.label, option: o.option, take: onTake };
          return { label: policy.label, priceMinor: o.priceMinor, chance: o.chance, onTake, point };
        })
      : [],
  );
  return [...nothing, ...plans];
}

/** The plan that serves every spot at the least cost, searched by ways of working, with its proof and its risk. */
export function Suggest() {
  const store = useJobStore();
  const policy = useJob((s) => s.brief.policies.feed);
  const full = useFull();
  const adoptAs = useAdopt();
  const { isReady, found, at, stopped, run, stop } = useSearch();
  const [asked, setAsked] = useState<readonly string[]>([...new Set(['free', policy, 'noDrilling'])]);
  const [most, setMost] = useState(USUAL_MOST_UNITS);
  const [surePercent, setSurePercent] = useState<number | null>(null);
  const [said, setSaid] = useState('');
  const search = () => {
    setSaid('');
    void run({
      policies: POLICIES.filter((p) => asked.includes(p.id)),
      most,
      ...(surePercent === null ? {} : { chance: surePercent / 100 }),
    });
  };
  const adopt = useCallback(
    (proposal: Proposal, name: string) =>
      setSaid(`“${adoptAs(proposal, `Suggested: ${name}`)}” is an option now.`),
    [adoptAs],
  );
  const p = at?.progress;
  const best = at ? p?.best : null;
  const label = at?.label;
  useEffect(() => {
    // The best so far stands on the sheet while one waits; progress that brings no better one changes nothing there.
    const { offered, set } = store.getState();
    if (!best) return set({ offered: null });
    if (!equal(offered?.option, best.option))
      set({ offered: { key: 'so far', label: `${label}, best so far`, option: best.option, take: null } });
  }, [best, label, store]);
  useEffect(() => () => store.getState().set({ offered: null }), [store]);
  const points = useMemo(() => tradePoints(found, adopt, full !== undefined), [found, adopt, full]);
  return (
    <>
      <fieldset
        className="mt-1 flex flex-wrap gap-x-3"
        title="The cheapest plan over all places, kits and backhauls with which every spot works, alone by the low end of its range and at the busy hour, judged by the full model. Most spots that work come first, then fewest without signal, then fewest too slow, then price and what is to be checked. Locked units stay."
      >
        <legend className="lab">Search by</legend>
        {POLICIES.map((s) => (
          <Tick
            key={s.id}
            label={s.label}
            checked={asked.includes(s.id)}
            onChange={(on) => setAsked((all) => (on ? [...all, s.id] : all.filter((x) => x !== s.id)))}
          />
        ))}
      </fieldset>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <div className="w-28">
          <NumberField
            label="New units at most"
            unit="units"
            value={most}
            min={1}
            max={6}
            whole
            onChange={(v) => v !== null && setMost(v)}
          />
        </div>
        <div className="w-40">
          <NumberField
            label="As sure as, empty: surest"
            unit="%"
            value={surePercent}
            min={10}
            max={99}
            optional
            onChange={setSurePercent}
          />
        </div>
        <Button look="strong" disabled={at !== null || !isReady || asked.length === 0} onClick={search}>
          Search
        </Button>
        {at && <Button onClick={stop}>Stop</Button>}
        {said && <span role="status">{said}</span>}
      </div>
      <LineTooSmall />
      {at && (
        <p className="mt-2 text-ink-2" role="status">
          {at.label}: {p ? p.words : 'beginning'}
          {p?.gap ? `, ${percent(p.gap)} of its cost still open` : ''}.
        </p>
      )}
      {p?.best && at && (
        <SoFarLine label={at.label} best={p.best} words="best so far" onAdopt={adopt} full={full} />
      )}
      {stopped && (
        <SoFarLine
          label={stopped.policy.label}
          best={stopped.best}
          words="best when it was stopped, not proven"
          onAdopt={adopt}
          full={full}
        />
      )}
      {at === null && found.some((f) => f.plan) && <TradeOff points={points} />}
      <ul className="mt-1" aria-label="Suggested plans">
        {found.map((f) => (
          <FoundPlan key={f.policy.id} found={f} onAdopt={adopt} full={full} />
        ))}
      </ul>
    </>
  );
}
