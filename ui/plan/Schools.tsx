'use client';
import { lockedUnits } from '@/core/plan/option/locks';
import { Scale } from 'lucide-react';
import { useRef, useState } from 'react';
import { SCHOOLS } from '@/core/suggest/schoolList';
import { withFree, type SchoolPlan } from '@/core/suggest/schools';
import { shownOption, useJob, useJobStore } from '@/ui/job/store';
import { usePlanLine } from '@/ui/job/derived';
import { Button } from '@/ui/pieces/Button';
import { DialogButton } from '@/ui/pieces/DialogButton';
import { ChoiceTable, moreOrLess } from './ChoiceTable';
import { keptOption } from './keptOption';
import { servedOf } from '@/core/site/model/verdict';

const servedBy = (p: SchoolPlan) => servedOf(p.evaluation.predictions).length;

function Plans() {
  const store = useJobStore();
  const line = usePlanLine();
  const currency = useJob((s) => s.brief.currency);
  const options = useJob((s) => s.plan.options.length);
  const [found, setFound] = useState<readonly SchoolPlan[]>([]);
  const [at, setAt] = useState<string | null>(null);
  const stopped = useRef(false);
  const [kept, setKept] = useState<string | null>(null);
  async function run() {
    if (!line || at) return;
    stopped.current = false;
    setFound([]);
    const shown = shownOption(store.getState());
    const locked = shown ? lockedUnits(shown) : [];
    for (const school of SCHOOLS) {
      if (stopped.current) break;
      setAt(school.label);
      const plan = await line
        .ask<'school'>({ kind: 'school', schoolId: school.id, locked })
        .catch(() => null);
      if (plan) setFound((all) => [...all, plan]);
    }
    setAt(null);
  }
  const { plans, by } = at === null ? withFree(found) : { plans: found, by: null };
  const best = at === null ? (plans.find((p) => p.school === 'free') ?? null) : null;
  const finder = SCHOOLS.find((s) => s.id === by);
  const keep = (plan: SchoolPlan, name: string) => {
    const option = keptOption(plan.option, name);
    store.getState().setPlan((p) => ({ ...p, options: [...p.options, option] }));
    store.getState().set({ shownId: option.id, selected: null });
    setKept(name);
  };
  return (
    <>
      <div className="mt-3 flex items-center gap-3">
        <Button look="strong" disabled={at !== null || !line} onClick={() => void run()}>
          {plans.length > 0 ? 'Plan by each rule again' : 'Plan by each rule'}
        </Button>
        {at && (
          <>
            <span role="status">Trying “{at}”.</span>
            <Button onClick={() => (stopped.current = true)}>Stop</Button>
          </>
        )}
        {kept && !at && <span role="status">“{kept}” is an option now.</span>}
      </div>
      {plans.length > 0 && (
        <ChoiceTable
          label="Plans by rule"
          moreLabel="Against the best found"
          take="Keep"
          rows={plans.map((p) => {
            const school = SCHOOLS.find((s) => s.id === p.school)!;
            const minor = best ? p.evaluation.price.totalMinor - best.evaluation.price.totalMinor : 0;
            const fewer = best ? servedBy(best) - servedBy(p) : 0;
            return {
              key: p.school,
              label: school.label,
              words: [
                `${school.about} ${p.option.units.length} units, ${p.tried} networks tried.`,
                ...(p === best && finder && finder.id !== 'free'
                  ? [`Found by way of “${finder.label}”.`]
                  : []),
              ],
              served: servedBy(p),
              totalMinor: p.evaluation.price.totalMinor,
              hours: p.evaluation.price.hours,
              more: !best
                ? ''
                : p === best
                  ? 'the best found'
                  : `${fewer > 0 ? `${fewer} ${fewer === 1 ? 'spot' : 'spots'} fewer, ` : ''}${moreOrLess(
                      minor,
                      currency,
                    )}`,
              onTake: () => keep(p, school.label),
              refused: options >= 12 ? 'There are twelve options: delete one to keep it.' : undefined,
            };
          })}
        />
      )}
    </>
  );
}

/** Opens the plans practitioners’ rules would make, held against the best of all that was tried. */
export function Schools() {
  return (
    <DialogButton
      icon={Scale}
      wide
      title="Plans by rule"
      label="By a rule"
      about="What each school and rule of thumb would plan here, and what it costs against the best found. Found by trying, unit by unit: no proof that nothing is better. Locked units stay."
    >
      <Plans />
    </DialogButton>
  );
}
