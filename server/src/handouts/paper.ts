import type { Content, CustomTableLayout, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { INK, SOFT } from '../mail/index.js';
import type { AgentRow } from '../sessions/index.js';

/** "Tuesday, April 14, 2026", as luxon writes it. */
export const DATE_ON_PAPER = 'cccc, LLLL d, yyyy';
export const TITLE = 'Title';
/** Darker than on a page, so that a printer shows it. */
export const RULE = '#D8D2C6';
/** Points on letter paper, 612 wide. */
const [SIDE, WIDTH] = [46, 612 - 2 * 46];

/** A table with a strong line below its heads and a fine one below each row. */
export const LINED: CustomTableLayout = {
  hLineWidth: (i) => (i === 0 ? 0 : i === 1 ? 1 : 0.5),
  hLineColor: (i) => (i === 1 ? INK : RULE),
  vLineWidth: () => 0,
  paddingLeft: (i) => (i === 0 ? 0 : 5),
  paddingRight: () => 0,
  paddingTop: () => 4,
  paddingBottom: () => 4,
};

/** Whose paper it is, and the feed's notice, which goes with every listing shown. */
export interface Letterhead {
  readonly agent: Pick<AgentRow, 'name' | 'officeName' | 'phone' | 'postalAddress' | 'licenseNumber'>;
  readonly notice: string;
}

/** Letter paper as pdfmake takes it: the office at the head of every page, the feed's notice at the foot, the title on the first. */
export function letterPaper(
  { agent, notice }: Letterhead,
  title: string,
  under: string,
  content: readonly Content[],
): TDocumentDefinitions {
  return {
    pageSize: 'LETTER',
    pageMargins: [SIDE, 78, SIDE, 66],
    info: { title, author: `${agent.name}, ${agent.officeName}` },
    defaultStyle: { fontSize: 9.5, lineHeight: 1.25, color: INK },
    header: () => head(agent),
    footer: (page, pages) => foot(notice, page, pages),
    content: [
      { text: title, font: TITLE, bold: true, fontSize: 21, margin: [0, 0, 0, 2] },
      { text: under, color: SOFT, margin: [0, 0, 0, 10] },
      ...content,
    ],
  };
}

function head(agent: Letterhead['agent']): Content {
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
