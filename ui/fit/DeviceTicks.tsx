'use client';
import { useState } from 'react';
import { evidenceOf } from '@/core/evidence/fold';
import { deviceLines } from '@/core/fit/devices';
import { useJob } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { Problem } from '@/ui/pieces/Problem';
import { Tick } from '@/ui/pieces/fields';

/** Devices of a step, each ticked as it is back on the network: the step is done once all are. */
export function DeviceTicks({ matters }: { matters: boolean }) {
  const brief = useJob((s) => s.brief);
  const joined = useJob((s) => evidenceOf(s.evidence).devices);
  const record = useRecord();
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <div className="mt-1" role="group" aria-label="Devices">
      {deviceLines(brief)
        .filter((d) => d.matters === matters)
        .map((d) => (
          <Tick
            key={d.id}
            label={`${d.name} is on the network`}
            checked={joined.get(d.id)?.joined ?? false}
            onChange={(is) => void record.device(d.id, is).then(setProblem)}
          />
        ))}
      <Problem words={problem} />
    </div>
  );
}
