import { Select } from 'antd';
import { useClients } from '../clients/index.js';

/** Chosen for the agent's own, instead of a client. */
export const OWN = 'own';

interface Props {
  readonly placeholder: string;
  /** Whether it can only be a client's. */
  readonly isClients?: boolean;
  readonly value?: string;
  /** Given a client's id, or `OWN`. */
  readonly onChoose: (whose: string) => void;
}

/** Whose a shortlist is: the agent's own, or a client's. */
export function WhoseShortlist({ placeholder, isClients = false, value, onChoose }: Props) {
  const clients = (useClients().data ?? []).map(({ id, name }) => ({ value: id, label: name }));
  return (
    <Select
      aria-label="Whose shortlist"
      placeholder={placeholder}
      showSearch={{ optionFilterProp: 'label' }}
      options={isClients ? clients : [{ value: OWN, label: 'Your own' }, ...clients]}
      {...(value !== undefined && { value })}
      onChange={onChoose}
    />
  );
}
