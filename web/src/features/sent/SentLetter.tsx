import { App, Button, Segmented } from 'antd';
import { Send } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { useNow } from '../../shared/clock.api.js';
import { dayAndTime, street } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { AddToShortlist } from '../shortlists/index.js';
import { fared } from './sent.rules.js';
import { useSendAgain, useSentMessage } from './sent.api.js';
import ownCss from './SentPage.module.css';

const cx = classesOf(ownCss);

/** One message as it went out, how it fared, and a way to send it again. */
export function SentLetter({ id }: { readonly id: string }) {
  const sent = useSentMessage(id);
  const again = useSendAgain();
  const now = useNow();
  const [as, setAs] = useState<'page' | 'text'>('page');
  const { message: toast } = App.useApp();
  const navigate = useNavigate();
  if (sent.isPending) return <Waiting what="Opening the message …" />;
  if (sent.isError) return <Failed error={sent.error} retry={() => void sent.refetch()} />;
  const { subject, to, toAddress, clientId, clientName, createdAt, lastError, text, homes, canGoAgain } = sent.data;
  const sendAgain = (): void =>
    again.mutate(id, {
      onSuccess: (made) => (void toast.success(`On its way to ${to} again.`), void navigate(`/sent/${made.id}`)),
      onError: (error) => void toast.error(messageOf(error)),
    });
  return (
    <>
      <header className={cx('head')}>
        <div>
          <Link to="/sent" className={cx('back')}>
            All that went out
          </Link>
          <h2>{subject}</h2>
          <p className="soft">
            To {to}, {toAddress} · {dayAndTime(createdAt)} · {fared(sent.data, now).said}
          </p>
          {lastError && <p className="problem">{lastError}</p>}
          {clientId && clientName && (
            <p>
              <Link to={`/clients/${clientId}`}>The file of {clientName}</Link>
            </p>
          )}
        </div>
        <div className={cx('does')}>
          <Segmented
            value={as}
            onChange={setAs}
            options={[
              { value: 'page', label: 'As it looks' },
              { value: 'text', label: 'Plain text' },
            ]}
          />
          {canGoAgain && (
            <Button icon={<Send size={15} />} loading={again.isPending} onClick={sendAgain}>
              Send again
            </Button>
          )}
        </div>
      </header>
      {homes.length > 0 && (
        <p className={cx('homes')}>
          <span className="soft">It tells of</span>
          {homes.map(({ listingKey, address }) => (
            <Link key={listingKey} to={`/listings/${listingKey}`}>
              {street({ UnparsedAddress: address })}
            </Link>
          ))}
          <AddToShortlist keys={homes.map(({ listingKey }) => listingKey)} onDone={() => undefined} />
        </p>
      )}
      {as === 'page' ? (
        <iframe className={cx('frame')} title={subject} src={`/api/outbox/${id}/body`} />
      ) : (
        <pre className={cx('text')} tabIndex={0} role="region" aria-label="The message as plain text">
          {text}
        </pre>
      )}
    </>
  );
}
