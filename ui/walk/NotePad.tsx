/** @jsxImportSource preact */
import { useState } from 'preact/hooks';

/** A note that is kept as it is typed. */
export function NotePad({
  id,
  label,
  onKeep,
}: {
  id: string;
  label: string;
  onKeep: (text: string) => void;
}) {
  const [text, setText] = useState('');
  const [kept, setKept] = useState(false);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim() === '') return;
        onKeep(text.trim());
        setText('');
        setKept(true);
      }}
    >
      <label for={id}>{label}</label>
      <div class="row">
        <input
          id={id}
          value={text}
          maxLength={500}
          autocomplete="off"
          onInput={(e) => {
            setText(e.currentTarget.value);
            setKept(false);
          }}
        />
        <button type="submit">Keep</button>
      </div>
      {kept && (
        <p class="said" role="status">
          Note kept.
        </p>
      )}
    </form>
  );
}
