import type { Verdict } from '@perambula/contract';
import { DateTime } from 'luxon';

export interface WentOut {
  readonly client: string;
  readonly reader: string;
  readonly subject: string;
  /** When the mail server took it; null where it did not. */
  readonly at: Date | null;
  readonly isOpened: boolean;
  readonly why: string | null;
}

export interface SaidOfHome {
  readonly person: string;
  readonly verdict: Verdict;
  readonly note: string;
  readonly home: string;
}

interface Told {
  readonly wentOut: readonly WentOut[];
  readonly failed: readonly WentOut[];
  readonly said: readonly SaidOfHome[];
  /** How many messages wait for the agent's look. */
  readonly held: number;
  readonly zone: string;
}

const SAID: Readonly<Record<Verdict, string>> = { like: 'likes', unsure: 'is unsure of', notForUs: 'says no to' };

/** The paragraphs of an agent's digest: what failed and waits first, then by client what went out, then what was said. */
export function sayDigest({ wentOut, failed, said, held, zone }: Told): string[] {
  const clients = [...new Set(wentOut.map(({ client }) => client))];
  const opened = wentOut.filter(({ isOpened }) => isOpened).length;
  const sum = `${wentOut.length} ${wentOut.length === 1 ? 'message' : 'messages'} went out to ${clients.length} ${clients.length === 1 ? 'client' : 'clients'}; ${opened === 0 ? 'no link was followed yet' : `of ${opened} the link was followed`}.`;
  return [
    ...(held > 0 ? [`${held} ${held === 1 ? 'message waits' : 'messages wait'} for your look on Today.`] : []),
    ...(failed.length > 0
      ? [
          [
            'Could not be delivered:',
            ...failed.map(({ reader, subject, why }) => `${reader}, “${subject}”: ${why ?? 'no reason given'}`),
          ].join('\n'),
        ]
      : []),
    ...(wentOut.length > 0 ? [sum] : []),
    ...clients.map((client) =>
      [client, ...wentOut.filter((each) => each.client === client).map((each) => sayOne(each, zone))].join('\n'),
    ),
    ...(said.length > 0
      ? [
          [
            'What they said:',
            ...said.map(({ person, verdict, home, note }) => `${person} ${SAID[verdict]} ${home}${note ? `: “${note}”` : ''}`),
          ].join('\n'),
        ]
      : []),
  ];
}

function sayOne({ reader, subject, at, isOpened }: WentOut, zone: string): string {
  const when = at
    ? DateTime.fromJSDate(at, { zone })
        .toFormat('ccc h:mm a')
        .replace(/[AP]M$/, (word) => word.toLowerCase())
    : '';
  return `${when} to ${reader}: “${subject}”${isOpened ? ', opened' : ''}`;
}
