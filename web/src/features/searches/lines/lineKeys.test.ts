// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from 'vitest';
import { moveAmongLines } from './lineKeys.js';

/** Lines as the panel draws them: each its phrase, its menu and what takes it out. */
const LINES = ['Bedrooms', 'Baths', 'List price'];

let removed: string[];

function press(key: string): { readonly focus: string | null; readonly taken: boolean } {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
  const panel = document.querySelector('.lines') as HTMLElement;
  Object.defineProperties(event, { target: { value: document.activeElement }, currentTarget: { value: panel } });
  moveAmongLines(event as unknown as React.KeyboardEvent);
  return { focus: document.activeElement?.textContent ?? null, taken: event.defaultPrevented };
}

function focus(name: string): void {
  [...document.querySelectorAll<HTMLElement>('button')].find(({ textContent }) => textContent === name)?.focus();
}

beforeEach(() => {
  removed = [];
  document.body.innerHTML = `<div class="lines">${LINES.map(
    (name) =>
      `<div data-line><button data-phrase>${name}</button><button>more ${name}</button><button data-remove>remove ${name}</button></div>`,
  ).join('')}</div>`;
  for (const button of document.querySelectorAll<HTMLElement>('[data-remove]'))
    button.addEventListener('click', () => removed.push(button.textContent));
});

describe('the keys of the lines', () => {
  it('lead down and up, and stay at the ends', () => {
    focus('Bedrooms');
    expect(press('ArrowDown').focus).toBe('Baths');
    expect(press('ArrowDown').focus).toBe('List price');
    expect(press('ArrowDown')).toEqual({ focus: 'List price', taken: true });
    expect(press('ArrowUp').focus).toBe('Baths');
    focus('Bedrooms');
    expect(press('ArrowUp').focus).toBe('Bedrooms');
  });

  it('take out the line and go on with the next, or from the last with the one before', () => {
    focus('Baths');
    expect(press('Delete').focus).toBe('List price');
    focus('List price');
    expect(press('Delete').focus).toBe('Baths');
    expect(removed).toEqual(['remove Baths', 'remove List price']);
  });

  it('leave all other keys, and keys elsewhere, alone', () => {
    focus('Baths');
    expect(press('x')).toEqual({ focus: 'Baths', taken: false });
    focus('more Baths');
    expect(press('ArrowDown')).toEqual({ focus: 'more Baths', taken: false });
    expect(press('Delete').taken).toBe(false);
    expect(removed).toEqual([]);
  });
});
