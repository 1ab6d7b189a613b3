import { VERDICT_SAID } from '@perambula/contract';
import type { WantedAnswer } from '@perambula/contract';
import { Link } from 'react-router';
import { firstNames } from '../../shared/format.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useWanted } from './listing.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './Wanted.module.css';

const cx = classesOf(ownCss);

/** Of the open file: what its people said of the home. */
export function SaidOfIt({ listingKey, clientId }: { readonly listingKey: string; readonly clientId: string }) {
  const said = useWanted(listingKey).data?.said.filter((each) => each.clientId === clientId) ?? [];
  if (said.length === 0) return null;
  return (
    <p className={cx('said')}>
      {said.map((each, i) => (
        <span key={i}>
          <b>{firstNames(each.person)}</b> {sayWhat(each)}{' '}
        </span>
      ))}
    </p>
  );
}

function sayWhat({ opened, verdict, note }: WantedAnswer['said'][number]): string {
  const looks = opened === 0 ? [] : [opened === 1 ? 'opened it once' : `opened it ${opened} times`];
  const judged = verdict ? [VERDICT_SAID[verdict]] : [];
  return `${[...judged, ...looks].join(', ')}${note ? `: “${note}”` : ''}.`;
}

/** Who else would want it and who misses it by what, and which shortlists hold it. */
export function Wanted({ listingKey, clientId }: { readonly listingKey: string; readonly clientId: string | null }) {
  const answer = useWanted(listingKey);
  if (answer.isPending) return <Waiting what="Asking who would want it …" />;
  if (answer.isError) return <Failed error={answer.error} retry={() => void answer.refetch()} />;
  const others = answer.data.wantedBy.filter((each) => each.clientId !== clientId);
  const { shortlists } = answer.data;
  const fitting = others.filter(({ fits }) => fits);
  const to = fitting.length > 0 ? fitting : others;
  return (
    <section aria-label="Who would want it" className={cx('wanted')}>
      <h2>{clientId ? 'Who else would want it' : 'Who would want it'}</h2>
      {others.length === 0 ? (
        <p className="soft">It fits or nearly fits none of your {clientId ? 'other ' : ''}clients’ searches.</p>
      ) : (
        <>
          <ul>
            {others.map(({ clientId: id, client, fits, how }) => (
              <li key={id}>
                <Link to={`/clients/${id}`}>{client}</Link> <span className={fits ? 'strong' : 'soft'}>{how}</span>
              </li>
            ))}
          </ul>
          <Link to={`/send?homes=${listingKey}&to=${to.map(({ clientId: id }) => id).join(',')}`}>
            Send it to {to.length === 1 ? firstNames(to[0]?.client ?? '') : `${to.length} clients`} …
          </Link>
        </>
      )}
      {shortlists.length > 0 && (
        <p className={cx('holding')}>
          On{' '}
          {shortlists.map(({ id, name, client, stage }, i) => (
            <span key={id}>
              {i > 0 && ', '}
              <Link to={`/shortlists/${id}`}>{name}</Link> <span className="soft">({[client ?? 'yours', stage].join(', ')})</span>
            </span>
          ))}
        </p>
      )}
    </section>
  );
}
