'use client';
import { useMemo } from 'react';
import { meshRootOf, roleOf } from '@/core/plan/network/routing';
import { gatewayOf } from '@/core/plan/option/graph';
import type { Option } from '@/core/plan/option/schema';
import { useAsk } from '@/ui/job/useAsk';
import { useJob } from '@/ui/job/store';
import { ChoiceTable } from '../point/ChoiceTable';
import { Working } from '@/ui/pieces/Working';

const ROLE_WORDS = {
  modem: 'is a modem',
  router: 'routes',
  accessPoint: 'is an access point',
  bridge: 'is bridged',
} as const;

/** Who routes in the option, and the ways a box on the line and a mesh behind it live together, each with its price and its steps. */
export function RouterWays({ option }: { option: Option }) {
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
  if (!choices) return <Working />;
  return (
    <>
      <p>
        Now {now.join(', ')}. {root && `Names, keys and joins belong on ${root.letter}, ${root.name}.`}
      </p>
      {choices.length === 0 ? (
        <p className="mt-2">There is one box: nothing to settle.</p>
      ) : (
        <ChoiceTable
          label="Ways with the router"
          take="Take it"
          rows={choices.map((c) => ({
            key: c.kind,
            label: c.label,
            option: { ...c.option, id: option.id, name: option.name },
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
