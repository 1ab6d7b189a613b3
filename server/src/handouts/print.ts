import { createRequire } from 'node:module';
import type { TDocumentDefinitions, TFontDictionary } from 'pdfmake/interfaces.js';

const { resolve } = createRequire(import.meta.url);

/** A family that stands in place of the page's own where that has no letters of a kind. */
const OTHER = 'Other';
/** What the page's own fonts have letters for: Latin with its marks in two files, as the packages part them. */
const FILES: readonly (readonly [suffix: string, subset: string, letters: RegExp])[] = [
  ['', 'latin', /[\0-ÿıŒœʻʼˆ˚˜\u2000-\u206F€™↑↓−∕]/u],
  ['Marked', 'latin-ext', /[Ā-ʺʽ-˅ᴀ-ᶿḀ-ẟỲ-ỿ₠-₫ℓⱠ-Ɀ]/u],
];

function fontFile(family: string, subset: string, weight: number): string {
  return resolve(`@fontsource/${family}/files/${family}-${subset}-${weight}-normal.woff`);
}

function fonts(): TFontDictionary {
  const of = (family: string, weights: readonly [normal: number, bold: number], name: string): TFontDictionary =>
    Object.fromEntries(
      FILES.map(([suffix, subset]) => {
        const [normal, bold] = weights.map((weight) => fontFile(family, subset, weight)) as [string, string];
        return [`${name}${suffix}`, { normal, bold, italics: normal, bolditalics: bold }];
      }),
    );
  const [normal, bold] = ['Regular', 'Medium'].map((weight) => resolve(`pdfmake/fonts/Roboto/Roboto-${weight}.ttf`)) as [
    string,
    string,
  ];
  return {
    ...of('hanken-grotesk', [400, 700], 'Text'),
    ...of('fraunces', [400, 600], 'Title'),
    [OTHER]: { normal, bold, italics: normal, bolditalics: bold },
  };
}

/** Pages as a PDF (ISO 32000). Nothing is fetched: pictures are given as they are. */
export async function printed(pages: TDocumentDefinitions): Promise<Buffer> {
  const { default: pdfmake } = await import('pdfmake');
  const known = fonts();
  const files = new Set(Object.values(known).flatMap((family) => Object.values(family) as string[]));
  pdfmake.setFonts(known);
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path) => files.has(path));
  const { defaultStyle, content, header, footer } = pages;
  return pdfmake
    .createPdf({
      ...pages,
      defaultStyle: { ...defaultStyle, font: 'Text' },
      content: inFonts(content),
      header: typeof header === 'function' ? (...at) => inFonts(header(...at)) : inFonts(header),
      footer: typeof footer === 'function' ? (...at) => inFonts(footer(...at)) : inFonts(footer),
    })
    .getBuffer();
}

/** Where texts stand in a part of a page. */
const HOLDERS: ReadonlySet<string> = new Set(['text', 'stack', 'columns', 'table', 'body']);

/** The same with every text in the fonts that have its letters. */
function inFonts<T>(part: T, font = 'Text'): T {
  return lettered(part, font) as T;
}

function lettered(part: unknown, font: string): unknown {
  if (typeof part === 'string') return { text: runsOf(part, font) };
  if (typeof part !== 'object' || part === null || Buffer.isBuffer(part)) return part;
  if (Array.isArray(part)) return part.map((each) => lettered(each, font));
  const own = 'font' in part && typeof part.font === 'string' ? part.font : font;
  const within = (name: string, value: unknown): unknown => {
    if (name === 'text' && typeof value === 'string') return runsOf(value, own);
    return HOLDERS.has(name) ? lettered(value, own) : value;
  };
  return Object.fromEntries(Object.entries(part).map(([name, value]) => [name, within(name, value)]));
}

/** A text in pieces, each in a font that has its letters; as it is where the page's own has all. */
function runsOf(text: string, font: string): string | { text: string; font: string }[] {
  const runs: { text: string; font: string }[] = [];
  for (const letter of text) {
    const suffix = FILES.find(([, , letters]) => letters.test(letter))?.[0];
    const of = suffix === undefined ? OTHER : `${font}${suffix}`;
    const last = runs.at(-1);
    if (last?.font === of) last.text += letter;
    else runs.push({ text: letter, font: of });
  }
  return runs.length === 1 && runs[0]?.font === font ? text : runs;
}
