'use client';
import { SUB_BAND_LABEL, tabledLimitDbm } from '@/core/radio/link/regions';
import { subBand } from '@/core/site/model/radioTerms';
import { useJob } from '@/ui/job/store';
import { NumberField } from '@/ui/pieces/fields';

/** Power limits by sub-band: as tabled for the region, or set for this job. */
export function PowerLimits() {
  const region = useJob((s) => s.brief.region);
  const own = useJob((s) => s.brief.ownLimitsDbm);
  const setBrief = useJob((s) => s.setBrief);
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-[13px] text-ink-2">
        Power and channels follow the country chosen
        {Object.keys(own).length > 0 ? ', with limits of your own' : ''}; check your country’s rules.
      </summary>
      <div className="mt-1 grid grid-cols-3 gap-2">
        {subBand.options.map((sub) => (
          <NumberField
            key={sub}
            label={`${SUB_BAND_LABEL[sub]}, tabled ${tabledLimitDbm(region, sub).toFixed(0)}`}
            unit="dBm"
            value={own[sub] ?? null}
            max={36}
            optional
            onChange={(dbm) =>
              setBrief((b) => {
                const ownLimitsDbm = { ...b.ownLimitsDbm };
                if (dbm === null) delete ownLimitsDbm[sub];
                else ownLimitsDbm[sub] = dbm;
                return { ...b, ownLimitsDbm };
              })
            }
          />
        ))}
      </div>
    </details>
  );
}
