'use client';
import { useRef, useState } from 'react';
import type { Option } from '@/core/plan/option/schema';
import { lockedUnits } from '@/core/plan/option/locks';
import { servedOf } from '@/core/site/model/verdict';
import type { Proposal } from '@/core/suggest/choices/added';
import { POLICIES, RULES_OF_THUMB } from '@/core/suggest/choices/policies';
import type { RulePlan } from '@/core/suggest/questions/ruleOfThumb';
import { proofWords } from '@/core/suggest/search/proofWords';
import { usePlanLine } from '@/ui/job/derived';
import { shownOption, useJob, useJobStore } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { ChoiceTable, moreOrLess, type ChoiceRow } from '../point/ChoiceTable';
import { useAdopt, useFull } from '../point/useAdopt';
import { useSearch } from './useSearch';

/** Bound by no rule: what the rules are held against. */
const FREE = POLICIES[0]!;

type Judged = Pick<RulePlan, 'evaluation'>;
const servedBy = ({ evaluation }: Judged) => servedOf(evaluation.predictions).length;
const priceOf = ({ evaluation }: Judged) => evaluation.price.totalMinor;

/** What a plan costs and lacks against the best found. */
function againstWords(plan: Judged, best: Judged, currency: string): string {
  const fewer = servedBy(best) - servedBy(plan);
  const spots = fewer > 0 ? `${fewer} ${fewer === 1 ? 'spot' : 'spots'} fewer, ` : '';
  return `${spots}${moreOrLess(priceOf(plan) - priceOf(best), currency)}`;
}

/** What each rule of thumb would plan here, unit by unit at the place it names first, held against what the search finds. */
export function RulesOfThumb() {
  const store = useJobStore();
  const line = usePlanLine();
  const currency = useJob((s) => s.brief.currency);
  const full = useFull();
  const adopt = useAdopt();
  const search = useSearch();
  const [plans, setPlans] = useState<readonly RulePlan[]>([]);
  const [at, setAt] = useState<string | null>(null);
  const [kept, setKept] = useState<string | null>(null);
  const stopped = useRef(false);
  const busy = at !== null || search.at !== null;
  const free = search.found[0]?.plan ?? null;
  async function run() {
    if (!line || busy) return;
    stopped.current = false;
    setPlans([]);
    const shown = shownOption(store.getState());
    const locked = shown ? lockedUnits(shown) : [];
    for (const rule of RULES_OF_THUMB) {
      if (stopped.current) break;
      setAt(rule.label);
      const plan = await line
        .ask<'rule'>({ kind: 'rule', ruleId: rule.id, locked }, 'rules')
        .catch(() => null);
      if (plan) setPlans((all) => [...all, plan]);
    }
    setAt(null);
    if (!stopped.current) await search.run({ policies: [FREE] });
  }
  const improve = (from: Option) => void search.run({ policies: [FREE], from });
  const keep = (proposal: Proposal, name: string) => setKept(adopt(proposal, name));
  const rows: ChoiceRow[] = plans.map((p) => {
    const rule = RULES_OF_THUMB.find((r) => r.id === p.ruleId)!;
    return {
      key: rule.id,
      label: rule.label,
      option: p.option,
      words: [`${rule.about} ${p.option.units.length} units.`],
      served: servedBy(p),
      totalMinor: priceOf(p),
      hours: p.evaluation.price.hours,
      more: free && !busy ? againstWords(p, free, currency) : '',
      onTake: () => keep(p, rule.label),
      refused: full,
      also: busy ? undefined : { label: 'Improve it', onPress: () => improve(p.option) },
    };
  });
  const best: ChoiceRow[] =
    free && !busy
      ? [
          {
            key: FREE.id,
            label: FREE.label,
            option: free.option,
            words: [FREE.about, proofWords(free.proof)],
            served: servedBy(free),
            totalMinor: priceOf(free),
            hours: free.evaluation.price.hours,
            more: 'the best found',
            onTake: () => keep(free, FREE.label),
            refused: full,
          },
        ]
      : [];
  return (
    <>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <Button look="strong" disabled={busy || !line} onClick={() => void run()}>
          {plans.length > 0 ? 'Plan by each rule again' : 'Plan by each rule'}
        </Button>
        {busy && (
          <>
            <span role="status">
              {at
                ? `Planning by “${at}”.`
                : `Searching what is best: ${search.at?.progress?.words ?? 'beginning'}.`}
            </span>
            <Button
              onClick={() => {
                stopped.current = true;
                search.stop();
              }}
            >
              Stop
            </Button>
          </>
        )}
        {kept && !busy && <span role="status">“{kept}” is an option now.</span>}
      </div>
      {plans.length > 0 && <ChoiceTable label="Plans by rule" take="Keep" rows={[...best, ...rows]} />}
    </>
  );
}
