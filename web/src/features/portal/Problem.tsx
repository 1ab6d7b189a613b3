import { messageOf } from '../../shared/http.js';
import { classesOf } from '../../shared/classes.js';
import portalCss from './portal.module.css';

const cx = classesOf(portalCss);

interface Props {
  /** Null where nothing went wrong: then nothing is said. */
  readonly error: Error | null;
  /** Where it can be tried again. */
  readonly retry?: () => void;
}

/** What went wrong, in a sentence. */
export function Problem({ error, retry }: Props) {
  if (!error) return null;
  return (
    <p className={cx('portal-problem')} role="alert">
      {messageOf(error)}
      {retry && (
        <>
          {' '}
          <button type="button" className={cx('portal-link')} onClick={retry}>
            Try again
          </button>
        </>
      )}
    </p>
  );
}
