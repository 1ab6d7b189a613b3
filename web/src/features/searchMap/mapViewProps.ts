import type { Bound, LonLat, Shape } from '@perambula/core';
import type { Marks } from '../map/index.js';
import type { ShownJourney } from './journeys.api.js';
import type { SpotActions } from './SpotCard.js';

export type Box = readonly [number, number, number, number];

export interface MapViewProps {
  /** What is on it, for those who hear it. */
  readonly label: string;
  /** What a picture of it says. */
  readonly caption: string;
  /** The homes found; null until they are known. */
  readonly marks: Marks | null;
  readonly hovered: string | null;
  readonly chosen: ReadonlySet<string>;
  readonly onHover: (key: string | null) => void;
  readonly onOpen: (key: string) => void;
  /** West, south, east and north of what the map shows, whenever it has come to rest. */
  readonly onView: (box: Box) => void;
  /** Whether the list follows what the map shows. */
  readonly following: boolean;
  readonly onFollow: (on: boolean) => void;
  readonly bounds: readonly Bound[];
  readonly boundChosen: string | null;
  readonly onChooseBound: (id: string | null) => void;
  readonly pen: 'circle' | 'corners' | 'place' | null;
  readonly penMode: 'in' | 'out';
  /** Metres of a circle that is not dragged out. */
  readonly usualRadius: number;
  readonly onDrawn: (shape: Shape) => void;
  /** Told at each picture while a bound is dragged; each drag has a number of its own. */
  readonly onReshaped: (id: string, shape: Shape, drag: number) => void;
  readonly journeys: readonly ShownJourney[];
  /** A place was pointed at with the pen that names one. */
  readonly onPointed: (at: LonLat) => void;
  /** What can be made of a place or an area. */
  readonly spotActions: SpotActions;
}
