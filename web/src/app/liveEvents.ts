import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

const STALE: Readonly<Record<string, readonly string[]>> = {
  clock: ['clock', 'today', 'clients', 'showings', 'searches'],
  listings: ['count', 'results', 'today', 'listing'],
  visit: ['today', 'clients'],
  reaction: ['today', 'clients', 'shortlists'],
  showing: ['today', 'showings', 'clients'],
  mail: ['mailbox', 'today', 'clients'],
};

/** Listens to the server and asks anew for what it says has changed. */
export function useLiveEvents(): void {
  const client = useQueryClient();
  useEffect(() => {
    const source = new EventSource('/api/events');
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const { name } = JSON.parse(data) as { name: string };
      for (const key of STALE[name] ?? []) void client.invalidateQueries({ queryKey: [key] });
    };
    return () => source.close();
  }, [client]);
}
