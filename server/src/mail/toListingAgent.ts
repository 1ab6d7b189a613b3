import type { ListingRecord } from '@perambula/core';
import { isEmail } from 'class-validator';
import type { AgentRow } from '../sessions/index.js';
import type { Addressed } from './mail.service.js';

/** As long as the outbox holds. */
const LONGEST_NAME = 120;

/** To a listing's own agent from one of ours, who is answered; null where the listing names no address. */
export function toListingAgent(
  agent: Pick<AgentRow, 'id' | 'email'>,
  clientId: string,
  listing: ListingRecord,
): Pick<Addressed, 'agentId' | 'replyTo' | 'clientId' | 'personId' | 'toAddress' | 'toName' | 'kind'> | null {
  const toAddress = listing['ListAgentEmail'];
  if (!isEmail(toAddress, { allow_utf8_local_part: false })) return null;
  return {
    agentId: agent.id,
    replyTo: agent.email,
    clientId,
    personId: '',
    toAddress: String(toAddress),
    toName: String(listing['ListAgentFullName'] ?? listing['ListOfficeName'] ?? '').slice(0, LONGEST_NAME),
    kind: 'office',
  };
}
