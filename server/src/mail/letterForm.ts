/** Around a blank's number; no text has these characters, and what fills a blank is not looked through again. */
const [OPEN, CLOSE] = ['\uE000', '\uE001'];
const BLANK = new RegExp(`${OPEN}(\\d+)${CLOSE}`, 'g');
/** Forms that are kept, those asked for last. */
const MOST_KEPT = 200;

/** Leaves a blank in a letter's markup, to be filled with HTML (escaped, where people wrote it). */
export type Put = (html: string) => string;

/** Blanks, and what fills them. */
export function blanks(): { readonly put: Put; readonly fillIn: (form: string) => string } {
  const fillings: string[] = [];
  return {
    put: (html) => `${OPEN}${fillings.push(html) - 1}${CLOSE}`,
    fillIn: (form) => form.replace(BLANK, (_, i: string) => fillings[Number(i)] ?? ''),
  };
}

/** Reads what makes letters, which takes a second or two: before somebody waits for their first. Every thread has this file, and few write letters. */
export async function readLetterMaker() {
  const { default: mjml2html } = await import('mjml');
  return mjml2html;
}

const forms = new Map<string, Promise<string>>();

/** Markup (MJML) as the HTML of a message; letters of one shape differ in their blanks only, and share it. */
export async function formOf(markup: string): Promise<string> {
  const form = forms.get(markup) ?? made(markup);
  // what was asked for last comes last
  forms.delete(markup);
  forms.set(markup, form);
  const [oldest] = forms.keys();
  if (forms.size > MOST_KEPT && oldest !== undefined) forms.delete(oldest);
  return form.catch((error: unknown) => {
    forms.delete(markup);
    throw error;
  });
}

async function made(markup: string): Promise<string> {
  const mjml2html = await readLetterMaker();
  const { html } = await mjml2html(markup, { validationLevel: 'strict' });
  // each message carries it: a third of it is what sets its lines in
  return html.replace(/\s*\n\s*/g, '\n');
}
