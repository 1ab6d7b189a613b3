import type { Doubt, ShownTo } from '@perambula/core';
import type { AlertPreview } from './alerts.js';
import { post } from './endpoint.js';

/** As pictures with what is said of each home, as a table in which they are compared, or as both. */
export const CHOICE_FORMS = ['pictures', 'table', 'both'] as const;
export type ChoiceForm = (typeof CHOICE_FORMS)[number];

/** Homes chosen for a client, and the message that brings them. */
export interface ChoiceBody {
  readonly clientId: string;
  /** In the order in which the message has them; 30 at most. */
  readonly listingKeys: readonly string[];
  readonly form: ChoiceForm;
  /** Empty for the usual one. */
  readonly subject: string;
  /** HTML of paragraphs, lists, links, bold and italic; all else is left out. */
  readonly words: string;
  /** The same homes as a PDF, with the message. */
  readonly withPdf: boolean;
}

/** A home at the last look before it goes. */
export interface LookedAt {
  readonly listingKey: string;
  /** null where the feed has it no more. */
  readonly listing: ShownTo<'agent'> | null;
  readonly doubts: readonly Doubt[];
  /** It cannot be sent at all. */
  readonly barred: boolean;
}

export interface ChoicePreview {
  readonly homes: readonly LookedAt[];
  /** Those that the message shows: the ones asked for, or else all of which there is no doubt. */
  readonly going: readonly string[];
  readonly to: AlertPreview['to'];
  readonly subject: string;
  /** The message as it would arrive, in both of its parts. */
  readonly html: string;
  readonly text: string;
}

/** A home that goes in spite of what speaks against it, which its sender has seen. */
export interface AllTheSame {
  readonly listingKey: string;
  readonly doubts: readonly string[];
}

/** Looks at chosen homes once more, and at the message as it would arrive. */
export const previewChoice = post('choices/preview')
  .takes<ChoiceBody & { readonly going?: readonly string[] }>()
  .gives<ChoicePreview>();

/** Sends chosen homes; refused where anything speaks against one that its sender has not seen. */
export const sendChoice = post('choices')
  .takes<ChoiceBody & { readonly allTheSame: readonly AllTheSame[] }>()
  .gives<{ readonly sentTo: number }>();

/** Homes on paper, as a client may have them. */
export interface HandoutBody {
  readonly listingKeys: readonly string[];
  readonly form: ChoiceForm;
  readonly title: string;
}

export const makeHandout = post('handouts').takes<HandoutBody>().givesFile();
