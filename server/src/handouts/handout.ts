import type { ChoiceForm } from '@perambula/contract';
import { addressShown, dollars, factsOf, homesTable, numberIn } from '@perambula/core';
import type { ShownTo } from '@perambula/core';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { creditOf, INK, MULBERRY, shortened, SOFT } from '../mail/index.js';
import type { AgentRow } from '../sessions/index.js';

/** A picture as it is printed: drawn (SVG), or as PNG or JPEG. */
export type Picture = string | Buffer;

/** A home on paper, as a client may have it. */
export interface HandoutHome {
  readonly listing: ShownTo<'message'>;
  /** The first of them is the large one. */
  readonly pictures: readonly Picture[];
}

export interface Handout {
  readonly title: string;
  /** "Tuesday, April 14, 2026" */
  readonly date: string;
  readonly form: ChoiceForm;
  /** What its agent wrote to it. */
  readonly words: string;
  readonly homes: readonly HandoutHome[];
  readonly agent: Pick<AgentRow, 'name' | 'officeName' | 'phone' | 'postalAddress' | 'licenseNumber'>;
  /** The feed's, which goes with every listing shown. */
  readonly notice: string;
  readonly zone: string;
}

/** Darker than on a page, so that a printer shows it. */
const RULE = '#D8D2C6';
const TITLE = 'Title';
/** Points on letter paper, 612 wide. */
const [SIDE, WIDTH] = [46, 612 - 2 * 46];
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

/** A handout as pdfmake takes it: letter paper, the office at the head and the feed's notice at the foot of every page. */
export function handoutPages(handout: Handout): TDocumentDefinitions {
  const { title, date, form, words, homes, agent, notice } = handout;
  const many = `${homes.length} ${homes.length === 1 ? 'home' : 'homes'}`;
  return {
    pageSize: 'LETTER',
    pageMargins: [SIDE, 78, SIDE, 66],
    info: { title, author: `${agent.name}, ${agent.officeName}` },
    defaultStyle: { fontSize: 9.5, lineHeight: 1.25, color: INK },
    header: () => head(agent),
    footer: (page, pages) => foot(notice, page, pages),
    content: [
      { text: title, font: TITLE, bold: true, fontSize: 21, margin: [0, 0, 0, 2] },
      { text: `${date} · ${many}`, color: SOFT, margin: [0, 0, 0, 10] },
      ...words
        .split(/\n+/)
        .filter(Boolean)
        .map((text): Content => ({ text, fontSize: 10.5, margin: [0, 0, 0, 6] })),
      ...(form === 'pictures' ? [] : [compared(handout)]),
      ...(form === 'table' ? [] : homes.map((home) => pictured(home, handout))),
    ],
  };
}

function head(agent: Handout['agent']): Content {
  return {
    margin: [SIDE, 28, SIDE, 0],
    stack: [
      {
        columns: [
          { text: agent.officeName, font: TITLE, bold: true, fontSize: 12 },
          {
            text: [
              { text: agent.name, bold: true },
              ` · ${agent.phone}\n${agent.postalAddress} · license ${agent.licenseNumber}`,
            ],
            alignment: 'right',
            fontSize: 8.5,
            width: 'auto',
          },
        ],
      },
      { canvas: [rule(1)], margin: [0, 6, 0, 0] },
    ],
  };
}

function foot(notice: string, page: number, pages: number): Content {
  return {
    margin: [SIDE, 8, SIDE, 0],
    stack: [
      { canvas: [rule(0.5)], margin: [0, 0, 0, 5] },
      {
        columns: [
          { text: `${notice} Information should be verified. Equal housing opportunity.`, width: '*' },
          { text: `${page} of ${pages}`, alignment: 'right', width: 50 },
        ],
        fontSize: 7.5,
        color: SOFT,
      },
    ],
  };
}

function rule(lineWidth: number) {
  return { type: 'line' as const, x1: 0, y1: 0, x2: WIDTH, y2: 0, lineWidth, lineColor: RULE };
}

/** The homes below one another, each fact in a column. */
function compared({ homes, zone }: Handout): Content {
  const listings = homes.map(({ listing }) => listing);
  const { heads, rows } = homesTable(listings, false);
  const headOf = (text: string, isFirst: boolean): TableCell => ({
    text,
    color: SOFT,
    bold: true,
    fontSize: 8.5,
    alignment: isFirst ? 'left' : 'right',
    noWrap: true,
  });
  const nameOf = (listing: ShownTo<'message'>): TableCell => {
    const [street = '', ...town] = addressShown(listing).split(', ');
    return {
      stack: [
        { text: street, bold: true },
        { text: [...town, String(listing['StandardStatus'])].join(' · '), color: SOFT, fontSize: 8.5 },
        { text: creditOf(listing, zone), color: SOFT, fontSize: 6.5 },
      ],
    };
  };
  return {
    margin: [0, 4, 0, 14],
    layout: {
      hLineWidth: (i) => (i === 0 ? 0 : i === 1 ? 1 : 0.5),
      hLineColor: (i) => (i === 1 ? INK : RULE),
      vLineWidth: () => 0,
      paddingLeft: (i) => (i === 0 ? 0 : 5),
      paddingRight: () => 0,
      paddingTop: () => 5,
      paddingBottom: () => 4,
    },
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths: ['*', ...heads.map(() => 'auto' as const)],
      body: [
        ['Home', ...heads].map((text, i) => headOf(text, i === 0)),
        ...rows.map((row, i) => [
          nameOf(listings[i] as ShownTo<'message'>),
          ...row.map((text): TableCell => ({ text, alignment: 'right', noWrap: true })),
        ]),
      ],
    },
  };
}

/** A home with its pictures on the left and what its listing says on the right. */
function pictured({ listing, pictures }: HandoutHome, { zone }: Handout): Content {
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
