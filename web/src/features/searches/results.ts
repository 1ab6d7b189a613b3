import { create } from 'zustand';

interface Results {
  /** The listings last looked through, in their order, to go to the next from one's page. */
  readonly keys: readonly string[];
  readonly from: string;
  readonly chosen: ReadonlySet<string>;
  readonly setKeys: (keys: readonly string[], from: string) => void;
  readonly toggle: (key: string) => void;
  readonly choose: (keys: readonly string[]) => void;
}

/** Which results lie on the table and which of them are chosen. */
export const useResultsState = create<Results>()((set) => ({
  keys: [],
  from: '/search',
  chosen: new Set(),
  setKeys: (keys, from) => set({ keys, from }),
  toggle: (key) =>
    set(({ chosen }) => {
      const next = new Set(chosen);
      if (!next.delete(key)) next.add(key);
      return { chosen: next };
    }),
  choose: (keys) => set({ chosen: new Set(keys) }),
}));
