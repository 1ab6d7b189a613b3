// @vitest-environment jsdom
import { act, createElement } from 'react';
import { createRoot } from 'react-dom/client';
import { afterEach, beforeAll, describe, expect, it } from 'vitest';
import { isPressed, KEYS, KEYS_LISTED, useKey } from './keys.js';

beforeAll(() => void Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true }));
afterEach(() => document.body.replaceChildren());

const event = (key: string, more: KeyboardEventInit = {}): KeyboardEvent =>
  new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more });

describe('keys', () => {
  it.each([
    ['n', {}, 'newSearch', true],
    ['N', { shiftKey: true }, 'newSearch', true],
    ['n', { ctrlKey: true }, 'newSearch', false],
    ['n', { altKey: true }, 'newSearch', false],
    ['k', {}, 'find', false],
    ['k', { metaKey: true }, 'find', true],
    ['z', { ctrlKey: true }, 'takeBack', true],
    ['Z', { ctrlKey: true, shiftKey: true }, 'takeBack', false],
    ['Z', { ctrlKey: true, shiftKey: true }, 'doAgain', true],
    ['ArrowLeft', {}, 'before', true],
    // that is the browser's way back
    ['ArrowLeft', { altKey: true }, 'before', false],
    ['?', { shiftKey: true }, 'keys', true],
  ] as const)('%s with %o is %s: %s', (key, more, name, is) => expect(isPressed(event(key, more), KEYS[name])).toBe(is));

  it('belong to a field while it is seen, and not to one whose menu was just closed', () => {
    const field = document.body.appendChild(document.createElement('input'));
    const pressed: boolean[] = [];
    field.addEventListener('keydown', (typed) => pressed.push(isPressed(typed, KEYS.openSearch)));
    field.dispatchEvent(event('o'));
    // jsdom draws nothing, and so has no such question
    field.checkVisibility = () => false;
    field.dispatchEvent(event('o'));
    expect(pressed).toEqual([false, true]);
  });

  it('do nothing where somebody types, but for the one that finds', async () => {
    const done: string[] = [];
    const [find, add] = [() => void done.push('find'), () => void done.push('add')];
    function Page() {
      useKey('find', find);
      useKey('addLine', add);
      return createElement('input', { id: 'field' });
    }
    const root = createRoot(document.body.appendChild(document.createElement('div')));
    await act(() => Promise.resolve(root.render(createElement(Page))));
    const field = document.getElementById('field') as HTMLElement;
    field.dispatchEvent(event('l'));
    field.dispatchEvent(event('k', { ctrlKey: true }));
    document.body.dispatchEvent(event('l'));
    expect(done).toEqual(['find', 'add']);
    await act(() => Promise.resolve(root.unmount()));
    document.body.dispatchEvent(event('l'));
    expect(done).toEqual(['find', 'add']);
  });

  it('are all in the list, each with what it does', () => {
    const listed = KEYS_LISTED.map(([, does]) => does);
    for (const { does } of Object.values(KEYS)) expect(listed).toContain(does);
    expect(KEYS_LISTED.map(([keys]) => keys.join(' '))).toContain('Ctrl Shift Z');
    expect(new Set(listed).size).toBe(listed.length);
  });
});
