/** The mark: a lamp with a wedge of shade. */
export function Mark({ size = 24 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true">
      <path d="M12 12 21 12A9 9 0 1 0 12 21Z" fill="#f2ae21" />
      <path d="M14 14h7a7 7 0 0 1-7 7Z" fill="#8e8bd0" />
    </svg>
  );
}
