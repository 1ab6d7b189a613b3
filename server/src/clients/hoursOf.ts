import { USUAL_QUIET } from '@perambula/core';
import type { Hours } from '@perambula/core';
import type { ClientRow } from './client.entity.js';

/**
 * When a household may be written to, by what it named itself.
 *
 * @param client  null where there is none, as for an agent's own search
 * @param zone  the county's time zone
 */
export function hoursOf(client: Pick<ClientRow, 'timeZone' | 'quietFrom' | 'quietUntil'> | null, zone: string): Hours {
  return {
    zone: client?.timeZone ?? zone,
    quietFrom: client?.quietFrom ?? USUAL_QUIET.quietFrom,
    quietUntil: client?.quietUntil ?? USUAL_QUIET.quietUntil,
  };
}
