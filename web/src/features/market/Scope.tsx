import type { KeptBound, SavedSearch } from '@perambula/contract';
import { OVERS, PROPERTY_TYPES } from '@perambula/core';
import { Button, DatePicker, Popover, Select } from 'antd';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { dateOf } from '../../shared/format.js';
import { KIND_LABEL } from '../../shared/kinds.js';
import { placesOf } from '../../shared/where.js';
import { useClients } from '../clients/index.js';
import { useChoices } from '../searches/index.js';
import { BESIDES, OVER_LABEL, placesChosen, sayKinds, sayPlaces } from './market.rules.js';
import type { BesideName, MarketAsked } from './market.rules.js';
import ownCss from './Scope.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly asked: MarketAsked;
  readonly kept: readonly KeptBound[];
  readonly searches: readonly SavedSearch[];
  readonly onChange: (changes: Readonly<Record<string, string | null>>) => void;
}

/** What is looked at, over what time and beside what, as a sentence whose parts are changed where they stand. */
export function Scope({ asked, kept, searches, onChange }: Props) {
  const search = searches.find(({ id }) => id === asked.of);
  return (
    <p className={cx('scope')}>
      {asked.of === null ? (
        <>
          In{' '}
          <Part says={sayPlaces(asked.places, kept)} title="Where">
            <Places asked={asked} kept={kept} onChange={onChange} />
          </Part>
          ,{' '}
          <Part says={sayKinds(asked.kinds)} title="Kinds">
            <Kinds asked={asked} onChange={onChange} />
          </Part>
          , with{' '}
          <Part says="any lines" title="The lines of a saved search">
            <Searches searches={searches} of={null} onChange={onChange} />
          </Part>
        </>
      ) : (
        <>
          In what{' '}
          <Part says={search ? `“${search.name}”` : 'a search that is gone'} title="A saved search">
            <Searches searches={searches} of={asked.of} onChange={onChange} />
          </Part>{' '}
          asks for
        </>
      )}
      , over{' '}
      <Part says={asked.over === 'between' ? sayDays(asked) : OVER_LABEL[asked.over]} title="Over what time">
        <Spans asked={asked} onChange={onChange} />
      </Part>
      , beside{' '}
      <Part says={BESIDES[asked.beside]} title="Beside what">
        <Select
          aria-label="Beside what"
          value={asked.beside}
          options={Object.entries(BESIDES).map(([value, label]) => ({ value: value as BesideName, label }))}
          onChange={(beside) => onChange({ beside })}
        />
      </Part>
      .
    </p>
  );
}

interface PartProps {
  readonly says: string;
  readonly title: string;
  readonly children: ReactNode;
}

/** A part of the sentence, and what it is changed by. */
function Part({ says, title, children }: PartProps) {
  return (
    <Popover
      trigger="click"
      placement="bottomLeft"
      destroyOnHidden
      content={
        <div className={`popover-form ${cx('form')}`}>
          <b>{title}</b>
          {children}
        </div>
      }
    >
      <button type="button" className={cx('part')}>
        {says}
      </button>
    </Popover>
  );
}

/** "Apr 1, 2026 to Apr 10, 2026" */
function sayDays({ from, to }: MarketAsked): string {
  return [from, to].map((date) => dateOf(`${date}T12:00:00Z`)).join(' to ');
}

type ChooserProps = Pick<Props, 'asked' | 'onChange'>;

function Places({ asked, kept, onChange }: ChooserProps & Pick<Props, 'kept'>) {
  const choices = useChoices().data ?? {};
  const choose = (places: readonly string[]): void => onChange({ places: placesChosen(asked.places, places).join('|') || null });
  return (
    <>
      <Select
        mode="multiple"
        aria-label="Places"
        placeholder="The whole county: choose towns, districts, schools, postal codes or bounds"
        showSearch={{ optionFilterProp: 'label' }}
        value={[...asked.places]}
        options={placesOf(choices, kept, null)}
        onChange={choose}
      />
      <Button onClick={() => onChange({ places: null, kinds: 'all' })}>The whole market</Button>
      <p className="soft">A bound is drawn on the map of a search, and kept there by its name.</p>
    </>
  );
}

function Kinds({ asked, onChange }: ChooserProps) {
  return (
    <Select
      mode="multiple"
      aria-label="Kinds"
      placeholder="Everything listed"
      value={[...asked.kinds]}
      options={PROPERTY_TYPES.map((value) => ({ value, label: KIND_LABEL[value] }))}
      onChange={(kinds) => onChange({ kinds: kinds.length === 0 ? 'all' : kinds.join(',') })}
    />
  );
}

function Searches({ searches, of, onChange }: Pick<Props, 'searches' | 'onChange'> & { readonly of: string | null }) {
  const clients = new Map((useClients().data ?? []).map(({ id, name }) => [id, name]));
  return (
    <>
      <Select
        aria-label="Saved search"
        placeholder="Choose a saved search: all its lines and bounds count"
        showSearch={{ optionFilterProp: 'label' }}
        value={of}
        options={searches.map(({ id, name, clientId }) => ({
          value: id,
          label: `${name} · ${clientId === null ? 'your own' : (clients.get(clientId) ?? 'a file put away')}`,
        }))}
        onChange={(id: string) => onChange({ of: id, places: null })}
      />
      {of !== null && <Button onClick={() => onChange({ of: null })}>Places and kinds instead</Button>}
      <p className="soft">
        Its lines are taken as the homes are now, and none on the status. Any other lines: save a <Link to="/search">search</Link>
        .
      </p>
    </>
  );
}

function Spans({ asked, onChange }: ChooserProps) {
  const [between, setBetween] = useState(asked.over === 'between');
  return (
    <>
      <Select
        aria-label="Over what time"
        value={between ? 'between' : asked.over}
        options={[
          ...OVERS.map((value) => ({ value, label: OVER_LABEL[value] })),
          { value: 'between', label: 'between two days …' },
        ]}
        onChange={(over) => {
          setBetween(over === 'between');
          if (over !== 'between') onChange({ over, from: null, to: null });
        }}
      />
      {between && (
        <DatePicker.RangePicker
          aria-label="The first day and the last"
          format="MMM D, YYYY"
          onChange={(days) => {
            const [from, to] = [days?.[0], days?.[1]];
            if (from && to) onChange({ over: 'between', from: from.format('YYYY-MM-DD'), to: to.format('YYYY-MM-DD') });
          }}
        />
      )}
    </>
  );
}
