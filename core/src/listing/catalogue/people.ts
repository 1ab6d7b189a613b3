import type { Field } from '../field.js';

/** Who sells it. */
export const PEOPLE: readonly Field[] = [
  {
    name: 'ListOfficeName',
    label: 'Listing office',
    group: 'People',
    type: 'choice',
    synonyms: ['brokerage', 'listed by', 'firm'],
    help: 'The office that sells it. For your research; a client is never shown searches by office.',
    required: true,
  },
  {
    name: 'ListAgentFullName',
    label: 'Listing agent',
    group: 'People',
    type: 'choice',
    synonyms: ['agent', 'listed by', 'seller agent'],
    help: 'The agent who sells it. For your research.',
    required: true,
  },
  {
    name: 'ListOfficePhone',
    label: 'Office telephone',
    group: 'People',
    type: 'text',
    synonyms: ['phone'],
    help: 'The listing office’s telephone.',
  },
  {
    name: 'ListAgentMobilePhone',
    label: 'Agent’s mobile',
    group: 'People',
    type: 'text',
    synonyms: ['cell', 'phone of agent'],
    help: 'The listing agent’s mobile telephone.',
  },
  {
    name: 'OriginatingSystemName',
    label: 'Exchange',
    group: 'People',
    type: 'choice',
    synonyms: ['source', 'feed', 'mls'],
    help: 'Where the listing comes from.',
    required: true,
  },
];
