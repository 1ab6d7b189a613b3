import type { SentMessage } from '@perambula/contract';
import { dayAndTime } from '../../shared/format.js';

export const KIND_LABEL: Readonly<Record<SentMessage['kind'], string>> = {
  confirmation: 'To confirm an address',
  digest: 'Alert',
  choice: 'Chosen homes',
  showing: 'Visit',
  office: 'To a listing office',
  agent: 'To you',
  answer: 'Answer',
  code: 'Code for their portal',
};

/** How a message fared, in a word or two, and how good that is. */
export function fared(
  { state, openedAt, notBefore, kind }: SentMessage,
  now: string,
): {
  readonly said: string;
  readonly tone: 'calm' | 'wait' | 'bad' | '';
} {
  if (state === 'failed') return { said: 'could not be sent', tone: 'bad' };
  if (state === 'dropped') return { said: 'not sent', tone: 'wait' };
  if (state === 'queued' && notBefore && notBefore > now)
    return { said: `goes ${dayAndTime(notBefore)}, after their night`, tone: 'wait' };
  if (state === 'queued') return { said: 'on its way', tone: 'wait' };
  if (openedAt) return { said: `opened ${dayAndTime(openedAt)}`, tone: 'calm' };
  return { said: kind === 'office' || kind === 'confirmation' || kind === 'code' ? 'sent' : 'sent, link not followed', tone: '' };
}
