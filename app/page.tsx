import { OWNER } from '@/server/base/caller';
import { serving } from '@/server/base/serving';
import { listJobs, spaceUsed } from '@/server/jobs/jobs';
import { answered } from '@/server/base/outcome';
import { JobsPage } from '@/ui/jobs/JobsPage';
import { FaultPage } from '@/ui/shell/FaultPage';

export const dynamic = 'force-dynamic';

export default function Page() {
  const jobs = answered(() => listJobs(OWNER));
  const space = answered(() => spaceUsed(OWNER));
  if (!jobs.ok) return <FaultPage problems={jobs.problems} />;
  return (
    <JobsPage jobs={jobs.value} bytesUsed={space.ok ? space.value : null} isOpenToHouse={serving().lan} />
  );
}
