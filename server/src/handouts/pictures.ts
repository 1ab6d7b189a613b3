import type { Picture } from './handout.js';

/** How pictures begin that are printed as they are: PNG (ISO/IEC 15948) and JPEG (ISO/IEC 10918-1). */
const BITMAPS: readonly string[] = ['89504e47', 'ffd8ff'];
const MOST_SVG_BYTES = 200_000;
/** By these a drawing would bring in files, of the server's own too. */
const REACHES_OUT = /<(image|feImage|foreignObject|script|style)\b|<!(DOCTYPE|ENTITY)|url\(\s*['"]?[^#'"\s]|href\s*=\s*['"][^#]/i;

/** A picture that can be printed, and draws nothing but itself; null for any other. */
export function printable(bytes: Buffer): Picture | null {
  if (BITMAPS.some((begin) => bytes.toString('hex', 0, 4).startsWith(begin))) return bytes;
  if (bytes.length > MOST_SVG_BYTES) return null;
  const svg = bytes.toString('utf8');
  return /^\s*(<\?xml[^>]*>\s*)?<svg\b/.test(svg) && !REACHES_OUT.test(svg) ? svg : null;
}
