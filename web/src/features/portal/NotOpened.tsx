import { messageOf } from '../../shared/http.js';
import { classesOf } from '../../shared/classes.js';
import portalCss from './portal.module.css';

const cx = classesOf(portalCss);

export function Opening({ what }: { readonly what: string }) {
  return (
    <p className={cx('portal-wait')} role="status">
      {what}
    </p>
  );
}

/** What stands where a page of the portal cannot be opened. */
export function NotOpened({ error }: { readonly error: Error }) {
  return (
    <main className={cx('one-button')}>
      <h1>This page could not be opened</h1>
      <p>{messageOf(error)}</p>
      <p className={cx('equal-housing')}>Equal housing opportunity.</p>
    </main>
  );
}
