import type { Round, SheetFor } from '@perambula/contract';
import { addressShown, dollars, factsOf, numberIn, sayMinutes, sayRoadLength } from '@perambula/core';
import type { ShownTo, TimedRound } from '@perambula/core';
import { DateTime } from 'luxon';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { letterPaper, RULE } from '../handouts/index.js';
import type { Letterhead } from '../handouts/index.js';
import { MULBERRY, SOFT } from '../mail/index.js';

export interface DaySheet extends Letterhead {
  readonly round: Round;
  readonly goes: TimedRound;
  /** The listings of the round's homes in their order, as whoever has the sheet may see them. */
  readonly listings: readonly ShownTo<'agent' | 'message'>[];
  /** Who lists each of them. */
  readonly credits: readonly string[];
  readonly sheetFor: SheetFor;
}

/** Lines to write on below each home. */
const LINES = 2;
/** Points across, of the times on the left. */
const TIMES = 112;
const WIDTH = 370;

/** A round on paper: when to be where, the way there, and room to write. */
export function daySheet(sheet: DaySheet): TDocumentDefinitions {
  const { round, goes, sheetFor } = sheet;
  const day = DateTime.fromISO(round.on).toFormat('cccc, LLLL d, yyyy');
  const many = `${round.homes.length} ${round.homes.length === 1 ? 'home' : 'homes'}`;
  const back = round.legs.at(-1);
  return letterPaper(sheet, round.name, `${day} · ${many}, ${sayMinutes(goes.leaveAt)} to ${sayMinutes(goes.backAt)}`, [
    ...(round.begin ? [line(sayMinutes(goes.leaveAt), `Leave ${round.begin.name}`)] : []),
    ...round.homes.flatMap((_, i) => [visit(sheet, i), rest(sheet, i)]),
    ...(round.end && back
      ? [line(sayMinutes(goes.backAt), `Back at ${round.end.name}`), ...(sheetFor === 'agent' ? [way(back.steps)] : [])]
      : []),
  ]);
}

function visit({ round, goes, listings, credits, sheetFor }: DaySheet, i: number): Content {
  const [home, seen, listing] = [round.homes[i], goes.visits[i], listings[i]];
  if (!home || !seen || !listing) return [];
  const price = numberIn(listing, 'ListPrice');
  const isAgents = sheetFor === 'agent';
  const state = round.clientId === null ? '' : home.showing?.state === 'confirmed' ? ' · confirmed' : ' · not confirmed yet';
  return {
    unbreakable: true,
    margin: [0, 8, 0, 4],
    columnGap: 14,
    columns: [
      {
        width: TIMES,
        stack: [
          { text: `${i + 1}`, bold: true, fontSize: 15, color: MULBERRY },
          `${sayMinutes(seen.startAt)} to ${sayMinutes(seen.endAt)}`,
        ],
      },
      {
        width: '*',
        stack: [
          { text: addressShown(listing), bold: true, fontSize: 11.5 },
          { text: `${price === null ? 'Price not given' : dollars(price)} · ${factsOf(listing)}${state}` },
          ...(isAgents && home.instructions ? [{ text: home.instructions, color: SOFT }] : []),
          ...(isAgents && home.agentMobile
            ? [{ text: `Listing agent ${String(listing['ListAgentFullName'] ?? '')}, ${home.agentMobile}` }]
            : []),
          ...(isAgents ? [way(round.legs[i]?.steps ?? [])] : []),
          ...Array.from({ length: LINES }, (): Content => ruled()),
          { text: credits[i] ?? '', color: SOFT, fontSize: 7, margin: [0, 4, 0, 0] },
        ],
      },
    ],
  };
}

/** The break after a visit, if there is one. */
function rest({ round, goes }: DaySheet, i: number): Content {
  const breakAt = goes.visits[i]?.breakAt ?? null;
  return breakAt === null || !round.break ? [] : line(sayMinutes(breakAt), `Break of ${round.break.minutes} minutes`);
}

function line(at: string, text: string): Content {
  return {
    margin: [0, 6, 0, 2],
    columnGap: 14,
    columns: [
      { width: TIMES, text: at },
      { width: '*', text, bold: true },
    ],
  };
}

/** The way, turn by turn. */
function way(steps: readonly { readonly text: string; readonly metres: number }[]): Content {
  const said = steps.map(({ text, metres }) => `${text}, ${sayRoadLength(metres)}`).join('. ');
  return said === '' ? [] : { text: `${said}.`, fontSize: 8, color: SOFT, margin: [0, 2, 0, 0] };
}

function ruled(): Content {
  return {
    canvas: [{ type: 'line', x1: 0, y1: 0, x2: WIDTH, y2: 0, lineWidth: 0.5, lineColor: RULE }],
    margin: [0, 17, 0, 0],
  };
}
