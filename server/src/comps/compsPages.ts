import { COMP_FIGURES, FIGURE_HEADS, GROUP_SAID, sayFigure } from '@perambula/core';
import type { CompFigure, FiguresOfHome } from '@perambula/core';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { letterPaper, LINED } from '../handouts/index.js';
import type { Letterhead } from '../handouts/index.js';
import { SOFT } from '../mail/index.js';
import { AVERAGES } from './comparedHomes.js';
import type { ComparedHomes, NamedHome } from './comparedHomes.js';
import { priceBySize } from './priceBySize.js';

const COLUMNS = COMP_FIGURES.length + 1;

/**
 * Homes compared as they are handed over: as pdfmake takes it, on letter paper.
 *
 * @param leftOut  homes that are counted on the page, and may not be handed over
 */
export function compsPages(compared: ComparedHomes, leftOut: number, paper: Letterhead): TDocumentDefinitions {
  const { title, date, subject, groups } = compared;
  const homes = groups.reduce((sum, { comps }) => sum + comps.length, 0);
  const chart = priceBySize(compared);
  const without =
    leftOut === 0
      ? ''
      : ` · without ${leftOut} that may not be handed over, which ${leftOut === 1 ? 'counts' : 'count'} in no figure here`;
  return letterPaper(paper, title, `${date} · ${homes} ${homes === 1 ? 'home' : 'homes'}${without}`, [
    {
      layout: LINED,
      fontSize: 8.5,
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: ['*', ...COMP_FIGURES.map(() => 'auto' as const)],
        body: [
          ['Home', ...COMP_FIGURES.map((figure) => FIGURE_HEADS[figure])].map((text, i): TableCell => ({
            text,
            color: SOFT,
            bold: true,
            alignment: i === 0 ? 'left' : 'right',
            noWrap: true,
          })),
          ...(subject ? [row({ text: subject.name, bold: true }, figuresIn(subject.figures), true)] : []),
          ...groups.flatMap(({ group, comps, averages }) => [
            headOf(GROUP_SAID[group]),
            ...comps.map((home) => row(nameOf(home), figuresIn(home.figures))),
            ...AVERAGES.map(([name]) =>
              row({ text: name === 'median' ? `median of ${comps.length}` : name, color: SOFT }, (figure) =>
                sayFigure(figure, averages[figure][name]),
              ),
            ),
          ]),
        ],
      },
    },
    {
      text: 'Price is what was paid where a home closed, else what is asked. Days run until a contract, until it went off, or to today. Not an appraisal.',
      color: SOFT,
      fontSize: 8,
      margin: [0, 6, 0, 10],
    },
    ...(chart ? [{ unbreakable: true, stack: [{ text: 'Price by size', bold: true, fontSize: 11 }, { svg: chart }] }] : []),
  ]);
}

function figuresIn(figures: FiguresOfHome): (figure: CompFigure) => string {
  return (figure) => sayFigure(figure, figures[figure]);
}

function row(name: Content, of: (figure: CompFigure) => string, bold = false): TableCell[] {
  return [name, ...COMP_FIGURES.map((figure): TableCell => ({ text: of(figure), alignment: 'right', noWrap: true, bold }))];
}

/** What stands over a group, from one side to the other. */
function headOf(text: string): TableCell[] {
  return [{ text, bold: true, colSpan: COLUMNS, margin: [0, 8, 0, 0] }, ...Array.from({ length: COLUMNS - 1 }, () => '')];
}

function nameOf({ name, town, status, credit }: NamedHome): Content {
  return {
    stack: [
      { text: name, bold: true },
      { text: [town, status].filter(Boolean).join(' · '), color: SOFT, fontSize: 8 },
      { text: credit, color: SOFT, fontSize: 6.5 },
    ],
  };
}
