export const INK = '#23302E';
export const SOFT = '#5C6964';
export const MULBERRY = '#7C3F6B';
export const RULE = '#E4DFD5';

/** Text as it stands between tags or in an attribute, whatever people wrote. */
export function escape(text: string): string {
  return text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);
}
