import type { EvidenceRow, Reading, StateRow } from '@/core/evidence/rows';
import type { Built } from '@/core/evidence/built';
import type { Brief } from '@/core/brief/brief';
import { constructionLossDb } from '@/core/radio/materials/constructionLoss';
import type { PracticeHouseRef, Site } from '@/core/site/model/schema';
import { truthOf } from '@/meter/practice/oldHouse';
import { asValues, practiceDevice, practiceUnits } from '@/meter/practiceInputs';

const RUNS = 3;
/** Time from one run to the next, ms. */
const APART_MS = 45_000;

/** Readings of a demo job as its practice house gives them: three by cable, then three at every spot. */
export function practisedReadings(
  { site, brief }: { site: Site; brief: Brief },
  network: Built,
  state: StateRow,
  ref: PracticeHouseRef,
): EvidenceRow[] {
  const house = truthOf(site, ref, (name) => constructionLossDb(name, site.customConstructions));
  const units = practiceUnits(site, network);
  const line = { ...brief.line, idleMs: brief.line.idleMs ?? 9 };
  const start = Date.parse(state.at);
  const hour = new Date(start).getUTCHours();
  const rows: Reading[] = [];
  const put = (id: string, values: ReturnType<typeof asValues>) =>
    rows.push({
      kind: 'reading',
      id: `${state.id}-${id}`,
      at: new Date(start + APART_MS * (rows.length + 1)).toISOString(),
      by: '',
      stateId: state.id,
      ...values,
    });
  for (let i = 1; i <= RUNS; i++)
    put(
      `line-${i}`,
      asValues(
        house.readLine(line, { name: `line ${i}`, hour }),
        { subject: { kind: 'line' }, device: 'wired', deviceName: 'wired laptop' },
        'internet',
      ),
    );
  for (const spot of site.spots)
    for (let i = 1; i <= RUNS; i++)
      put(
        `${spot.number}-${i}`,
        asValues(
          house.readAt(units, practiceDevice(spot.client), spot.place, line, {
            name: `${spot.id} ${i}`,
            hour,
          }),
          {
            subject: { kind: 'spot', spotId: spot.id },
            device: spot.client,
            deviceName: spot.deviceName,
          },
          'internet',
        ),
      );
  return [state, ...rows];
}
