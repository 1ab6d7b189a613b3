import type { Field } from '../field.js';

/** Who sells it. */
export const PEOPLE: readonly Field[] = [
  {
    name: 'ListOfficeName',
    label: 'Listing office',
    group: 'People',
    type: 'choice',
    audience: 'public',
    synonyms: ['brokerage', 'listed by', 'firm'],
    help: 'The office that sells it. For your research; a client is never shown searches by office.',
    required: true,
  },
  {
    name: 'ListAgentFullName',
    label: 'Listing agent',
    group: 'People',
    type: 'choice',
    audience: 'client',
    synonyms: ['agent', 'listed by', 'seller agent'],
    help: 'The agent who sells it. For your research.',
    required: true,
  },
  {
    name: 'ListOfficePhone',
    label: 'Listing office phone',
    group: 'People',
    type: 'text',
    audience: 'public',
    synonyms: ['phone', 'office telephone'],
    help: 'The listing office’s telephone.',
  },
  {
    name: 'ListAgentMobilePhone',
    label: 'Listing agent mobile phone',
    group: 'People',
    type: 'text',
    audience: 'agent',
    synonyms: ['cell', 'phone of agent', 'agent’s mobile'],
    help: 'The listing agent’s mobile telephone.',
  },
  {
    name: 'OriginatingSystemName',
    label: 'Originating system',
    group: 'People',
    type: 'choice',
    audience: 'public',
    synonyms: ['source', 'feed', 'mls', 'exchange'],
    help: 'Where the listing comes from.',
    required: true,
  },
];
