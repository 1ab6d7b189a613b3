import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

export interface OpenHome {
  readonly key: string;
  readonly name: string;
}

interface OpenHomesState {
  readonly homes: readonly OpenHome[];
  readonly keep: (home: OpenHome) => void;
  readonly close: (key: string) => void;
}

/** More would not be read. */
export const MOST_OPEN = 8;

/** Homes that are kept open beside one another, until the browser's tab is closed. */
export const useOpenHomes = create<OpenHomesState>()(
  persist(
    (set) => ({
      homes: [],
      keep: (home) => set(({ homes }) => ({ homes: [...homes.filter(({ key }) => key !== home.key), home].slice(-MOST_OPEN) })),
      close: (closed) => set(({ homes }) => ({ homes: homes.filter(({ key }) => key !== closed) })),
    }),
    { name: 'perambula.openHomes', storage: createJSONStorage(() => sessionStorage) },
  ),
);
