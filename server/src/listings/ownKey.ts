import { createHash } from 'node:crypto';
import { OWN_KEY } from '@perambula/contract';

/** The ListingKey under which a listing of an agent's own file is kept: like no other agent's, nor a feed's. */
export function ownKey(agentId: string, key: string): string {
  return `${OWN_KEY}${createHash('sha256').update(agentId).digest('base64url').slice(0, 12)}-${key}`;
}
