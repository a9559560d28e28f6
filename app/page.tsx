import { OWNER } from '@/server/access/caller';
import { listJobs } from '@/server/jobs';
import { answered } from '@/server/outcome';
import { JobsPage } from '@/ui/jobs/JobsPage';
import { FaultPage } from '@/ui/shell/FaultPage';

export const dynamic = 'force-dynamic';

export default function Page() {
  const jobs = answered(() => listJobs(OWNER));
  return jobs.ok ? <JobsPage jobs={jobs.value} /> : <FaultPage problems={jobs.problems} />;
}
