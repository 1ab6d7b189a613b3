import 'ol/ol.css';
import './map.css';
import { useMemo, useRef, useState } from 'react';
import { createMap } from './createMap.js';
import { marksOfHomes } from './homes.js';
import { useHomes } from './useHomes.js';

interface Props {
  readonly label: string;
  /** Listings by their RESO fields. */
  readonly homes: readonly Readonly<Record<string, unknown>>[];
  readonly hovered?: string | null;
  readonly onHover?: (key: string | null) => void;
  readonly onOpen?: (key: string) => void;
}

const NONE: ReadonlySet<string> = new Set();

/** Some homes on the county's map, and nothing else on it: each stands in a list beside it as well. */
export function HomesMap({ label, homes, hovered = null, onHover, onOpen }: Props) {
  const element = useRef<HTMLDivElement>(null);
  const [map] = useState(() => createMap({ inPage: true }));
  const marks = useMemo(() => marksOfHomes(homes), [homes]);
  useHomes(map, element, { marks, hovered, chosen: NONE, onHover, onOpen, fit: true });
  return (
    <div className="map">
      <div ref={element} className="map-canvas" role="application" tabIndex={0} aria-label={label} />
    </div>
  );
}
