import type View from 'ol/View.js';
import { boundingExtent } from 'ol/extent.js';
import { fromLonLat } from 'ol/proj.js';
import { useEffect, useRef } from 'react';
import type { CountyMap } from './createMap.js';
import { positionOf } from './marks.js';
import type { Mark, Marks } from './marks.js';

interface Homes {
  /** The homes that are shown; null until they are known. */
  readonly marks: Marks | null;
  readonly hovered: string | null;
  readonly chosen: ReadonlySet<string>;
  readonly onHover?: ((key: string | null) => void) | undefined;
  readonly onOpen?: ((key: string) => void) | undefined;
  /** A click on none of them, by its pixel. */
  readonly onElsewhere?: ((pixel: number[]) => void) | undefined;
  /** Whether something is being drawn: then clicks are not meant for homes. */
  readonly isBusy?: boolean;
  /** Shows all of them when they are first known. */
  readonly fit?: boolean | undefined;
}

/** Puts a map into the page, with homes that can be pointed at and opened. */
export function useHomes(map: CountyMap, element: React.RefObject<HTMLDivElement | null>, homes: Homes): void {
  const latest = useRef(homes);
  useEffect(() => void (latest.current = homes));
  useEffect(() => {
    map.map.setTarget(element.current);
    void document.fonts.ready.then(() => [...map.base.below, ...map.base.above].forEach((layer) => layer.changed()));
    const pointer = (event: { pixel: number[]; dragging?: boolean }): void => {
      if (event.dragging) return;
      const { isBusy, marks, hovered, onHover } = latest.current;
      const mark = map.homes.at(event.pixel);
      map.map.getViewport()?.style.setProperty('cursor', isBusy ? 'crosshair' : mark ? 'pointer' : 'default');
      const key = keyOf(mark, marks);
      if (key !== hovered) onHover?.(key);
    };
    const click = (event: { pixel: number[] }): void => {
      const { isBusy, marks, onOpen, onElsewhere } = latest.current;
      if (isBusy) return;
      const mark = map.homes.at(event.pixel);
      const key = keyOf(mark, marks);
      if (key) onOpen?.(key);
      else if (mark && 'cluster' in mark) openCluster(map.map.getView(), mark, marks);
      else onElsewhere?.(event.pixel);
    };
    map.map.on('pointermove', pointer);
    map.map.on('click', click);
    return () => {
      map.map.un('pointermove', pointer);
      map.map.un('click', click);
      map.map.setTarget(undefined);
    };
  }, [map, element]);

  const { marks, hovered, chosen, fit } = homes;
  useEffect(() => map.homes.show(marks, hovered, chosen), [map, marks, hovered, chosen]);
  const isFitted = useRef(false);
  useEffect(() => {
    if (!fit || !marks || marks.answer.keys.length === 0 || isFitted.current) return;
    isFitted.current = true;
    const all = marks.answer.keys.map((_, place) => fromLonLat(positionOf(marks.answer, place)));
    map.map.getView().fit(boundingExtent(all), { padding: [48, 48, 48, 48], maxZoom: 15 });
  }, [map, fit, marks]);
}

/** The home of a mark, where it is one. */
function keyOf(mark: Mark | null, marks: Marks | null): string | null {
  return mark && 'place' in mark ? (marks?.answer.keys[mark.place] ?? null) : null;
}

/** Comes so near that several homes under one number come apart. */
function openCluster(view: View, { lon, lat, cluster }: Extract<Mark, { cluster: number }>, marks: Marks | null): void {
  const zoom = marks?.clusters.getClusterExpansionZoom(cluster);
  if (zoom !== undefined) view.animate({ center: fromLonLat([lon, lat]), zoom: zoom + 0.1, duration: 250 });
}
