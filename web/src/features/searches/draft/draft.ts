import type { Draft as KeptDraft, SavedSearch } from '@perambula/contract';
import { EMPTY_SEARCH, isEither, linesOfMember } from '@perambula/core';
import type { Search } from '@perambula/core';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** The search being worked on. It outlives a reload; every earlier state of it can be had back. */
interface Draft {
  /** Under which it is kept while it is unfinished. */
  readonly draftId: string;
  readonly searchId: string | null;
  readonly clientId: string | null;
  readonly version: number;
  readonly name: string;
  readonly document: Search;
  /** The document as last saved, to tell what is not. */
  readonly saved: Search | null;
  readonly past: readonly Search[];
  readonly future: readonly Search[];
  /** Whether anything was done to it: what is as new searches begin would be no loss. */
  readonly begun: boolean;
  /** What the last change belonged to: further ones to the same thing are one step back. */
  readonly lastTouched: string | null;
  /** Words of a search typed into the finder that nothing was made of. */
  readonly unread: readonly string[];
  readonly load: (search: SavedSearch) => void;
  /** Begins anew, with what new searches begin with. */
  readonly startNew: (clientId: string | null, document?: Search) => void;
  /** Goes on with one that was left unfinished; `saved` is the search that it changes, as it was read. */
  readonly resume: (kept: KeptDraft, saved: Search | null) => void;
  /** A copy that is saved as a search of its own, or not at all. */
  readonly copy: () => void;
  /** Begins with a search as it was understood, and the words of it that were not. */
  readonly begin: (clientId: string | null, document: Search, unread: readonly string[]) => void;
  /** Forgets words that were not understood. */
  readonly forgetUnread: (words: string) => void;
  readonly change: (document: Search, touched?: string) => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

const MOST_STEPS = 100;

/** What a new search starts from. */
export const STARTING_SEARCH: Search = {
  ...EMPTY_SEARCH,
  order: [{ field: 'StatusChangeTimestamp', direction: 'desc' }],
  lines: [{ id: 'status', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } }],
};

const NOTHING = {
  searchId: null,
  version: 0,
  name: '',
  document: STARTING_SEARCH,
  saved: null,
  past: [],
  future: [],
  lastTouched: null,
  unread: [],
  begun: false,
} as const;

function fresh() {
  return { ...NOTHING, draftId: crypto.randomUUID() };
}

export const useDraft = create<Draft>()(
  persist(
    (set) => ({
      ...fresh(),
      clientId: null,
      load: ({ id, clientId, version, name, document }) =>
        set({ ...fresh(), searchId: id, clientId, version, name, document, saved: document }),
      startNew: (clientId, document = STARTING_SEARCH) => set({ ...fresh(), clientId, document }),
      begin: (clientId, document, unread) => set({ ...fresh(), clientId, document, unread, begun: true }),
      resume: ({ id, searchId, clientId, version, name, document }, saved) =>
        set({ ...fresh(), draftId: id, searchId, clientId, version, name, document, saved, begun: true }),
      copy: () =>
        set(({ clientId, name, document }) => ({
          ...fresh(),
          clientId,
          document,
          begun: true,
          name: name === '' ? '' : `${name}, a copy`.slice(0, 120),
        })),
      forgetUnread: (words) => set(({ unread }) => ({ unread: unread.filter((each) => each !== words) })),
      change: (document, touched) =>
        set((draft) => {
          const sameThing = touched !== undefined && touched === draft.lastTouched;
          return {
            document,
            begun: true,
            past: sameThing ? draft.past : [...draft.past, draft.document].slice(-MOST_STEPS),
            future: [],
            lastTouched: touched ?? null,
          };
        }),
      undo: () =>
        set((draft) => {
          const before = draft.past[draft.past.length - 1];
          return before
            ? { document: before, past: draft.past.slice(0, -1), future: [draft.document, ...draft.future], lastTouched: null }
            : {};
        }),
      redo: () =>
        set((draft) => {
          const [after, ...future] = draft.future;
          return after ? { document: after, past: [...draft.past, draft.document], future, lastTouched: null } : {};
        }),
    }),
    { name: 'perambula.draft' },
  ),
);

/** Whether there is something in it that would be lost: a change of a saved search, or a new one that is more than begun. */
export function isUnfinished(draft: Pick<Draft, 'document' | 'saved' | 'begun'>): boolean {
  return draft.saved ? changesUnsaved(draft) > 0 : draft.begun;
}

/** Changes the search as it is at the moment of the call; changes that touch the same thing one after another are one step back. */
export function changeDraft(how: (now: Search) => Search, touched?: string): void {
  const { document, change } = useDraft.getState();
  change(how(document), touched);
}

/** How many lines, bounds and orders differ from what is saved. */
export function changesUnsaved({ document, saved }: Pick<Draft, 'document' | 'saved'>): number {
  if (!saved) return 0;
  const differing = <T extends { id: string }>(now: readonly T[], before: readonly T[]): number => {
    const known = new Map(before.map((item) => [item.id, JSON.stringify(item)]));
    const changed = now.filter((item) => known.get(item.id) !== JSON.stringify(item)).length;
    return changed + before.filter(({ id }) => !now.some((item) => item.id === id)).length;
  };
  const rest = (search: Search): string => JSON.stringify([search.kinds, search.order]);
  return (
    differing(document.lines, saved.lines) + differing(document.bounds, saved.bounds) + (rest(document) === rest(saved) ? 0 : 1)
  );
}

/** A short id that no line, member of an either, or bound of the search has. */
export function freshId(search: Search): string {
  const members = search.lines.flatMap((line) => (isEither(line) ? line.either.flatMap(linesOfMember) : []));
  const taken = new Set([...search.lines, ...members, ...search.bounds].map(({ id }) => id));
  for (let n = taken.size + 1; ; n++) if (!taken.has(`l${n}`)) return `l${n}`;
}
