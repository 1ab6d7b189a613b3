import type { LucideIcon } from 'lucide-react';
import type { ComponentType } from 'react';

/** One page of a feature: its address below `/`, and what shows it, loaded when it is first opened. */
export interface Page {
  readonly path: string;
  readonly open: () => Promise<{ readonly Component: ComponentType }>;
  /** Its place in the main navigation, where it has one. */
  readonly rail?: RailPlace;
}

export interface RailPlace {
  /** From the first to the last, by the order of a day's work. */
  readonly at: number;
  readonly to: string;
  readonly label: string;
  readonly Icon: LucideIcon;
}
