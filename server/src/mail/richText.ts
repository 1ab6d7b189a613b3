import { convert } from 'html-to-text';
import sanitizeHtml from 'sanitize-html';

/** What somebody wrote with bold, lists and links, in both of a message's parts. Only `richText` makes one. */
export interface RichText {
  readonly html: string;
  readonly text: string;
}

/** Paragraphs, lists, links, bold and italic of an HTML text; all else is left out. */
export function richText(written: string): RichText {
  const html = sanitizeHtml(written, {
    allowedTags: ['p', 'br', 'strong', 'em', 'ul', 'ol', 'li', 'a'],
    allowedAttributes: { a: ['href'], p: ['style'] },
    transformTags: { p: sanitizeHtml.simpleTransform('p', { style: 'margin:0 0 10px' }, false) },
    allowedSchemes: ['http', 'https', 'mailto', 'tel'],
    allowProtocolRelative: false,
  });
  const text = convert(html, {
    wordwrap: false,
    selectors: [{ selector: 'a', options: { hideLinkHrefIfSameAsText: true } }],
  });
  // an editor that was left empty still has a paragraph
  return text.trim() === '' ? { html: '', text: '' } : { html, text };
}
