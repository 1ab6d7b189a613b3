import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { previewAlert, setAlertState, startAlert } from '@perambula/contract';
import type { AlertSettings, AlertState } from '@perambula/contract';
import { ask } from '../../shared/http.js';

export function usePreview(searchId: string, settings: AlertSettings) {
  return useQuery({
    queryKey: ['preview', searchId, settings],
    queryFn: ({ signal }) => ask(previewAlert, { at: { id: searchId }, body: settings, signal }),
    placeholderData: keepPreviousData,
    enabled: settings.tell.length > 0,
  });
}

function useAlertChange<T>(searchId: string, change: (input: T) => Promise<AlertState>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: ['searches', searchId] }),
        client.invalidateQueries({ queryKey: ['clients'] }),
      ]),
  });
}

export const useStartAlert = (searchId: string) =>
  useAlertChange(searchId, (body: AlertSettings) => ask(startAlert, { at: { id: searchId }, body }));
export const useAlertState = (searchId: string) =>
  useAlertChange(searchId, (state: AlertState['state']) => ask(setAlertState, { at: { id: searchId }, body: { state } }));
