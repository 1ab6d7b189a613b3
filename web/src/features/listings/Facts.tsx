import type { ListingRecord } from '@perambula/core';
import { Minus } from 'lucide-react';
import { useMemo } from 'react';
import { factsOf } from '../../shared/listingFacts.js';
import { classesOf } from '../../shared/classes.js';
import listingsCss from './listings.module.css';
import ownCss from './Facts.module.css';

const cx = classesOf(listingsCss, ownCss);

/** What a home is, fact by fact, by the catalogue's groups; what its listing leaves blank is said to be blank. */
export function Facts({ listing }: { readonly listing: ListingRecord }) {
  const groups = useMemo(() => factsOf(listing), [listing]);
  return (
    <section aria-label="Facts" className={cx('fact-groups')}>
      {groups.map(({ name, facts, blank }) => (
        <div key={name} className={cx('fact-group')}>
          <h2>{name}</h2>
          <dl className={cx('facts')}>
            {facts.map(({ field, text, unit }) => (
              <div key={field.name}>
                <dt>{field.label}</dt>
                <dd className={typeof listing[field.name] === 'number' ? 'figure' : ''}>
                  {text} {unit && <span className="tight">{unit}</span>}
                </dd>
              </div>
            ))}
          </dl>
          {blank.length > 0 && (
            <p className={cx('blanks')}>
              <Minus size={12} aria-hidden="true" /> Left blank: {blank.join(', ')}
            </p>
          )}
        </div>
      ))}
    </section>
  );
}
