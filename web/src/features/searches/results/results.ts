import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

interface Results {
  /** The listings last looked through, in their order, to go to the next from one's page. */
  readonly keys: readonly string[];
  readonly from: string;
  readonly chosen: ReadonlySet<string>;
  readonly setKeys: (keys: readonly string[], from: string) => void;
  readonly toggle: (key: string) => void;
  readonly choose: (keys: readonly string[]) => void;
}

/** A set is kept as a list, since JSON has no sets. */
const storage = createJSONStorage<Pick<Results, 'chosen'>>(() => sessionStorage, {
  replacer: (_key, value) => (value instanceof Set ? [...(value as Set<unknown>)] : value),
  reviver: (key, value) => (key === 'chosen' ? new Set(value as string[]) : value),
});

/** Which results lie on the table and which of them are chosen; those chosen outlive a reload. */
export const useResultsState = create<Results>()(
  persist(
    (set) => ({
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
    }),
    { name: 'perambula.chosen', storage, partialize: ({ chosen }) => ({ chosen }) },
  ),
);
