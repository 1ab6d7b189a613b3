import { useQuery } from '@tanstack/react-query';
import type { Gazetteer } from '@perambula/core';
import { useMemo } from 'react';
import { ask } from '../../shared/http.js';
import { gazetteerOf } from './gazetteer.rules.js';
import type { MapFeatures } from './gazetteer.rules.js';
import { useChoices } from './searches.api.js';

/** The names that a search in words can use: towns, districts, schools, offices, and places on the map. */
export function useGazetteer(): Gazetteer {
  const choices = useChoices().data;
  const features = useQuery({
    queryKey: ['map', 'far'],
    queryFn: () => ask<MapFeatures>('map/far.geojson'),
    staleTime: Infinity,
  }).data;
  return useMemo(() => gazetteerOf(choices ?? {}, features?.features ?? []), [choices, features]);
}
