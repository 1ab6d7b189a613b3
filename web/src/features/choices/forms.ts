import type { ChoiceForm } from '@perambula/contract';

export const FORMS: readonly { readonly form: ChoiceForm; readonly label: string }[] = [
  { form: 'pictures', label: 'With pictures' },
  { form: 'table', label: 'In a table' },
  { form: 'both', label: 'Both' },
];
