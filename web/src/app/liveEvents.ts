import { useQueryClient } from '@tanstack/react-query';
import type { EventName } from '@perambula/contract';
import { useEffect } from 'react';
import { makeStale } from '../shared/queryKeys.js';

/** Listens to the server and asks anew for what it says has changed. */
export function useLiveEvents(): void {
  const client = useQueryClient();
  useEffect(() => {
    const source = new EventSource('/api/events');
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const { name } = JSON.parse(data) as { name: EventName | 'alive' };
      if (name !== 'alive') void makeStale(client, name);
    };
    return () => source.close();
  }, [client]);
}
