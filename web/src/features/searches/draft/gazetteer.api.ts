import type { Gazetteer } from '@perambula/core';
import { useMemo } from 'react';
import { useKeptBounds } from '../../bounds/index.js';
import { useMapPlaces } from '../../namedPlaces/index.js';
import { useChoices } from './searches.api.js';

/** The names that a search in words can use: towns, districts, schools, offices, places on the map, and kept bounds. */
export function useGazetteer(): Gazetteer {
  const choices = useChoices().data;
  const places = useMapPlaces();
  const kept = useKeptBounds().data;
  return useMemo(
    () => ({
      choices: Object.fromEntries(
        Object.entries(choices ?? {}).map(([field, values]) => [field, values.map(({ value }) => value)]),
      ),
      places,
      areas: (kept ?? []).map(({ id, name, shape }) => ({ name, shape, keptId: id })),
    }),
    [choices, places, kept],
  );
}
