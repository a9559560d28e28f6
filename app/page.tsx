import { NO_DEFAULTS } from '@/core/job/firm';
import { OWNER } from '@/server/base/caller';
import { localDay } from '@/server/base/localDay';
import { serving } from '@/server/base/serving';
import { readFirm } from '@/server/jobs/firm';
import { lastBackup, listJobs, spaceUsed } from '@/server/jobs/jobs';
import { answered } from '@/server/base/outcome';
import { JobsPage } from '@/ui/jobs/JobsPage';
import { FaultPage } from '@/ui/shell/FaultPage';

export const dynamic = 'force-dynamic';

export default function Page() {
  const jobs = answered(() => listJobs(OWNER));
  const space = answered(() => spaceUsed(OWNER));
  const backup = answered(() => lastBackup(OWNER));
  const firm = answered(() => readFirm(OWNER));
  if (!jobs.ok) return <FaultPage problems={jobs.problems} />;
  return (
    <JobsPage
      jobs={jobs.value}
      bytesUsed={space.ok ? space.value : null}
      backupAt={backup.ok ? backup.value : null}
      firm={firm.ok ? firm.value.defaults : NO_DEFAULTS}
      today={localDay(new Date())}
      isOpenToHouse={serving().lan}
    />
  );
}
