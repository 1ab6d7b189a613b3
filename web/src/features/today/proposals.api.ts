import { useQuery } from '@tanstack/react-query';
import { getProposal } from '@perambula/contract';
import { ask } from '../../shared/http.js';
import { MARKET_CHANGES, queryKeys } from '../../shared/queryKeys.js';

const proposalKeys = queryKeys(
  'proposals',
  { staleBy: [...MARKET_CHANGES, 'search'] },
  { one: (clientId: string, entryId: string) => [clientId, entryId] },
);

/** What a client's wish would do to their search as it stands now. */
export function useProposal(clientId: string, entryId: string) {
  return useQuery({
    queryKey: proposalKeys.one(clientId, entryId),
    queryFn: () => ask(getProposal, { at: { id: clientId, entryId } }),
  });
}
