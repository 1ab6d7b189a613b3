// @vitest-environment jsdom
import { createElement, useState } from 'react';
import { createRoot } from 'react-dom/client';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Combobox } from './Combobox.js';

/** Pictures that the browser would draw, by hand. */
let pictures: FrameRequestCallback[] = [];
beforeEach(() => {
  pictures = [];
  vi.stubGlobal('requestAnimationFrame', (picture: FrameRequestCallback) => pictures.push(picture));
  vi.stubGlobal('cancelAnimationFrame', () => (pictures = []));
  Element.prototype.scrollIntoView = () => undefined;
});
afterEach(() => vi.unstubAllGlobals());

it('takes all that was typed when Enter comes before it was drawn', async () => {
  const chosen: string[] = [];
  const Page = () => {
    const [text, setText] = useState('');
    return createElement(Combobox, {
      label: 'Find',
      placeholder: '',
      icon: null,
      hint: null,
      ref: null,
      groups: text === '' ? [] : [{ label: 'Search', options: [{ value: 'search', label: text }] }],
      none: null,
      onText: setText,
      // what is meant by the one option is the text that it was drawn for
      onChoose: () => void chosen.push(text),
    });
  };
  const place = document.body.appendChild(document.createElement('div'));
  const root = createRoot(place);
  root.render(createElement(Page));
  await vi.waitFor(() => expect(place.querySelector('input')).not.toBeNull());
  const field = place.querySelector('input') as HTMLInputElement;
  const type = (text: string): void => {
    field.value = text;
    field.dispatchEvent(new Event('input', { bubbles: true }));
  };
  const picture = (): void => pictures.splice(0).forEach((each) => each(0));

  // the field is heard as soon as it is drawn whole
  await vi.waitFor(() => {
    type('not by Mill');
    picture();
    expect(place.textContent).toContain('not by Mill');
  });
  type('not by Mill yard');
  // told, but not drawn
  picture();
  field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
  expect(chosen).toEqual(['not by Mill yard']);

  type('a pool');
  // not even told
  field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
  expect(chosen).toEqual(['not by Mill yard', 'a pool']);
  root.unmount();
});
