/** Whether a key press belongs to a field being typed in or an open dialog; a box that is ticked takes no typing. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  return !!target?.closest(
    'input:not([type=checkbox], [type=radio], [type=range], [type=file]), textarea, select, [contenteditable], [role=dialog], [role=menu]',
  );
}
