import { JobsPage } from '@/ui/jobs/JobsPage';
import { listJobs } from '@/server/jobs';

export const dynamic = 'force-dynamic';

export default function Page() {
  return <JobsPage jobs={listJobs()} />;
}
