import type { ListingRecord } from '@perambula/core';
import { Button } from 'antd';
import { Pin, X } from 'lucide-react';
import { Link } from 'react-router';
import { besideAddress } from '../../shared/beside.js';
import { street } from '../../shared/format.js';
import { useOpenHomes } from './openHomes.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './OpenHomes.module.css';

const cx = classesOf(ownCss);

/** Keeps a home open while others are read. */
export function KeepOpen({ listing }: { readonly listing: ListingRecord }) {
  const { homes, keep } = useOpenHomes();
  if (homes.some(({ key }) => key === listing.ListingKey)) return null;
  return (
    <Button icon={<Pin size={14} />} onClick={() => keep({ key: listing.ListingKey, name: street(listing) })}>
      Keep open
    </Button>
  );
}

interface Props {
  readonly listingKey: string;
  readonly onOpen: (key: string) => void;
}

/** The homes that are kept open, to go from one to another; nothing while there is none. */
export function OpenHomes({ listingKey, onOpen }: Props) {
  const { homes, close } = useOpenHomes();
  if (homes.length === 0) return null;
  const beside = besideAddress(homes.map(({ key }) => key));
  return (
    <nav className={cx('open')} aria-label="Homes kept open">
      {homes.map(({ key, name }) => (
        <span key={key} className={cx(key === listingKey ? 'home is-shown' : 'home')}>
          <button type="button" aria-current={key === listingKey ? 'page' : undefined} onClick={() => onOpen(key)}>
            {name}
          </button>
          <button type="button" aria-label={`Close ${name}`} onClick={() => close(key)}>
            <X size={13} aria-hidden="true" />
          </button>
        </span>
      ))}
      {beside && <Link to={beside}>Side by side</Link>}
    </nav>
  );
}
