import { SyntaxValidator } from 'fast-xml-validator';
import { PNG } from 'pngjs';
import type { Picture } from './handout.js';

/** How pictures begin that are printed as they are: PNG (ISO/IEC 15948) and JPEG (ISO/IEC 10918-1). */
const [PNG_BEGINS, JPEG_BEGINS] = ['89504e470d0a1a0a0000000d49484452', 'ffd8ff'];
/** A PNG tells its size right after its beginning; of one with more pixels, nobody knows how long it takes. */
const [WIDTH_AT, HEIGHT_AT, MOST_PIXELS] = [16, 20, 25_000_000];
const MOST_SVG_BYTES = 200_000;
/** By these a drawing would bring in files, of the server's own too. */
const REACHES_OUT = /<(image|feImage|foreignObject|script|style)\b|<!(DOCTYPE|ENTITY)|url\(\s*['"]?[^#'"\s]|href\s*=\s*['"][^#]/i;

/** A picture that can be printed, whole, and draws nothing but itself; null for any other. */
export function printable(bytes: Buffer): Picture | null {
  const begins = bytes.toString('hex', 0, PNG_BEGINS.length / 2);
  if (begins === PNG_BEGINS) return isWholePng(bytes) ? bytes : null;
  if (begins.startsWith(JPEG_BEGINS)) return bytes;
  if (bytes.length > MOST_SVG_BYTES) return null;
  const svg = bytes.toString('utf8');
  const isDrawing = /^\s*(<\?xml[^>]*>\s*)?<svg\b/.test(svg) && !REACHES_OUT.test(svg);
  return isDrawing && canBeRead(() => SyntaxValidator.validate(svg)) ? svg : null;
}

function isWholePng(bytes: Buffer): boolean {
  if (bytes.length < HEIGHT_AT + 4 || bytes.readUInt32BE(WIDTH_AT) * bytes.readUInt32BE(HEIGHT_AT) > MOST_PIXELS) return false;
  return canBeRead(() => PNG.sync.read(bytes));
}

function canBeRead(read: () => unknown): boolean {
  try {
    read();
    return true;
  } catch {
    return false;
  }
}
