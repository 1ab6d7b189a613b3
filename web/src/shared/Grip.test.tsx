// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { Grip } from './Grip.js';

afterEach(cleanup);

it('moves its row a place at a time by the arrow keys, and by no other', () => {
  const steps = vi.fn();
  render(<Grip name="11 Mill Ln" place="2 of 5" listeners={undefined} onStep={steps} />);
  const grip = screen.getByRole('button', { name: /^Move 11 Mill Ln/ });
  for (const key of ['ArrowUp', 'ArrowLeft', 'ArrowDown', 'ArrowRight', 'Enter', ' ', 'a']) fireEvent.keyDown(grip, { key });
  fireEvent.keyDown(grip, { key: 'ArrowDown', altKey: true });
  expect(steps.mock.calls.flat()).toEqual([-1, -1, 1, 1]);
  expect(screen.getByText('2 of 5').getAttribute('aria-live')).toBe('polite');
});

it('takes the focus where a key has put it', () => {
  const { rerender } = render(<Grip name="11 Mill Ln" place="Asked" listeners={undefined} onStep={() => undefined} />);
  expect(document.activeElement).toBe(document.body);
  rerender(<Grip key="elsewhere" isFollowed name="11 Mill Ln" place="Booked" listeners={undefined} onStep={() => undefined} />);
  expect(document.activeElement).toBe(screen.getByRole('button'));
});
