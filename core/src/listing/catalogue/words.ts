import type { Field } from '../field.js';

/** What is said of it. */
export const WORDS: readonly Field[] = [
  {
    name: 'PublicRemarks',
    label: 'Public remarks',
    group: 'Words',
    type: 'text',
    synonyms: ['description', 'mentions'],
    help: 'What the listing says to everybody.',
    required: true,
  },
  {
    name: 'PrivateRemarks',
    label: 'Private remarks',
    group: 'Words',
    type: 'text',
    synonyms: ['agent remarks'],
    help: 'What the listing says to agents only. Never shown to a client.',
  },
  {
    name: 'ShowingInstructions',
    label: 'Showing instructions',
    group: 'Words',
    type: 'text',
    synonyms: ['how to visit', 'appointment', 'access'],
    help: 'What to do before a visit. For you only.',
  },
  {
    name: 'Inclusions',
    label: 'Stays',
    group: 'Words',
    type: 'text',
    synonyms: ['included', 'appliances stay'],
    help: 'What the seller leaves.',
  },
  {
    name: 'Exclusions',
    label: 'Does not stay',
    group: 'Words',
    type: 'text',
    synonyms: ['excluded', 'not included'],
    help: 'What the seller takes along.',
  },
];
