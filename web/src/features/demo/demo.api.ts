import { useMutation, useQueryClient } from '@tanstack/react-query';
import { advanceClock } from '@perambula/contract';
import { ask } from '../../shared/http.js';

/** Moves the demo's clock; everything is asked for anew afterwards. */
export function useAdvance() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (advance: string) => ask(advanceClock, { body: { advance } }),
    onSuccess: () => client.invalidateQueries(),
  });
}
