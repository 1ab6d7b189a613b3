import type { ChoiceForm } from '@perambula/contract';
import { App, Button, Dropdown } from 'antd';
import { FileText } from 'lucide-react';
import { messageOf } from '../../shared/http.js';
import { useHandout } from './choices.api.js';
import { FORMS } from './forms.js';

interface Props {
  readonly keys: readonly string[];
  readonly title: string;
  /** Given where there is but one that makes sense. */
  readonly form?: ChoiceForm;
}

/** Homes on letter paper, with the office at the head, as a client may have them. */
export function PdfOfHomes({ keys, title, form }: Props) {
  const make = useHandout();
  const { message } = App.useApp();
  const begin = (which: ChoiceForm): void =>
    make.mutate({ listingKeys: keys, form: which, title }, { onError: (error) => void message.error(messageOf(error)) });
  const button = (
    <Button icon={<FileText size={14} />} loading={make.isPending} onClick={form ? () => begin(form) : undefined}>
      PDF
    </Button>
  );
  if (form) return button;
  const items = FORMS.map(({ form: key, label }) => ({ key, label }));
  return (
    <Dropdown trigger={['click']} menu={{ items, onClick: ({ key }) => begin(key as ChoiceForm) }}>
      {button}
    </Dropdown>
  );
}
