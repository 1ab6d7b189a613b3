import type { Look } from './look.js';
import { disc, line, PICTURE_HEIGHT, PICTURE_WIDTH, polygon, rect, shade } from './svg.js';

/** Where the lawn begins, from the top. */
export const HORIZON = 286;

/** Sky, what lies beyond, and the lawn. */
export function surroundings(look: Look): string {
  const [high, low] = look.sky;
  const beyond = look.water
    ? rect(0, 262, PICTURE_WIDTH, 40, '#B9D3D8') +
      [268, 276, 283]
        .map((y, i) =>
          line(
            [
              [40 + i * 150, y],
              [150 + i * 160, y],
            ],
            '#DDEBEC',
            2,
          ),
        )
        .join('')
    : look.hills
      ? `<path d="M0 262 Q110 186 250 236 Q380 170 520 228 Q590 204 640 222 V310 H0Z" fill="${shade(look.far, 8)}"/>`
      : '';
  return [
    `<defs><linearGradient id="s" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${high}"/><stop offset="1" stop-color="${low}"/></linearGradient></defs>`,
    rect(0, 0, PICTURE_WIDTH, PICTURE_HEIGHT, 'url(#s)'),
    disc(look.mirrored ? 118 : 522, 84, 38, '#FFFFFF', ' opacity=".55"'),
    cloud(look.mirrored ? 420 : 150, 70),
    beyond,
    `<path d="M0 ${HORIZON} Q160 ${HORIZON - 22} 330 ${HORIZON - 8} T640 ${HORIZON - 16} V400 H0Z" fill="${look.far}"/>`,
    hedge(look),
    `<path d="M0 ${HORIZON + 24} Q300 ${HORIZON + 10} 640 ${HORIZON + 24} V400 H0Z" fill="${look.grass}"/>`,
  ].join('');
}

function cloud(x: number, y: number): string {
  return `<g fill="#FFFFFF" opacity=".7">${disc(x, y, 16, '#FFFFFF')}${disc(x + 22, y - 6, 20, '#FFFFFF')}${disc(x + 46, y + 1, 14, '#FFFFFF')}${rect(x - 8, y + 2, 64, 13, '#FFFFFF', ' rx="6"')}</g>`;
}

function hedge(look: Look): string {
  const colour = look.season === 'winter' ? '#B9BCB2' : shade(look.grass, -22);
  return Array.from({ length: 9 }, (_, i) =>
    disc(((look.trees * 37 + i * 83) % 640) - 8, HORIZON + 8 + (i % 3) * 4, 15 + ((i * 5) % 9), colour, ' opacity=".8"'),
  ).join('');
}

/** A tree whose foot stands at x, y; a leafless one in winter. */
export function tree(look: Look, x: number, y: number, size: number): string {
  const bark = '#857158';
  const shape = look.conifers
    ? [0, 1, 2]
        .map((i) =>
          polygon(
            [
              [-34 + i * 7, -22 - i * 34],
              [0, -82 - i * 30],
              [34 - i * 7, -22 - i * 34],
            ],
            shade('#5F7F66', i * 8),
          ),
        )
        .join('') + rect(-4, -24, 8, 26, bark)
    : look.season === 'winter'
      ? rect(-4, -50, 8, 54, bark) +
        [-1, 1]
          .map(
            (s) =>
              line(
                [
                  [0, -44],
                  [s * 24, -84],
                  [s * 34, -104],
                ],
                bark,
                3.4,
              ) +
              line(
                [
                  [s * 14, -66],
                  [s * 36, -78],
                ],
                bark,
                2.2,
              ),
          )
          .join('') +
        line(
          [
            [0, -50],
            [2, -112],
          ],
          bark,
          3.4,
        )
      : rect(-5, -40, 10, 46, bark) +
        [
          [0, -78, 38, 0],
          [-24, -58, 26, 1],
          [25, -56, 25, 2],
          [8, -100, 22, 1],
        ]
          .map(([cx, cy, r, c]) => disc(cx as number, cy as number, r as number, look.leaves[c as number] ?? '#8FA980'))
          .join('');
  return `<g transform="translate(${x} ${y}) scale(${size})"><ellipse cx="0" cy="4" rx="26" ry="5" fill="${shade(look.grass, -18)}"/>${shape}</g>`;
}

/** Flowers along a line, by season; none in winter. */
export function border(look: Look, from: number, to: number, y: number): string {
  if (look.season === 'winter') return '';
  const colours = {
    spring: ['#E3A6B4', '#F0D27A', '#FFFFFF'],
    summer: ['#B6739B', '#F0D27A', '#8FAD7B'],
    autumn: ['#C98B4B', '#A5402D', '#B9A15A'],
  }[look.season];
  return Array.from({ length: Math.floor((to - from) / 9) }, (_, i) =>
    disc(from + i * 9 + ((i * 7) % 4), y + ((i * 5) % 4), 4.4, i % 3 === 2 ? shade(look.grass, -26) : (colours[i % 3] as string)),
  ).join('');
}
