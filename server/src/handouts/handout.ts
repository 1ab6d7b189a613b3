import type { ChoiceForm, FactsToVerify } from '@perambula/contract';
import { addressShown, dollars, factsOf, homesTable, numberIn } from '@perambula/core';
import type { ShownTo } from '@perambula/core';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { creditOf, MULBERRY, sayVerify, shortened, SOFT } from '../mail/index.js';
import { letterPaper, LINED, TITLE } from './paper.js';
import type { Letterhead } from './paper.js';

/** A picture as it is printed: drawn (SVG), or as PNG or JPEG. */
export type Picture = string | Buffer;

/** A home on paper, as a client may have it. */
export interface HandoutHome {
  readonly listing: ShownTo<'message'>;
  /** The first of them is the large one. */
  readonly pictures: readonly Picture[];
  readonly verify: FactsToVerify;
}

export interface Handout extends Letterhead {
  readonly title: string;
  /** "Tuesday, April 14, 2026" */
  readonly date: string;
  readonly form: ChoiceForm;
  /** What its agent wrote to it. */
  readonly words: string;
  readonly homes: readonly HandoutHome[];
  readonly zone: string;
}

const PICTURE = { width: 228, height: 170 };
const SMALL = { width: 72, height: 54 };
const LONGEST_REMARKS = 620;

/** What is known of a listing besides the facts on its line. */
const MORE: readonly (readonly [label: string, of: (listing: ShownTo<'message'>) => string | null])[] = [
  ['Kind', ({ PropertySubType: kind }) => (typeof kind === 'string' ? kind : null)],
  ['Built', (listing) => said(numberIn(listing, 'YearBuilt'), String)],
  ['Taxes a year', (listing) => said(numberIn(listing, 'TaxAnnualAmount'), dollars)],
  ['Status', ({ StandardStatus: status }) => String(status)],
  ['Listing number', ({ ListingId: number }) => (typeof number === 'string' ? number : null)],
];

/** A handout as pdfmake takes it. */
export function handoutPages(handout: Handout): TDocumentDefinitions {
  const { title, date, form, words, homes } = handout;
  const many = `${homes.length} ${homes.length === 1 ? 'home' : 'homes'}`;
  return letterPaper(handout, title, `${date} · ${many}`, [
    ...words
      .split(/\n+/)
      .filter(Boolean)
      .map((text): Content => ({ text, fontSize: 10.5, margin: [0, 0, 0, 6] })),
    ...(form === 'pictures' ? [] : [compared(handout)]),
    ...(form === 'table' ? [] : homes.map((home) => pictured(home, handout))),
  ]);
}

/** The homes below one another, each fact in a column. */
function compared({ homes, zone }: Handout): Content {
  const { heads, rows } = homesTable(
    homes.map(({ listing }) => listing),
    false,
  );
  const headOf = (text: string, isFirst: boolean): TableCell => ({
    text,
    color: SOFT,
    bold: true,
    fontSize: 8.5,
    alignment: isFirst ? 'left' : 'right',
    noWrap: true,
  });
  const nameOf = ({ listing, verify }: HandoutHome): TableCell => {
    const [street = '', ...town] = addressShown(listing).split(', ');
    return {
      stack: [
        { text: street, bold: true },
        { text: [...town, String(listing['StandardStatus'])].join(' · '), color: SOFT, fontSize: 8.5 },
        { text: sayVerify(verify), bold: true, fontSize: 7.5 },
        { text: creditOf(listing, zone), color: SOFT, fontSize: 6.5 },
      ],
    };
  };
  return {
    margin: [0, 4, 0, 14],
    layout: LINED,
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: ['*', ...heads.map(() => 'auto' as const)],
      body: [
        ['Home', ...heads].map((text, i) => headOf(text, i === 0)),
        ...rows.map((row, i) => [
          nameOf(homes[i] as HandoutHome),
          ...row.map((text): TableCell => ({ text, alignment: 'right', noWrap: true })),
        ]),
      ],
    },
  };
}

/** A home with its pictures on the left and what its listing says on the right. */
function pictured({ listing, pictures, verify }: HandoutHome, { zone }: Handout): Content {
  const [first, ...more] = pictures;
  const small = more.slice(0, 3).map((picture) => drawn(picture, SMALL));
  const price = numberIn(listing, 'ListPrice');
  const facts = MORE.flatMap(([label, of]) => {
    const value = of(listing);
    return value === null ? [] : [[{ text: label, color: SOFT }, value]];
  });
  const remarks = String(listing['PublicRemarks'] ?? '');
  return {
    unbreakable: true,
    margin: [0, 4, 0, 12],
    columnGap: 16,
    columns: [
      {
        width: PICTURE.width,
        stack: [
          first ? drawn(first, PICTURE) : { text: 'The listing has no picture.', color: SOFT, italics: false },
          ...(small.length > 0
            ? [{ columns: small, columnGap: 5, margin: [0, 6, 0, 0] as [number, number, number, number] }]
            : []),
        ],
      },
      {
        width: '*',
        stack: [
          { text: price === null ? 'Price not given' : dollars(price), font: TITLE, bold: true, fontSize: 17, color: MULBERRY },
          { text: addressShown(listing), bold: true, fontSize: 11 },
          { text: factsOf(listing), margin: [0, 0, 0, 5] },
          {
            layout: {
              hLineWidth: () => 0,
              vLineWidth: () => 0,
              paddingLeft: () => 0,
              paddingRight: () => 10,
              paddingTop: () => 0,
              paddingBottom: () => 1,
            },
            table: { widths: ['auto', '*'], body: facts },
            fontSize: 9,
            margin: [0, 0, 0, 5],
          },
          { text: sayVerify(verify), bold: true, fontSize: 9 },
          { text: shortened(remarks, LONGEST_REMARKS), fontSize: 9 },
          { text: creditOf(listing, zone), color: SOFT, fontSize: 7.5, margin: [0, 5, 0, 0] },
        ],
      },
    ],
  };
}

function drawn(picture: Picture, { width, height }: { readonly width: number; readonly height: number }): Content {
  const fit: [number, number] = [width, height];
  // pdfmake takes a picture's bytes, which its types do not say
  return typeof picture === 'string' ? { svg: picture, fit } : { image: picture as never, fit };
}

function said(value: number | null, say: (value: number) => string): string | null {
  return value === null ? null : say(value);
}
