import type { ListingRecord } from '@perambula/core';
import { Button } from 'antd';
import { Phone } from 'lucide-react';
import { classesOf } from '../../shared/classes.js';
import ownCss from './ForYouOnly.module.css';

const cx = classesOf(ownCss);

/** What no client sees: private remarks, how to get in, and whom to call, the mobile first. */
export function ForYouOnly({ listing }: { readonly listing: ListingRecord }) {
  const mobile = String(listing['ListAgentMobilePhone'] ?? '');
  const office = String(listing['ListOfficePhone'] ?? '');
  const who = ['ListAgentFullName', 'ListOfficeName'].flatMap((field) => (listing[field] == null ? [] : String(listing[field])));
  return (
    <section className={cx('for-you')} aria-label="For you only">
      <h2>For you only</h2>
      <p>{String(listing['PrivateRemarks'] ?? 'No private remarks.')}</p>
      <p>{String(listing['ShowingInstructions'] ?? '')}</p>
      <div className={cx('agent')}>
        {who.length > 0 && (
          <span>
            <b>{who[0]}</b>
            {who[1] && `, ${who[1]}`}
          </span>
        )}
        {mobile && (
          <Button href={`tel:${mobile}`} icon={<Phone size={14} />}>
            Mobile {mobile}
          </Button>
        )}
        {office && <Button href={`tel:${office}`}>Office {office}</Button>}
      </div>
    </section>
  );
}
