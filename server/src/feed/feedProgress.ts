/** What the reader is doing, for whoever watches. */
export interface FeedProgress {
  readonly doing:
    | 'waiting'
    | 'reading the market'
    | 'reading past changes'
    | 'first load'
    | 'reading changes'
    | 'joining the listings of each home'
    | 'comparing';
  readonly read: number;
}
