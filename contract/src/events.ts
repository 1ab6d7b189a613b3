/** What a server tells the browsers of its agents as it happens, so that they ask anew. */
export type EventName = 'clock' | 'listings' | 'visit' | 'reaction' | 'showing' | 'mail';
