import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { getForecast, previewAlert, setAlertState, startAlert } from '@perambula/contract';
import type { AlertSettings, AlertState } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { makeStale, MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';

const previewKeys = queryKeys(
  'preview',
  { staleBy: MARKET_CHANGES, whenOpened: true },
  { of: (searchId: string, settings: AlertSettings) => [searchId, settings] },
);

export function usePreview(searchId: string, settings: AlertSettings) {
  return useQuery({
    queryKey: previewKeys.of(searchId, settings),
    queryFn: ({ signal }) => ask(previewAlert, { at: { id: searchId }, body: settings, signal }),
    placeholderData: keepPreviousData,
    enabled: settings.tell.length > 0,
  });
}

const forecastKeys = queryKeys(
  'forecast',
  { staleBy: ['clock', 'alert'], whenOpened: true },
  { of: (searchId: string) => [searchId] },
);

/** How the forecast of an alert did. */
export function useForecast(searchId: string) {
  return useQuery({
    queryKey: forecastKeys.of(searchId),
    queryFn: ({ signal }) => ask(getForecast, { at: { id: searchId }, signal }),
  });
}

function useAlertChange<T>(change: (input: T) => Promise<AlertState>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => makeStale(client, 'alert'),
  });
}

export const useStartAlert = (searchId: string) =>
  useAlertChange((body: AlertSettings) => ask(startAlert, { at: { id: searchId }, body }));
export const useAlertState = (searchId: string) =>
  useAlertChange((body: Pick<AlertState, 'state'> & { readonly until?: string | undefined }) =>
    ask(setAlertState, {
      at: { id: searchId },
      body: body.until === undefined ? { state: body.state } : { ...body, until: body.until },
    }),
  );
