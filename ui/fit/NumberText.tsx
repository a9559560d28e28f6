/** A number as it is typed, with its unit in the label; what it comes to is for whoever reads it. */
export function NumberText({
  label,
  value,
  onChange,
  mode = 'numeric',
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  mode?: 'numeric' | 'decimal';
}) {
  return (
    <label className="lab">
      {label}
      <input
        className="field fig mt-0.5 block w-28!"
        inputMode={mode}
        maxLength={8}
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
}
