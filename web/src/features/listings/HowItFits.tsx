import type { ClientFile } from '@perambula/contract';
import type { FitRow } from '@perambula/core';
import { Segmented } from 'antd';
import { Check, HelpCircle, Minus, X } from 'lucide-react';
import { useState } from 'react';
import { firstNames } from '../../shared/format.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { sayFitValue } from './fit.rules.js';
import { useFit } from './listing.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './HowItFits.module.css';

const cx = classesOf(ownCss);

/** How a home fits each line of the open file's searches, and their bounds. */
export function HowItFits({ listingKey, file }: { readonly listingKey: string; readonly file: ClientFile }) {
  const [chosen, choose] = useState<string | null>(null);
  const searches = file.savedSearches;
  const search = searches.find(({ id }) => id === chosen) ?? searches[0];
  if (!search) return null;
  return (
    <section aria-label={`How it fits ${file.name}`}>
      <h2>How it fits {firstNames(file.name)}</h2>
      {searches.length > 1 ? (
        <Segmented
          size="small"
          value={search.id}
          onChange={choose}
          options={searches.map(({ id, name }) => ({ value: id, label: name }))}
          className={cx('fits-which')}
        />
      ) : (
        <p className="tight">by “{search.name}”</p>
      )}
      <Rows listingKey={listingKey} searchId={search.id} />
    </section>
  );
}

function Rows({ listingKey, searchId }: { readonly listingKey: string; readonly searchId: string }) {
  const answer = useFit(listingKey, searchId);
  if (answer.isPending) return <Waiting what="Held against the search …" />;
  if (answer.isError) return <Failed error={answer.error} retry={() => void answer.refetch()} />;
  const { inReach, rows } = answer.data;
  return (
    <>
      {!inReach && <p className="chip chip-wait">Not of the kinds or statuses searched</p>}
      {rows.length === 0 && <p className="soft">The search has no lines yet.</p>}
      <ul className={cx('fits')}>
        {rows.map((row) => (
          <li key={row.id}>
            <Mark row={row} />
            <span>
              {row.nice && <span className="soft">Would be nice: </span>}
              {row.label}
            </span>
            <b className={cx(row.truth === null ? 'fits-unknown' : row.nice && !row.truth ? 'soft' : '')}>
              {sayFitValue(row)}
              {row.miss && <span className={cx('fits-miss')}>{row.miss}</span>}
            </b>
          </li>
        ))}
      </ul>
    </>
  );
}

function Mark({ row: { truth, nice } }: { readonly row: FitRow }) {
  if (truth === true) return <Check size={15} className={cx('fits-yes')} aria-label="fits" />;
  if (truth === null) return <HelpCircle size={15} className={cx('fits-unknown')} aria-label="unknown" />;
  if (nice) return <Minus size={15} className="soft" aria-label="has it not" />;
  return <X size={15} className={cx('fits-no')} aria-label="does not fit" />;
}
