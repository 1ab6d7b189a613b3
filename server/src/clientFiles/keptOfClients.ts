/** The tables that keep something of a client, by the column that says whose it is. A test holds them to the database's own. */
export const KEPT_OF_CLIENTS = {
  clientId: [
    'drafts',
    'needs',
    'outbox',
    'people',
    'reactions',
    'rounds',
    'searches',
    'sent_homes',
    'shortlists',
    'showings',
    'tasks',
    'timeline_entries',
    'visits',
  ],
  personId: ['known_browsers', 'links', 'needs', 'outbox', 'reactions', 'reader_codes', 'timeline_entries', 'visits'],
  searchId: ['alert_items', 'alerts', 'drafts', 'search_states'],
  shortlistId: ['shortlist_items'],
  roundId: ['round_homes'],
} as const;
