import type { Portal } from '@perambula/contract';
import { useId, useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { Problem } from './Problem.js';
import { useMailCode, useTypeCode } from './portal.api.js';
import { listed } from './portal.rules.js';
import portalCss from './portal.module.css';
import ownCss from './AskForCode.module.css';

const cx = classesOf(portalCss, ownCss);

/** A link may have been passed on; what only its reader should see comes after a code mailed to them, once in each browser. */
export function AskForCode({ portal: { others } }: { readonly portal: Portal }) {
  const mail = useMailCode();
  const type = useTypeCode();
  const [code, setCode] = useState('');
  const digits = code.replace(/\D/g, '');
  // what is asked for once more still waits for the code
  const [isMailed, setIsMailed] = useState(false);
  const mailIt = (): void => {
    type.reset();
    mail.mutate(undefined, { onSuccess: () => setIsMailed(true) });
  };
  const id = useId();
  return (
    <div className={cx('code')}>
      <p>
        {others.length > 0
          ? `What ${listed(others)} let you see, and at what price homes stood before, is shown to you alone.`
          : 'When it was listed, and at what price it stood before, is shown to you alone.'}{' '}
        {isMailed ? 'Six digits are on their way to you by e-mail.' : 'We mail you six digits; type them once in this browser.'}
      </p>
      <Problem error={type.error ?? mail.error} />
      {isMailed ? (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            type.mutate(digits);
          }}
        >
          <label htmlFor={id}>The code</label>
          <input
            id={id}
            className={cx('portal-field')}
            autoFocus
            inputMode="numeric"
            autoComplete="one-time-code"
            maxLength={9}
            value={code}
            onChange={({ target }) => setCode(target.value)}
          />
          <button type="submit" className={cx('portal-button is-main')} disabled={type.isPending || digits.length !== 6}>
            Show it
          </button>
          <button type="button" className={cx('portal-link')} disabled={mail.isPending} onClick={mailIt}>
            Mail another
          </button>
        </form>
      ) : (
        <button type="button" className={cx('portal-button')} disabled={mail.isPending} onClick={mailIt}>
          Mail me a code
        </button>
      )}
    </div>
  );
}
