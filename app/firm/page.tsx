import type { Metadata } from 'next';
import { OWNER } from '@/server/base/caller';
import { answered } from '@/server/base/outcome';
import { readFirm } from '@/server/jobs/firm';
import { FirmPage } from '@/ui/firm/FirmPage';
import { FaultPage } from '@/ui/shell/FaultPage';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'What our jobs taught' };

export default function Page() {
  const firm = answered(() => readFirm(OWNER));
  return firm.ok ? (
    <FirmPage learnt={firm.value.learnt} kept={firm.value.defaults} />
  ) : (
    <FaultPage problems={firm.problems} />
  );
}
