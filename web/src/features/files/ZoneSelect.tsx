import { Select } from 'antd';
import { deployment } from '../../shared/deployment.js';

interface Props {
  readonly id?: string;
  readonly value?: string | null;
  readonly onChange?: (zone: string | null) => void;
  /** What none means, where one may be left out. */
  readonly none?: string;
}

/** One of the time zones that the browser knows, or the one that is set. */
export function ZoneSelect({ id, value = null, onChange, none }: Props) {
  const names = [...new Set([...(value ? [value] : []), deployment().zone, ...Intl.supportedValuesOf('timeZone')])];
  const zones = names.map((name) => ({ value: name, label: name.replaceAll('_', ' ') }));
  return (
    <Select
      id={id}
      showSearch={{ optionFilterProp: 'label' }}
      value={value ?? ''}
      options={none === undefined ? zones : [{ value: '', label: none }, ...zones]}
      onChange={(zone) => onChange?.(zone || null)}
    />
  );
}
