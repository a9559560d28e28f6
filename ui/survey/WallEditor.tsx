'use client';
import { Trash2, X } from 'lucide-react';
import { changeWall, deleteOpening, deleteWall } from '@/core/site/edit';
import type { Wall } from '@/core/site/schema';
import { useJob } from '@/ui/job/store';
import { SelectField } from '@/ui/pieces/fields';
import { exactLengthText } from '@/core/site/lengths';
import { constructionChoices } from './BuildingDialog';

/** Construction of the selected wall and what is in it. */
export function WallEditor({ wall }: { wall: Wall }) {
  const openings = useJob((s) => s.site.openings);
  const custom = useJob((s) => s.site.customConstructions);
  const unit = useJob((s) => s.brief.lengthUnit);
  const setSite = useJob((s) => s.setSite);
  const select = useJob((s) => s.select);
  const lengthM = Math.hypot(wall.b.xM - wall.a.xM, wall.b.yM - wall.a.yM);
  const inIt = openings.filter((o) => o.wallId === wall.id);
  return (
    <section className="panel shrink-0 p-3" aria-label="Selected wall">
      <div className="flex items-center justify-between">
        <h2 className="head2">Wall, {exactLengthText(lengthM, unit)}</h2>
        <button
          type="button"
          className="btn"
          onClick={() => {
            setSite((s) => deleteWall(s, wall.id));
            select(null);
          }}
        >
          <Trash2 size={15} aria-hidden="true" /> Delete wall
        </button>
      </div>
      <div className="mt-2">
        <SelectField
          label="Construction"
          value={wall.construction}
          options={[...constructionChoices('wall'), ...custom.map((c) => ({ value: c.id, label: c.name }))]}
          onChange={(construction) => setSite((s) => changeWall(s, wall.id, { construction }))}
        />
      </div>
      <ul className="mt-2 space-y-1">
        {inIt.map((o) => (
          <li key={o.id} className="flex items-end gap-2">
            <div className="flex-1">
              <SelectField
                label={`${o.kind}, ${exactLengthText(o.widthM, unit)} wide`}
                value={o.construction}
                options={constructionChoices('opening')}
                onChange={(construction) =>
                  setSite((s) => ({
                    ...s,
                    openings: s.openings.map((x) => (x.id === o.id ? { ...x, construction } : x)),
                  }))
                }
              />
            </div>
            <button
              type="button"
              className="btn px-2"
              aria-label={`Remove ${o.kind}`}
              onClick={() => setSite((s) => deleteOpening(s, o.id))}
            >
              <X size={15} aria-hidden="true" />
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
