import type { WrittenToAgent } from '@perambula/contract';
import { App, Button, Input } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { Avatar } from '../../shared/Avatar.js';
import { classesOf } from '../../shared/classes.js';
import { useNow } from '../../shared/clock.api.js';
import { ago } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useAnswerClient } from '../timeline/index.js';
import { Proposed } from './Proposed.js';
import ownCss from './Written.module.css';

const cx = classesOf(ownCss);

/** What a client wrote in their portal: answered by e-mail, or noted as needing no answer. */
export function Written({ written }: { readonly written: WrittenToAgent }) {
  const { id, clientId, client, person, at, text, home, isProposal } = written;
  const now = useNow();
  const answer = useAnswerClient();
  const [draft, setDraft] = useState<string | null>(null);
  const { message } = App.useApp();
  const send = (words: string): void =>
    answer.mutate(
      { clientId, entryId: id, text: words },
      {
        onSuccess: () => words && void message.success(`On its way to ${person}.`),
        onError: (error) => void message.error(messageOf(error)),
      },
    );
  return (
    <li className="row">
      <Avatar name={client} />
      <div className="row-main">
        <span>
          <Link to={`/clients/${clientId}`} className="strong quiet-link">
            {person}
          </Link>{' '}
          {isProposal ? 'wishes a search changed' : 'wrote'}{' '}
          {home && (
            <>
              about <Link to={`/listings/${home.listingKey}`}>{home.address}</Link>{' '}
            </>
          )}
          <span className="soft">{ago(at, now)}</span>
        </span>
        <p className={cx('words')}>“{text}”</p>
        {isProposal && <Proposed written={written} />}
        {draft !== null && (
          <div className={cx('answer')}>
            <Input.TextArea
              autoFocus
              aria-label={`Answer ${person}`}
              placeholder="It goes to them by e-mail, and stands in their portal"
              rows={2}
              maxLength={2000}
              value={draft}
              onChange={({ target }) => setDraft(target.value)}
              onKeyDown={(event) => {
                if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && draft.trim()) send(draft);
              }}
            />
            <Button type="primary" disabled={!draft.trim()} loading={answer.isPending} onClick={() => send(draft)}>
              Send the answer
            </Button>
          </div>
        )}
      </div>
      {draft === null && (
        <div className="row-actions">
          <Button color="primary" variant="filled" onClick={() => setDraft('')}>
            Answer
          </Button>
          <Button loading={answer.isPending} onClick={() => send('')}>
            Needs none
          </Button>
        </div>
      )}
    </li>
  );
}
