/** Whether a key press belongs to a field being typed in or an open dialog; a box that is ticked takes no typing. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  return !!target?.closest(
    'input:not([type=checkbox], [type=radio], [type=range], [type=file]), textarea, select, [contenteditable], [role=dialog], [role=menu]',
  );
}

/** Whether a field holds nothing of its own to take back: an empty one in a form that is emptied each time it is recorded. */
export function isBlank(event: KeyboardEvent): boolean {
  const target = event.target as HTMLInputElement | null;
  return target?.value === '' && target.closest('[data-emptied]') !== null;
}
