import Color from 'colorjs.io';
import { describe, expect, it } from 'vitest';
import { COLOUR } from './tokens.js';

const contrast = (text: string, ground: string): number => new Color(text).contrast(new Color(ground), 'WCAG21');

describe('colours', () => {
  it('is measured as WCAG does: #767676 on white is 4.54', () => expect(contrast('#767676', '#ffffff')).toBeCloseTo(4.54, 2));

  const grounds = [COLOUR.paper, COLOUR.sheet, COLOUR.rail] as const;
  it.each(['ink', 'soft', 'mulberry', 'mulberryDeep', 'ochre', 'brick', 'tarn', 'moss'] as const)(
    '%s can be read on every ground (WCAG 2.2 AA)',
    (name) => {
      for (const ground of grounds) expect(contrast(COLOUR[name], ground)).toBeGreaterThanOrEqual(4.5);
    },
  );
  it.each([
    ['mulberryDeep', 'mulberryTint'],
    ['#24595E', 'tarnTint'],
    ['#7D4D09', 'ochreTint'],
    ['#8E3423', 'brickTint'],
    ['#46612F', 'mossTint'],
  ] as const)('%s can be read on %s', (text, tint) => {
    expect(contrast(text.startsWith('#') ? text : COLOUR[text as keyof typeof COLOUR], COLOUR[tint])).toBeGreaterThanOrEqual(4.5);
  });
  it('has white read on the colour of action', () => expect(contrast('#FFFFFF', COLOUR.mulberry)).toBeGreaterThanOrEqual(4.5));
});
