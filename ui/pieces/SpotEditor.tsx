'use client';
import { Plus, Trash2, X } from 'lucide-react';
import { useState } from 'react';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import { changeSpot, deleteSpot } from '@/core/site/edit/plot';
import { isAlwaysOn } from '@/core/plan/links/house';
import { ACTIVITIES, activityId, needOf, type ActivityId } from '@/core/site/model/needs';
import { type ClientTypeId, type Spot, MOST_ACTIVITIES } from '@/core/site/model/schema';
import { readingsAt } from '@/core/evidence/fold';
import { useJob } from '@/ui/job/store';
import { LengthField } from '@/ui/pieces/LengthField';
import { NameField, SelectField, TextField, Tick } from '@/ui/pieces/fields';
import { speedText } from '@/ui/pieces/format';
import { Button } from './Button';
import { Confirm } from './Confirm';

const ACTIVITY_CHOICES = activityId.options.map((a) => ({ value: a, label: ACTIVITIES[a].label }));
const CLIENT_CHOICES = Object.entries(CLIENT_TYPES).map(([value, c]) => ({
  value: value as ClientTypeId,
  label: c.label,
}));

/** Deleting a spot with readings asks first; undo brings it back, its readings were never gone. */
function DeleteSpot({ spot }: { spot: Spot }) {
  const [asking, setAsking] = useState(false);
  const readings = useJob((s) => readingsAt(s.evidence, new Set([spot.id])));
  const setSite = useJob((s) => s.setSite);
  const select = useJob((s) => s.select);
  const remove = () => {
    setSite((site) => deleteSpot(site, spot.id));
    select(null);
  };
  if (!asking)
    return (
      <Button onClick={() => (readings > 0 ? setAsking(true) : remove())}>
        <Trash2 size={15} aria-hidden="true" /> Delete spot
      </Button>
    );
  return (
    <Confirm yes="Delete" onYes={remove} onNo={() => setAsking(false)}>
      {readings} readings were taken here. They are kept; the spot can be brought back by undo.
    </Confirm>
  );
}

/** Name, device and need of a spot. */
export function SpotEditor({ spot }: { spot: Spot }) {
  const setSite = useJob((s) => s.setSite);
  const limits = useJob((s) => s.site.activityLimits);
  const set = (values: Partial<Spot>) => setSite((site) => changeSpot(site, spot.id, values));
  const need = needOf(spot.activities, limits);
  return (
    <div className="space-y-2 pt-2">
      <div className="grid grid-cols-2 gap-3">
        <NameField
          label="Name of the spot"
          value={spot.name}
          onChange={(name) => set({ name: name.slice(0, 80) })}
        />
        <LengthField
          label="Height above floor"
          valueM={spot.place.heightM}
          minM={0}
          maxM={12}
          onChange={(h) => h !== null && set({ place: { ...spot.place, heightM: h } })}
        />
        <SelectField
          label="Kind of device"
          value={spot.client}
          options={CLIENT_CHOICES}
          onChange={(client) => set({ client })}
        />
        <TextField
          label="Which one"
          value={spot.deviceName}
          onChange={(deviceName) => set({ deviceName: deviceName.slice(0, 80) })}
        />
      </div>
      <fieldset>
        <legend className="lab">What runs here at once</legend>
        <ul className="space-y-1">
          {spot.activities.map((a, i) => (
            <li key={i} className="flex items-center gap-2">
              <input
                type="number"
                className="field fig w-16!"
                aria-label={`How many of ${ACTIVITIES[a.activity].label}`}
                min={1}
                max={20}
                value={a.count}
                onChange={(e) => {
                  const count = Math.round(Number(e.target.value));
                  if (count >= 1 && count <= 20)
                    set({ activities: spot.activities.map((x, j) => (j === i ? { ...x, count } : x)) });
                }}
              />
              <div className="w-48">
                <SelectField<ActivityId>
                  hideLabel
                  label={`Activity ${i + 1}`}
                  value={a.activity}
                  options={ACTIVITY_CHOICES}
                  onChange={(activity) =>
                    set({ activities: spot.activities.map((x, j) => (j === i ? { ...x, activity } : x)) })
                  }
                />
              </div>
              <Button
                className="px-2"
                aria-label={`Remove ${ACTIVITIES[a.activity].label}`}
                onClick={() => set({ activities: spot.activities.filter((_, j) => j !== i) })}
              >
                <X size={15} aria-hidden="true" />
              </Button>
            </li>
          ))}
        </ul>
        <Button
          className="mt-1"
          disabled={spot.activities.length >= MOST_ACTIVITIES}
          onClick={() => set({ activities: [...spot.activities, { activity: 'web', count: 1 }] })}
        >
          <Plus size={15} aria-hidden="true" /> Activity
        </Button>
      </fieldset>
      <Tick
        label="Always on, whoever is at home"
        checked={isAlwaysOn(spot)}
        onChange={(alwaysOn) => set({ alwaysOn })}
      />
      <p className="fig">
        Need, with 20 % on top: {speedText(need.downMbps)} ↓ {speedText(need.upMbps)} ↑ Mb/s, round trip up to{' '}
        {need.latencyMs} ms under load.
      </p>
      <DeleteSpot spot={spot} />
    </div>
  );
}
