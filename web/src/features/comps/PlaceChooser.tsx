import type { KeptBound } from '@perambula/contract';
import { PROPERTY_TYPES, sayPeriod } from '@perambula/core';
import type { Bound } from '@perambula/core';
import { Select } from 'antd';
import { useMemo } from 'react';
import { KIND_LABEL } from '../../shared/kinds.js';
import { useChoices } from '../searches/index.js';
import { placesOf } from '../../shared/where.js';
import { SPANS } from './place.rules.js';
import type { AskedByPlace } from './place.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './PlaceChooser.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly asked: AskedByPlace;
  readonly kept: readonly KeptBound[];
  /** The bound that was drawn on the map of a search, where the page was opened from it. */
  readonly drawn: Bound | null;
  readonly onChange: (asked: AskedByPlace) => void;
}

/** A place, a kind of home and a span of time. */
export function PlaceChooser({ asked, kept, drawn, onChange }: Props) {
  const choices = useChoices().data;
  const places = useMemo(() => placesOf(choices ?? {}, kept, drawn), [choices, kept, drawn]);
  const subTypes = choices?.['PropertySubType'] ?? [];
  const spans = [...new Set([asked.span, ...SPANS])];
  return (
    <div className={cx('chooser')} role="group" aria-label="What is asked">
      <label className={cx('place')}>
        <span>Place</span>
        <Select
          aria-label="Place"
          showSearch={{ optionFilterProp: 'label' }}
          autoFocus={asked.place === ''}
          placeholder="A town, district, school, postal code or bound"
          value={asked.place || null}
          options={places}
          onChange={(place: string) => onChange({ ...asked, place })}
        />
      </label>
      <label>
        <span>Kind</span>
        <Select
          aria-label="Kind"
          value={asked.kind}
          options={PROPERTY_TYPES.map((value) => ({ value, label: KIND_LABEL[value] }))}
          onChange={(kind) => onChange({ ...asked, kind, subType: '' })}
        />
      </label>
      <label>
        <span>Subtype</span>
        <Select
          aria-label="Subtype"
          showSearch
          value={asked.subType}
          options={[{ value: '', label: 'any' }, ...subTypes.map(({ value }) => ({ value, label: value }))]}
          onChange={(subType: string) => onChange({ ...asked, subType })}
        />
      </label>
      <label>
        <span>Sold in the last</span>
        <Select
          aria-label="Sold in the last"
          value={asked.span}
          options={spans.map((value) => ({ value, label: sayPeriod(value) }))}
          onChange={(span: string) => onChange({ ...asked, span })}
        />
      </label>
    </div>
  );
}
