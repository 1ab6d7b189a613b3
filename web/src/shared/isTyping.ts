const TYPED =
  'textarea, select, [contenteditable="true"], input:not([type="checkbox"], [type="radio"], [type="file"], [type="button"])';

/** Whether a key belongs to a field that is being typed into, and is no shortcut. */
export function isTyping({ target }: KeyboardEvent): boolean {
  return target instanceof HTMLElement && target.matches(TYPED) && isShown(target);
}

/** A field in a menu that was just closed has the focus for a moment longer. */
function isShown(field: HTMLElement): boolean {
  return !('checkVisibility' in field) || field.checkVisibility({ visibilityProperty: true });
}
