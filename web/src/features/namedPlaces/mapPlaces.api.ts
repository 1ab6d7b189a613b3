import { useQuery } from '@tanstack/react-query';
import { getMapPiece } from '@perambula/contract';
import type { LonLat, MapFile } from '@perambula/core';
import { useMemo } from 'react';
import { ask } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';
import { areasOf, pointsOf, streetsOf } from './mapPlaces.rules.js';
import type { NamedArea, NamedPlace } from './mapPlaces.rules.js';

const mapKeys = queryKeys('map', { staleBy: [] }, { file: (file: string) => [file] });

const NONE: MapFile = { features: [] };

function useMapFile(file: 'far' | 'zones'): MapFile {
  const answer = useQuery({
    queryKey: mapKeys.file(file),
    queryFn: () => ask(getMapPiece, { at: { piece: `${file}.geojson` } }),
    staleTime: Infinity,
    structuralSharing: false,
  });
  return answer.data ?? NONE;
}

/** The points that the map names: towns, stations and stops, schools, shops, places. */
export function useMapPlaces(): readonly NamedPlace[] {
  const far = useMapFile('far');
  return useMemo(() => pointsOf(far), [far]);
}

/** Districts, postal areas and the zones of schools. */
export function useMapAreas(): readonly NamedArea[] {
  const zones = useMapFile('zones');
  return useMemo(() => areasOf(zones), [zones]);
}

/** The corners of each street, to find where two cross. */
export function useStreets(): ReadonlyMap<string, readonly LonLat[]> {
  const far = useMapFile('far');
  return useMemo(() => streetsOf(far), [far]);
}
