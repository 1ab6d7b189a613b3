const TYPED =
  'textarea, select, [contenteditable="true"], input:not([type="checkbox"], [type="radio"], [type="file"], [type="button"])';

/** Whether a key belongs to a field that is being typed into, and is no shortcut. */
export function isTyping({ target }: KeyboardEvent): boolean {
  return target instanceof HTMLElement && target.matches(TYPED);
}
