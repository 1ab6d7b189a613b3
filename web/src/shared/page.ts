import type { ComponentType } from 'react';

/** One page of a feature: its address below `/`, and what shows it, loaded when it is first opened. */
export interface Page {
  readonly path: string;
  readonly open: () => Promise<{ readonly Component: ComponentType }>;
}
