'use client';
import { useJob } from '@/ui/job/store';
import { SelectField, TextField } from '@/ui/pieces/fields';
import { ListEditor } from '@/ui/pieces/ListEditor';
import { newId } from '@/ui/job/newId';

/** Complaints in the customer's words, each tied to the spot it is about. */
export function Complaints() {
  const complaints = useJob((s) => s.brief.complaints);
  const spots = useJob((s) => s.site.spots);
  const setBrief = useJob((s) => s.setBrief);
  const set = (next: typeof complaints) => setBrief((b) => ({ ...b, complaints: next }));
  const change = (id: string, values: Partial<(typeof complaints)[number]>) =>
    set(complaints.map((c) => (c.id === id ? { ...c, ...values } : c)));
  const places = [
    { value: '', label: 'the whole house' },
    ...[...spots]
      .sort((a, b) => a.number - b.number)
      .map((s) => ({ value: s.id, label: `${s.number} ${s.name}` })),
  ];
  return (
    <section className="panel p-4" aria-labelledby="b-complaints">
      <ListEditor
        head={
          <h2 id="b-complaints" className="head2">
            In the customer’s words
          </h2>
        }
        adds="Complaint"
        most={40}
        empty="Nothing yet. What fails, where and when?"
        listClass="mt-2 space-y-1.5"
        items={complaints}
        onAdd={() => set([...complaints, { id: newId('cp'), words: '', spotId: null }])}
        onRemove={(c) => set(complaints.filter((x) => x.id !== c.id))}
        removes={(_, i) => `Remove complaint ${i + 1}`}
        fields={(c, i) => (
          <>
            <div className="min-w-0 flex-1">
              <TextField
                hideLabel
                label={`Complaint ${i + 1}`}
                value={c.words}
                onChange={(words) => change(c.id, { words: words.slice(0, 400) })}
              />
            </div>
            <div className="w-44 shrink-0">
              <SelectField
                hideLabel
                label={`Spot of complaint ${i + 1}`}
                value={places.some((p) => p.value === c.spotId) ? (c.spotId ?? '') : ''}
                options={places}
                onChange={(id) => change(c.id, { spotId: id || null })}
              />
            </div>
          </>
        )}
      />
    </section>
  );
}
