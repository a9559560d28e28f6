'use client';
import { Router } from 'lucide-react';
import { useMemo } from 'react';
import { meshRootOf, roleOf } from '@/core/plan/network/routing';
import { gatewayOf } from '@/core/plan/option/graph';
import type { Option } from '@/core/plan/option/schema';
import { useAsk } from '@/ui/job/useAsk';
import { useJob } from '@/ui/job/store';
import { DialogButton } from '@/ui/pieces/DialogButton';
import { OfShown } from './OfShown';
import { ChoiceTable } from './ChoiceTable';

const ROLE_WORDS = {
  modem: 'is a modem',
  router: 'routes',
  accessPoint: 'is an access point',
  bridge: 'is bridged',
} as const;

function Ways({ option }: { option: Option }) {
  const setOption = useJob((s) => s.setOption);
  const ownKit = useJob((s) => s.plan.ownKit);
  const question = useMemo(() => ({ kind: 'routing' as const, option }), [option]);
  const choices = useAsk<'routing'>(question);
  const gateway = gatewayOf(option);
  const root = meshRootOf({ ownKit }, option);
  const now = [gateway, root === gateway ? null : root].flatMap((u) => {
    const role = u && roleOf({ ownKit }, option, u);
    return u && role ? [`${u.letter} ${ROLE_WORDS[role]}`] : [];
  });
  if (!choices)
    return (
      <p className="mt-3" role="status">
        Working it out.
      </p>
    );
  return (
    <>
      <p className="mt-2">
        Now {now.join(', ')}. {root && `Names, keys and joins belong on ${root.letter}, ${root.name}.`}
      </p>
      {choices.length === 0 ? (
        <p className="mt-2">There is one box: nothing to settle.</p>
      ) : (
        <ChoiceTable
          label="Ways with the router"
          moreLabel="What is done"
          take="Take it"
          rows={choices.map((c) => ({
            key: c.kind,
            label: c.label,
            served: c.served,
            totalMinor: c.totalMinor,
            hours: c.hours,
            more: c.steps.join(' '),
            onTake: () => {
              setOption((o) => ({ ...c.option, id: o.id, name: o.name }));
            },
          }))}
        />
      )}
    </>
  );
}

/** Opens who routes in the option, and the ways a box on the line and a mesh behind it live together. */
export function RouterWays() {
  return (
    <DialogButton
      icon={Router}
      wide
      title="Who routes"
      label="Router"
      about="One box routes and hands out addresses. Bridge the box on the line, run the mesh as its access point, or replace it: each with its price and its steps."
    >
      <OfShown>{(option) => <Ways option={option} />}</OfShown>
    </DialogButton>
  );
}
