import type { OutlookAnswer } from '@perambula/contract';
import type { Outlook } from '@perambula/core';
import { lazy, memo, Suspense } from 'react';
import { useNavigate } from 'react-router';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useDraft } from '../searches/index.js';
import { sayDays } from './history.rules.js';
import { useOutlook } from './listing.api.js';
import { outlookTable, sayOutlook, wholePercent } from './outlook.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './OutlookPanel.module.css';

const cx = classesOf(ownCss);

const OutlookChart = lazy(async () => ({ default: (await import('./OutlookChart.js')).OutlookChart }));

/** How long homes like it stay for sale, and whether they come down. */
export const OutlookPanel = memo(function OutlookPanel({ listingKey }: { readonly listingKey: string }) {
  const answer = useOutlook(listingKey);
  return (
    <section aria-label="How homes like it fare" className={cx('outlook')}>
      <h2>How homes like it fare</h2>
      {answer.isPending && <Waiting what="Looking at homes like it …" />}
      {answer.isError && <Failed error={answer.error} retry={() => void answer.refetch()} />}
      {answer.data &&
        (answer.data.outlook ? (
          <Told {...answer.data} outlook={answer.data.outlook} />
        ) : (
          <p className="soft">Too few homes are like it to tell.</p>
        ))}
    </section>
  );
});

/** The homes alike themselves, to be looked through. */
function InASearch({ alike }: { readonly alike: NonNullable<OutlookAnswer['alike']> }) {
  const begin = useDraft((draft) => draft.begin);
  const navigate = useNavigate();
  return (
    <p>
      {`Like it are ${alike.said}, listed in the last three years. `}
      <button
        type="button"
        className={cx('plain as-link')}
        onClick={() => {
          begin(null, alike.search, []);
          void navigate('/search');
        }}
      >
        See all {alike.total.toLocaleString('en-US')} in a search
      </button>
    </p>
  );
}

function Told({ alike, outlook, ahead }: OutlookAnswer & { readonly outlook: Outlook }) {
  return (
    <>
      <p>{sayOutlook(outlook)}</p>
      {ahead && ahead.cutWithin30 !== null && (
        <p className={cx('ahead')}>
          {`This one has stood at its price for ${sayDays(ahead.stoodFor)}: of those that did, ${wholePercent(ahead.cutWithin30)} cut within the next 30.`}
        </p>
      )}
      <Suspense fallback={<Waiting what="Drawing …" />}>
        <OutlookChart outlook={outlook} />
      </Suspense>
      <p className={cx('legend tight')}>
        <i className={cx('contract')} aria-hidden="true" /> under contract <i className={cx('cut')} aria-hidden="true" /> price
        cut
      </p>
      <details>
        <summary>As a table, and what it rests on</summary>
        <table>
          <thead>
            <tr>
              <th scope="col">Within</th>
              <th scope="col">Under contract</th>
              <th scope="col">Price cut</th>
            </tr>
          </thead>
          <tbody>
            {outlookTable(outlook).map(({ day, contract, error, cut }) => (
              <tr key={day}>
                <th scope="row">{sayDays(day)}</th>
                <td>
                  {wholePercent(contract)} <span className="tight">± {wholePercent(1.96 * error)}</span>
                </td>
                <td>{wholePercent(cut)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {alike && <InASearch alike={alike} />}
        <p className="tight">
          {outlook.running} of the {outlook.homes} are still for sale and count for as long as they have been; one taken off
          counts until then (Kaplan–Meier, ± is 95%). By facts of the homes only.
        </p>
      </details>
    </>
  );
}
