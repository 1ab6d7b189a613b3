/** Whether a key belongs to a field that is being typed into, and is no shortcut. */
export function isTyping({ target }: KeyboardEvent): boolean {
  return target instanceof HTMLElement && (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || target.isContentEditable);
}
