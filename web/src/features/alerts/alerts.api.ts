import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { AlertPreview, AlertSettings, AlertState } from '@perambula/contract';
import { ask } from '../../shared/http.js';

export function usePreview(searchId: string, settings: AlertSettings) {
  return useQuery({
    queryKey: ['preview', searchId, settings],
    queryFn: ({ signal }) => ask<AlertPreview>(`searches/${searchId}/alert/preview`, { body: settings, signal }),
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
  useAlertChange(searchId, (body: AlertSettings) => ask<AlertState>(`searches/${searchId}/alert`, { method: 'PUT', body }));
export const useAlertState = (searchId: string) =>
  useAlertChange(searchId, (state: AlertState['state']) =>
    ask<AlertState>(`searches/${searchId}/alert`, { method: 'PATCH', body: { state } }),
  );
