/** What a server tells the browsers of its agents as it happens, so that they ask anew. */
export const EVENT_NAMES = ['clock', 'listings', 'visit', 'reaction', 'showing', 'mail'] as const;
export type EventName = (typeof EVENT_NAMES)[number];
