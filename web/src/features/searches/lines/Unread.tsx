import { freshId, useDraft } from '../draft/draft.js';
import { withLine } from './lineEditing.rules.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './Unread.module.css';

const cx = classesOf(ownCss);

/** Words of the search as it was typed that nothing was made of: to be sought in remarks, or let go. */
export function Unread() {
  const { unread, document, change, forgetUnread } = useDraft();
  if (unread.length === 0) return null;
  const seek = (words: string): void => {
    const is = { words: { anyOf: [words] } };
    change(withLine(document, { id: freshId(document), field: 'PublicRemarks', is }));
    forgetUnread(words);
  };
  return (
    <ul className={cx('unread')} aria-label="Not understood">
      {unread.map((words) => (
        <li key={words}>
          Not understood: “{words}”{' '}
          <button type="button" className="link" onClick={() => seek(words)}>
            seek it in remarks
          </button>{' '}
          <button type="button" className="link" onClick={() => forgetUnread(words)}>
            leave it out
          </button>
        </li>
      ))}
    </ul>
  );
}
