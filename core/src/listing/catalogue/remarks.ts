import type { Field } from '../field.js';

/** What is said of it. */
export const REMARKS: readonly Field[] = [
  {
    name: 'PublicRemarks',
    label: 'Public remarks',
    group: 'Remarks',
    type: 'text',
    audience: 'public',
    synonyms: ['description', 'mentions'],
    help: 'What the listing says to everybody.',
    required: true,
  },
  {
    name: 'PrivateRemarks',
    label: 'Private remarks',
    group: 'Remarks',
    type: 'text',
    audience: 'agent',
    synonyms: ['agent remarks'],
    help: 'What the listing says to agents only. Never shown to a client.',
  },
  {
    name: 'ShowingInstructions',
    label: 'Showing instructions',
    group: 'Remarks',
    type: 'text',
    audience: 'agent',
    synonyms: ['how to visit', 'appointment', 'access'],
    help: 'What to do before a visit. For you only.',
  },
  {
    name: 'Inclusions',
    label: 'Inclusions',
    group: 'Remarks',
    type: 'text',
    audience: 'public',
    synonyms: ['included', 'appliances stay'],
    help: 'What the seller leaves.',
  },
  {
    name: 'Exclusions',
    label: 'Exclusions',
    group: 'Remarks',
    type: 'text',
    audience: 'public',
    synonyms: ['excluded', 'not included'],
    help: 'What the seller takes along.',
  },
];
