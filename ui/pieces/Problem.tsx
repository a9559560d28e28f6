/** What went wrong and what to do, said at once to whoever cannot see it; nothing where nothing is wrong. */
export function Problem({ words, className = '' }: { words: string | null; className?: string }) {
  if (!words) return null;
  return (
    <p role="alert" className={`text-mains ${className}`.trim()}>
      {words}
    </p>
  );
}
