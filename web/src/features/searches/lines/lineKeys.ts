/** From a line's phrase, up and down lead to the next one and Delete takes the line out. */
export function moveAmongLines(event: React.KeyboardEvent): void {
  const phrase = event.target;
  if (!(phrase instanceof HTMLElement) || !phrase.matches('[data-phrase]')) return;
  const phrases = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-phrase]')];
  const [before, after] = [-1, 1].map((by) => phrases[phrases.indexOf(phrase) + by]);
  const isRemoved = event.key === 'Delete';
  const next = event.key === 'ArrowDown' ? after : event.key === 'ArrowUp' ? before : isRemoved ? (after ?? before) : null;
  if (next === null) return;
  event.preventDefault();
  if (isRemoved) phrase.closest('[data-line]')?.querySelector<HTMLElement>('[data-remove]')?.click();
  next?.focus();
}
