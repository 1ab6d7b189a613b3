import { useMemo } from 'react';
import { useParams } from 'react-router';
import { street } from '../../shared/format.js';
import { useParameters } from '../../shared/useParameters.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { Compared } from './Compared.js';
import { useComps } from './comps.api.js';
import type { Subject } from './comps.api.js';
import { PlaceComps } from './PlaceComps.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './CompsPage.module.css';

const cx = classesOf(ownCss);

/** Comparable homes: those round a subject, those that were chosen among results, or those of a place. */
export function CompsPage() {
  const { listingKey, parcelNumber } = useParams();
  const about = useMemo(
    (): Subject => (listingKey ? { subject: listingKey } : parcelNumber ? { parcel: parcelNumber } : {}),
    [listingKey, parcelNumber],
  );
  const homes = useParameters()[0].get('homes') ?? '';
  const keys = useMemo(() => homes.split(',').filter(Boolean), [homes]);
  if (!listingKey && !parcelNumber && keys.length === 0) return <PlaceComps />;
  return <AboutHomes key={`${listingKey} ${parcelNumber} ${homes}`} about={about} keys={keys} />;
}

function AboutHomes({ about, keys }: { readonly about: Subject; readonly keys: readonly string[] }) {
  const answer = useComps(about, keys.length > 0 ? { keys } : {});
  if (answer.isPending) return <Waiting what="Gathering homes like it …" />;
  if (answer.isError) return <Failed error={answer.error} retry={() => void answer.refetch()} />;
  const { subject } = answer.data;
  return (
    <div className={cx('page wide-on-paper')}>
      <header className={cx('head')}>
        <h1>{subject ? street(subject) : 'Homes compared'}</h1>
      </header>
      <Compared {...answer.data} about={about} title={subject ? `Homes like ${street(subject)}` : 'Homes compared'} />
    </div>
  );
}
