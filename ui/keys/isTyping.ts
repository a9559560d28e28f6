/** Whether a key press belongs to a field being typed in or an open dialog. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  return !!target?.closest('input, textarea, select, [contenteditable], [role=dialog], [role=menu]');
}
