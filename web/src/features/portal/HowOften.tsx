import type { Portal } from '@perambula/contract';
import { CADENCE_LABEL, CADENCES } from '@perambula/core';
import type { Cadence } from '@perambula/core';
import { classesOf } from '../../shared/classes.js';
import { useChangeAlert } from './portal.api.js';
import { Problem } from './Problem.js';
import portalCss from './portal.module.css';
import ownCss from './HowOften.module.css';

const cx = classesOf(portalCss, ownCss);

/** How often the reader's household hears of each of its searches; paused or stopped, not at all. */
export function HowOften({ portal: { searches } }: { readonly portal: Portal }) {
  if (searches.length === 0) return null;
  return (
    <section id="how-often" className={cx('how-often')} aria-labelledby="how-often-title">
      <h2 id="how-often-title">How often you hear</h2>
      {searches.map((search) => (
        <OneSearch key={search.id} search={search} />
      ))}
    </section>
  );
}

function OneSearch({ search: { id, name, cadence, state } }: { readonly search: Portal['searches'][number] }) {
  const change = useChangeAlert(id);
  const set = (value: string): void =>
    change.mutate(value === 'paused' || value === 'stopped' ? { state: value } : { state: 'running', cadence: value as Cadence });
  return (
    <div className={cx('one')}>
      <label htmlFor={`often-${id}`}>{name}</label>
      <select
        className={cx('portal-field')}
        id={`often-${id}`}
        value={state === 'running' ? cadence : state}
        disabled={change.isPending}
        onChange={({ target }) => set(target.value)}
      >
        {CADENCES.map((each) => (
          <option key={each} value={each}>
            {CADENCE_LABEL[each]}
          </option>
        ))}
        <option value="paused">Not for now</option>
        <option value="stopped">No more of these</option>
      </select>
      <Problem error={change.error} />
    </div>
  );
}
