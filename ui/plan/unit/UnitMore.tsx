'use client';
import { Route } from 'lucide-react';
import { kitById } from '@/core/kit/catalogue/catalogue';
import type { KitItem } from '@/core/kit/model/schema';
import { CONDITION_LABEL } from '@/core/site/model/conditions';
import { MOUNT_LABEL } from '@/core/kit/model/details';
import { needsRun } from '@/core/plan/option/feeds';
import type { Option, Unit } from '@/core/plan/option/schema';
import { vanList } from '@/core/plan/cost/cables';
import { moneyText } from '@/core/plan/cost/money';
import { lengthText } from '@/core/site/model/lengths';
import { useDerived } from '@/ui/job/derived';
import { useJob, useJobStore } from '@/ui/job/store';
import { Button } from '@/ui/pieces/Button';
import { SelectField } from '@/ui/pieces/fields';
import { PortLines } from '../review/PortLines';

const SELF = '';
const ENDING = {
  sockets: 'data outlets',
  outletAndPlug: 'an outlet and a plug at the unit',
  plugs: 'plugs',
  leads: 'a ready-made lead',
  fibre: 'pre-made fibre',
} as const;

/** What the new cable of a unit comes to: its way, the stocked length that reaches, the reel. */
function CableWords({ unit }: { unit: Unit }) {
  const { shown } = useDerived();
  const store = useJobStore();
  const currency = useJob((s) => s.brief.currency);
  const lengthUnit = useJob((s) => s.brief.lengthUnit);
  const cable = shown?.cables.find((c) => c.unitId === unit.id);
  if (!cable) return null;
  const { brief, plan } = store.getState();
  const [van] = vanList({ brief, ownMaterials: plan.ownMaterials }, [cable]);
  const { run } = cable;
  const holes = [
    ...(run.walls > 0 ? [`${run.walls} ${run.walls === 1 ? 'wall' : 'walls'}`] : []),
    ...(run.floors > 0 ? [`${run.floors} ${run.floors === 1 ? 'floor' : 'floors'}`] : []),
  ];
  return (
    <p className="mt-1 text-[13px] text-ink-2">
      {lengthText(run.lengthM, lengthUnit)} with drops and slack,{' '}
      {holes.length > 0 ? `through ${holes.join(' and ')}` : 'nothing to drill'}
      {run.duct ? `, in ${run.duct.name}` : ''}
      {run.yardM > 0.5 ? `, ${lengthText(run.yardM, lengthUnit)} over the open yard` : ''}
      {run.route ? '' : ' (a straight line: the walls close in no way for it)'}.{' '}
      {van!.stockedM !== null && van!.leadMinor !== null
        ? `Stocked ${lengthText(van!.stockedM, lengthUnit)} at ${moneyText(van!.leadMinor, currency)}`
        : 'No stocked length reaches'}
      {van!.reelMinor !== null ? `, reel and plugs ${moneyText(van!.reelMinor, currency)}` : ''}; this job
      takes {ENDING[van!.takes]}.
    </p>
  );
}

/** What else is set on a unit: its role, its socket and the way of its cable. */
export function UnitMore({
  unit,
  option,
  kit,
  onDraw,
}: {
  unit: Unit;
  option: Option;
  kit: KitItem;
  /** Begins to draw the way of its cable on the sheet. */
  onDraw: (unitId: string) => void;
}) {
  const setOption = useJob((s) => s.setOption);
  const ownKit = useJob((s) => s.plan.ownKit);
  const change = (values: Partial<Unit>) =>
    setOption((o) => ({ ...o, units: o.units.map((u) => (u.id === unit.id ? { ...u, ...values } : u)) }));
  const roles = (kitById(unit.kitId, ownKit)?.roles ?? []).filter((r) => r !== 'modem');
  const { feed } = unit;
  const drawn = needsRun(feed) && (feed.via?.length ?? 0) > 0;
  return (
    <div className="mt-2 border-t border-rule pt-2">
      <div className="flex flex-wrap items-end gap-2">
        {needsRun(feed) && (
          <Button onClick={() => onDraw(unit.id)}>
            <Route size={15} aria-hidden="true" /> Draw its way
          </Button>
        )}
        {drawn && needsRun(feed) && (
          <Button
            onClick={() => {
              const { via: _, ...rest } = feed;
              change({ feed: rest });
            }}
          >
            Propose the way
          </Button>
        )}
        {roles.length > 1 && (
          <div className="w-40">
            <SelectField
              label="Role"
              value={unit.role ?? SELF}
              options={[
                { value: SELF, label: 'as it is by itself' },
                ...roles.map((r) => ({
                  value: r,
                  label: r === 'router' ? 'routes' : r === 'bridge' ? 'bridged, radio off' : 'access point',
                })),
              ]}
              onChange={(role) => change({ role: role === SELF ? undefined : (role as Unit['role']) })}
            />
          </div>
        )}
        {kit.mount === 'plugIn' && kit.radios.length > 0 && (
          <div className="w-36">
            <SelectField
              label="Its socket"
              value={unit.turned ?? SELF}
              options={[
                { value: SELF, label: 'upright' },
                { value: 'side', label: 'on its side' },
                { value: 'down', label: 'upside down' },
              ]}
              onChange={(turned) =>
                change({ turned: turned === SELF ? undefined : (turned as Unit['turned']) })
              }
            />
          </div>
        )}
      </div>
      <p className="mt-1 text-[13px] text-ink-2">
        Sits {MOUNT_LABEL[kit.mount]}
        {kit.stands.length > 0
          ? `, stands ${kit.stands.map((c) => CONDITION_LABEL[c]).join(', ')}`
          : ', dry rooms only'}
        {kit.poe === null && kit.socketsTaken > 1 ? `, its plug takes ${kit.socketsTaken} sockets` : ''}.
      </p>
      <PortLines option={option} unitId={unit.id} />
      <CableWords unit={unit} />
    </div>
  );
}
