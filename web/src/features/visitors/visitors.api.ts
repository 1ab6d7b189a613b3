import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { getOwnPage, setOwnPage } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';

const ownPageKeys = queryKeys('ownPage', { staleBy: [] });

export function useOwnPage() {
  return useQuery({ queryKey: ownPageKeys.all, queryFn: () => ask(getOwnPage) });
}

export function useSetOwnPage() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (isOpen: boolean) => ask(setOwnPage, { body: { isOpen } }),
    onSuccess: (page) => client.setQueryData(ownPageKeys.all, page),
  });
}
