// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { Leafed, useLeaf } from './Leafed.js';

function Card({ count }: { readonly count: number }) {
  const leaf = useLeaf(count);
  return (
    <div data-testid="card" onKeyDown={leaf.onKeyDown}>
      <Leafed leaf={leaf}>
        <p>picture {leaf.index + 1}</p>
      </Leafed>
    </div>
  );
}
const shown = (): string => screen.getByText(/^picture/).textContent;
const swipe = (from: number, to: number): void => {
  const picture = screen.getByText(/^picture/);
  fireEvent.touchStart(picture, { touches: [{ clientX: from }] });
  fireEvent.touchEnd(picture, { changedTouches: [{ clientX: to }] });
};

describe('Leafed', () => {
  afterEach(cleanup);

  it('goes on by its arrows, and from the last to the first', () => {
    render(<Card count={3} />);
    const next = screen.getByRole('button', { name: 'The next picture' });
    fireEvent.click(next);
    fireEvent.click(next);
    expect(shown()).toBe('picture 3');
    fireEvent.click(next);
    expect(shown()).toBe('picture 1');
    fireEvent.click(screen.getByRole('button', { name: 'The picture before' }));
    expect(shown()).toBe('picture 3');
  });
  it('goes on by a finger that goes sideways, and stays at a mere touch', () => {
    render(<Card count={3} />);
    swipe(200, 120);
    expect(shown()).toBe('picture 2');
    swipe(120, 130);
    expect(shown()).toBe('picture 2');
    swipe(120, 200);
    expect(shown()).toBe('picture 1');
  });
  it('goes on by the keys of what holds it, which go no further', () => {
    let heard = 0;
    window.addEventListener('keydown', () => heard++);
    render(<Card count={3} />);
    fireEvent.keyDown(screen.getByTestId('card'), { key: 'ArrowRight' });
    expect([shown(), heard]).toEqual(['picture 2', 0]);
    fireEvent.keyDown(screen.getByTestId('card'), { key: 'ArrowDown' });
    expect(heard).toBe(1);
  });
  it('of one picture has no arrows', () => {
    render(<Card count={1} />);
    expect(screen.queryByRole('button')).toBeNull();
    fireEvent.keyDown(screen.getByTestId('card'), { key: 'ArrowRight' });
    expect(shown()).toBe('picture 1');
  });
});
