import { create } from 'zustand';
import { persist } from 'zustand/middleware';

interface OpenFile {
  /** The client whose file lies open, or null for all files. */
  readonly clientId: string | null;
  readonly open: (clientId: string | null) => void;
}

/** The open file: saving, sending and shortlisting go into it. */
export const useOpenFile = create<OpenFile>()(
  persist((set) => ({ clientId: null, open: (clientId) => set({ clientId }) }), { name: 'perambula.openFile' }),
);
