export const PICTURE_WIDTH = 640;
export const PICTURE_HEIGHT = 400;

type At = readonly [x: number, y: number];

export function rect(x: number, y: number, width: number, height: number, fill: string, more = ''): string {
  return `<rect x="${n(x)}" y="${n(y)}" width="${n(width)}" height="${n(height)}" fill="${fill}"${more}/>`;
}

export function polygon(points: readonly At[], fill: string, more = ''): string {
  return `<path d="M${points.map(([x, y]) => `${n(x)} ${n(y)}`).join(' L')}Z" fill="${fill}"${more}/>`;
}

export function line(points: readonly At[], stroke: string, width: number, more = ''): string {
  return `<path d="M${points.map(([x, y]) => `${n(x)} ${n(y)}`).join(' L')}" fill="none" stroke="${stroke}" stroke-width="${width}"${more}/>`;
}

export function disc(x: number, y: number, radius: number, fill: string, more = ''): string {
  return `<circle cx="${n(x)}" cy="${n(y)}" r="${n(radius)}" fill="${fill}"${more}/>`;
}

export function text(x: number, y: number, words: string, size: number, fill = '#23302E'): string {
  const safe = words.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
  return `<text x="${n(x)}" y="${n(y)}" font-family="sans-serif" font-size="${size}" fill="${fill}" text-anchor="middle">${safe}</text>`;
}

/** A colour made lighter or darker by so many steps of 256 in each channel. */
export function shade(colour: string, by: number): string {
  const channel = (at: number): string =>
    Math.max(0, Math.min(255, parseInt(colour.slice(at, at + 2), 16) + by))
      .toString(16)
      .padStart(2, '0');
  return `#${channel(1)}${channel(3)}${channel(5)}`;
}

function n(value: number): string {
  return String(Math.round(value * 10) / 10);
}
