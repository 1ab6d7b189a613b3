import type OlMap from 'ol/Map.js';
import { COLOUR, FONT } from '../../shared/tokens.js';

const MARGIN = 14;

/** The map as it is shown, as a PNG with a caption below it. */
export async function pictureOf(map: OlMap, caption: string): Promise<Blob> {
  await new Promise<void>((done) => {
    map.once('rendercomplete', () => done());
    map.render();
  });
  const viewport = map.getViewport();
  if (!viewport) throw new Error('There is no map to be drawn.');
  const { width, height } = viewport.getBoundingClientRect();
  const scale = window.devicePixelRatio;
  const canvas = document.createElement('canvas');
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws no pictures.');
  const font = `500 ${14 * scale}px ${FONT.text}`;
  context.font = font;
  const lines = wrapped(context, caption, (width - 2 * MARGIN) * scale);
  canvas.width = width * scale;
  canvas.height = (height + 2 * MARGIN + lines.length * 20) * scale;
  context.fillStyle = COLOUR.paper;
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.fillStyle = COLOUR.land;
  context.fillRect(0, 0, canvas.width, height * scale);
  for (const layer of viewport.querySelectorAll<HTMLCanvasElement>('.ol-layers canvas')) {
    if (layer.width === 0) continue;
    const shown = layer.getBoundingClientRect();
    const frame = viewport.getBoundingClientRect();
    context.drawImage(
      layer,
      (shown.left - frame.left) * scale,
      (shown.top - frame.top) * scale,
      shown.width * scale,
      shown.height * scale,
    );
  }
  context.fillStyle = COLOUR.paper;
  context.fillRect(0, height * scale, canvas.width, canvas.height);
  context.fillStyle = COLOUR.ink;
  context.font = font;
  context.textBaseline = 'top';
  lines.forEach((line, i) => context.fillText(line, MARGIN * scale, (height + MARGIN + i * 20) * scale));
  return new Promise((done, fail) =>
    canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error('The picture could not be made.'))), 'image/png'),
  );
}

function wrapped(context: CanvasRenderingContext2D, text: string, width: number): string[] {
  const lines = [''];
  for (const word of text.split(' ')) {
    const longer = `${lines.at(-1) ?? ''} ${word}`.trim();
    if (context.measureText(longer).width <= width) lines[lines.length - 1] = longer;
    else lines.push(word);
  }
  return lines;
}
