import type { Metadata } from 'next';
import { OWNER } from '@/server/base/caller';
import { answered } from '@/server/base/outcome';
import { readFirm } from '@/server/jobs/firm';
import { HowTrue } from '@/ui/howtrue/HowTrue';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'How true is this' };

const NONE = { of: 0, held: 0, broken: 0 };

export default function Page() {
  const firm = answered(() => readFirm(OWNER));
  return <HowTrue own={firm.ok ? firm.value.learnt.forecasts : NONE} />;
}
