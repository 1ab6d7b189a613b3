import sanitizeHtml from 'sanitize-html';

/** The policy of a message shown as a page: pictures and styles, and nothing that acts; its links open outside the frame. */
export const LETTER_POLICY =
  "default-src 'none'; img-src 'self'; style-src 'unsafe-inline'; sandbox allow-popups; frame-ancestors 'self'";

/** The policy of the empty page that a message is laid into: the same, but for what stands around it, which may measure it. */
export const SHEET_POLICY = "default-src 'none'; img-src 'self'; style-src 'unsafe-inline'; frame-ancestors 'self'";

/** A message's HTML without anything that could act. */
export function clean(html: string): string {
  return sanitizeHtml(html, {
    allowedTags: [...sanitizeHtml.defaults.allowedTags, 'img', 'style', 'html', 'head', 'body', 'center'],
    allowedAttributes: {
      '*': [
        'style',
        'class',
        'align',
        'width',
        'height',
        'border',
        'cellpadding',
        'cellspacing',
        'role',
        'bgcolor',
        'valign',
        'lang',
        'dir',
      ],
      a: ['href', 'target'],
      img: ['src', 'alt'],
    },
    allowedSchemes: ['http', 'https', 'mailto', 'tel'],
    allowVulnerableTags: true,
  });
}

/** A message as its agent reads it: its links lead nowhere, since who follows them is counted as their reader. */
export function toRead(html: string): string {
  return clean(html).replace(/ href="[^"]*"/g, '');
}
