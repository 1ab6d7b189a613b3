import { classesOf } from '../../shared/classes.js';
import { sayUnsent } from './day.rules.js';
import { drop, useDay } from './day.store.js';
import ownCss from './DayPage.module.css';

const cx = classesOf(ownCss);

/** Whether there is a network, what was not sent yet, and what the server would not have. */
export function HowKept({ roundId }: { readonly roundId: string }) {
  const { reached, page, unsent, says } = useDay();
  const waits = sayUnsent(unsent);
  const refused = unsent.filter((each) => each.refused !== '');
  return (
    <>
      <p role="status" className={cx(reached === 'yes' && !waits ? 'kept' : 'kept is-waiting')}>
        {reached === 'no' && 'No network. '}
        {reached === 'signedOut' && (
          <>
            You are signed out: <a href={`/showings/rounds/${roundId}`}>sign in</a>.{' '}
          </>
        )}
        {waits ? `${waits}, and ${unsent.length === 1 ? 'is' : 'are'} kept on this telephone. ` : SAID[reached]}
        {reached === 'yes' && page !== 'unknown' && PAGE[page]}
      </p>
      {says && (
        <p role="status" className={cx('says')}>
          {says}
        </p>
      )}
      {refused.map(({ id, note, refused: why }) => (
        <p key={id} role="alert" className={cx('refused')}>
          {note?.text ? `“${note.text}” was not kept` : 'Something written here was not kept'}: {why}{' '}
          <button type="button" className={cx('link')} onClick={() => void drop(id)}>
            Give it up
          </button>
        </p>
      ))}
    </>
  );
}

const SAID = { unknown: '', yes: 'All is kept. ', no: 'All that you wrote is kept. ', signedOut: '' } as const;

const PAGE = {
  kept: 'This page opens without a network, too.',
  notSecure:
    'Keep this page open where there is no network: by this address, which is not encrypted, it could not be opened again.',
  failed: 'Keep this page open where there is no network: it could not be kept whole.',
} as const;
