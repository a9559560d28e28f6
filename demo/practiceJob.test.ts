import { expect, test } from '@jest/globals';
import { writeJobFile } from '@/core/job/jobFile';
import { parseJobFile } from '@/core/job/parse';
import { practiceJob } from './practiceJob';

test('a practice job is a sound job file with spots, a router and nothing read, the same for the same seed', () => {
  for (let seed = 1; seed <= 30; seed++) {
    const difficulty = seed % 2 === 0 ? 'usual' : 'old';
    const job = practiceJob(`House ${seed}`, { seed, difficulty });
    const read = parseJobFile(writeJobFile(job));
    expect(read.ok ? [] : read.problems).toEqual([]);
    expect(job.site.spots.length).toBeGreaterThanOrEqual(6);
    expect(new Set(job.site.spots.map((s) => s.name)).size).toBe(job.site.spots.length);
    expect(job.plan.today.units).toHaveLength(1);
    expect(job.evidence).toEqual([]);
    expect(practiceJob(`House ${seed}`, { seed, difficulty })).toEqual(job);
  }
});
