import type { Gazetteer } from '@perambula/core';
import { useMemo } from 'react';
import { useMapPlaces } from '../places/index.js';
import { useChoices } from './searches.api.js';

/** The names that a search in words can use: towns, districts, schools, offices, and places on the map. */
export function useGazetteer(): Gazetteer {
  const choices = useChoices().data;
  const places = useMapPlaces();
  return useMemo(
    () => ({
      choices: Object.fromEntries(
        Object.entries(choices ?? {}).map(([field, values]) => [field, values.map(({ value }) => value)]),
      ),
      places,
    }),
    [choices, places],
  );
}
