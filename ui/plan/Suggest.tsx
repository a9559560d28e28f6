'use client';
import { Lightbulb } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useCallback, useMemo, useRef, useState } from 'react';
import { moneyText } from '@/core/plan/cost/money';
import { lockedUnits } from '@/core/plan/option/locks';
import type { Option } from '@/core/plan/option/schema';
import type { Design } from '@/core/suggest/design/design';
import { proofWords } from '@/core/suggest/design/proofWords';
import type { DesignProgress } from '@/core/suggest/design/search';
import { SCHOOLS, type School } from '@/core/suggest/schoolList';
import { shownOption, useJob, useJobStore } from '@/ui/job/store';
import { usePlanLine } from '@/ui/job/derived';
import { Button } from '@/ui/pieces/Button';
import { DialogButton } from '@/ui/pieces/DialogButton';
import { NumberField, Tick } from '@/ui/pieces/fields';
import { keptOption } from './keptOption';
import type { TradePoint } from './TradeOff';
import { servedOf } from '@/core/site/model/verdict';

/** Charts are heavy: they come when there is something to draw. */
const TradeOff = dynamic(() => import('./TradeOff').then((m) => m.TradeOff), { ssr: false });

/** Schools a search is made for; rules of placing are no school of its own, the search places by itself. */
const SEARCHED = SCHOOLS.filter((s) => s.placing === 'any' || s.id === 'spendLeast');
const MOST_UNITS = 4;
const FULL = 'There are twelve options: delete one to adopt another.';

interface Found {
  school: School;
  design: Design | null;
}

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** One plan that was found: what it does, what proves it, what it risks, and why each unit is there. */
function Card({
  found,
  onAdopt,
  full,
}: {
  found: Found;
  onAdopt: (option: Option, name: string) => void;
  full: boolean;
}) {
  const currency = useJob((s) => s.brief.currency);
  const { design: d, school } = found;
  if (!d)
    return (
      <li className="border-t border-rule py-2">
        <strong className="font-semibold">{school.label}: </strong>nothing can stand on the line: survey where
        it enters, or put today’s router on the sheet.
      </li>
    );
  const { predictions, price } = d.evaluation;
  const served = servedOf(predictions).length;
  return (
    <li className="border-t border-rule py-2" data-suggested={school.id} data-price={price.totalMinor}>
      <div className="flex flex-wrap items-start justify-between gap-2">
        <div className="min-w-0 flex-1">
          <p className="fig font-semibold">
            {school.label}: {moneyText(price.totalMinor, currency)}, serves {served} of {predictions.length},{' '}
            {percent(d.chance.whole)} sure
          </p>
          <p className="text-[13px] text-ink-2">
            {d.option.units.map((u) => `${u.letter} ${u.name}`).join(', ')}; {price.hours.toFixed(1)} h.{' '}
            {proofWords(d)}
            {d.cheapestMinor < price.totalMinor && served === predictions.length
              ? ` The cheapest costs ${moneyText(d.cheapestMinor, currency)}; this one is surer.`
              : ''}
          </p>
          <p className="text-[13px]">
            {d.reasons
              .map((r) =>
                r.spots.length > 0
                  ? `${r.letter} is there for ${r.spots.join(', ')}`
                  : `${r.letter} carries others`,
              )
              .join('; ')}
            {d.reasons.length > 0 ? '. ' : ''}
            {d.chance.risk &&
              `The risk is ${d.chance.risk.number} ${d.chance.risk.name}, ${percent(d.chance.risk.chance)}. ${d.chance.risk.words}`}
          </p>
          {d.lockStops.map((words) => (
            <p key={words} className="text-[13px] text-mains">
              Locked, and will not do: {words}
            </p>
          ))}
          {d.unmet.map((u) => (
            <p key={u.spotId} className="text-[13px] text-mains">
              {u.number} {u.name}: {u.words}
            </p>
          ))}
        </div>
        <Button
          disabled={full}
          title={full ? FULL : undefined}
          aria-label={`Adopt ${school.label}`}
          onClick={() => onAdopt(d.option, school.label)}
        >
          Adopt
        </Button>
      </div>
    </li>
  );
}

type SoFar = NonNullable<DesignProgress['best']>;

/** The best of a search that goes on or was stopped, which can be taken as it is. */
function SoFarLine({
  label,
  best,
  words,
  onAdopt,
  full,
}: {
  label: string;
  best: SoFar;
  words: string;
  onAdopt: (option: Option, name: string) => void;
  full: boolean;
}) {
  const currency = useJob((s) => s.brief.currency);
  return (
    <div className="mt-2 flex flex-wrap items-center justify-between gap-2" data-sofar>
      <p className="fig">
        {label}, {words}: {moneyText(best.totalMinor, currency)}, serves {best.served} of {best.of},{' '}
        {best.option.units.map((u) => `${u.letter} ${u.name}`).join(', ')}
      </p>
      <Button
        disabled={full}
        title={full ? FULL : undefined}
        aria-label={`Adopt ${label} as it is so far`}
        onClick={() => onAdopt(best.option, label)}
      >
        Adopt
      </Button>
    </div>
  );
}

/** Every plan that was found as a point of cost and chance, each with the school it came by. */
function tradePoints(
  found: readonly Found[],
  adopt: (option: Option, name: string) => void,
  full: boolean,
): TradePoint[] {
  const first = found.find((f) => f.design)?.design;
  const nothing: TradePoint[] = first
    ? [{ label: 'As it is today', priceMinor: 0, chance: first.todayChance, onTake: null }]
    : [];
  const plans = found.flatMap(({ school, design: d }) =>
    d
      ? [
          { option: d.option, priceMinor: d.evaluation.price.totalMinor, chance: d.chance.whole },
          ...d.others.filter((o) => o.option !== d.option),
        ].map((o) => ({
          label: school.label,
          priceMinor: o.priceMinor,
          chance: o.chance,
          onTake: full ? null : () => adopt(o.option, school.label),
        }))
      : [],
  );
  return [...nothing, ...plans];
}

function Search() {
  const store = useJobStore();
  const line = usePlanLine();
  const policy = useJob((s) => s.brief.policies.feed);
  const full = useJob((s) => s.plan.options.length >= 12);
  const [asked, setAsked] = useState<readonly string[]>([...new Set(['free', policy, 'noDrilling'])]);
  const [most, setMost] = useState(MOST_UNITS);
  const [surePercent, setSurePercent] = useState<number | null>(null);
  const [found, setFound] = useState<readonly Found[]>([]);
  const [at, setAt] = useState<{ label: string; progress: DesignProgress | null } | null>(null);
  const [said, setSaid] = useState('');
  const [stopped, setStopped] = useState<{ school: School; best: SoFar } | null>(null);
  const stopping = useRef(false);
  async function run() {
    if (!line || at) return;
    setFound([]);
    setSaid('');
    setStopped(null);
    const shown = shownOption(store.getState());
    const locked = shown ? lockedUnits(shown) : [];
    for (const school of SEARCHED.filter((s) => asked.includes(s.id))) {
      setAt({ label: school.label, progress: null });
      let isStopped = true;
      let soFar: SoFar | null = null;
      const design = await line
        .design(
          {
            school,
            most,
            locked,
            ...(shown ? { from: shown } : {}),
            ...(surePercent === null ? {} : { chance: surePercent / 100 }),
          },
          (progress) => {
            soFar = progress.best;
            setAt((now) => now && { ...now, progress });
          },
        )
        .then((d) => {
          isStopped = d === null && stopping.current;
          return d;
        })
        .catch(() => null);
      if (isStopped) {
        setStopped(soFar && { school, best: soFar });
        break;
      }
      setFound((all) => [...all, { school, design }]);
    }
    stopping.current = false;
    setAt(null);
  }
  const adopt = useCallback(
    (of: Option, name: string) => {
      const option = keptOption(of, `Suggested: ${name}`);
      store.getState().setPlan((p) => ({ ...p, options: [...p.options, option] }));
      store.getState().set({ shownId: option.id, selected: null });
      setSaid(`“${option.name}” is an option now.`);
    },
    [store],
  );
  const p = at?.progress;
  const points = useMemo(() => tradePoints(found, adopt, full), [found, adopt, full]);
  return (
    <>
      <fieldset className="mt-3 flex flex-wrap gap-x-4">
        <legend className="lab">Search by</legend>
        {SEARCHED.map((s) => (
          <Tick
            key={s.id}
            label={s.label}
            checked={asked.includes(s.id)}
            onChange={(on) => setAsked((all) => (on ? [...all, s.id] : all.filter((x) => x !== s.id)))}
          />
        ))}
      </fieldset>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <div className="w-32">
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
        <div className="w-44">
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
        <Button
          look="strong"
          disabled={at !== null || !line || asked.length === 0}
          onClick={() => void run()}
        >
          Suggest
        </Button>
        {at && (
          <Button
            onClick={() => {
              stopping.current = true;
              line?.stopDesign();
            }}
          >
            Stop
          </Button>
        )}
        {said && <span role="status">{said}</span>}
      </div>
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
          label={stopped.school.label}
          best={stopped.best}
          words="best when it was stopped, not proven"
          onAdopt={adopt}
          full={full}
        />
      )}
      {at === null && found.some((f) => f.design) && <TradeOff points={points} />}
      <ul className="mt-3" aria-label="Suggested plans">
        {found.map((f) => (
          <Card key={f.school.id} found={f} onAdopt={adopt} full={full} />
        ))}
      </ul>
    </>
  );
}

/** Opens the search for the plan that serves every spot at the least cost, with its proof and its risk. */
export function Suggest() {
  return (
    <DialogButton
      icon={Lightbulb}
      wide
      title="Suggest a plan"
      label="Suggest"
      about="The cheapest plan over all places, kits and feeds that serves every spot by the low end of its range, judged by the full model, with its proof and its chance. Fewest silent, then short, then tight, then money. Locked units stay."
    >
      <Search />
    </DialogButton>
  );
}
