import type { Showing, Today } from '@perambula/contract';
import { App, Button, Popover } from 'antd';
import { Eye } from 'lucide-react';
import { Link } from 'react-router';
import { Avatar } from '../../shared/Avatar.js';
import { messageOf } from '../../shared/http.js';
import { TimeChoice } from '../showings/index.js';
import { Section } from './Section.js';
import { usePass } from './today.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './WaitingForYou.module.css';

const cx = classesOf(ownCss);

/** What waits for the agent's answer: wishes to see a home, alerts held for a look, messages that could not be delivered. */
export function WaitingForYou({ asked, held, failed }: Pick<Today, 'asked' | 'held' | 'failed'>) {
  const isEmpty = asked.length + held.length + failed.length === 0;
  return (
    <Section
      title="Waiting for you"
      empty={isEmpty ? 'Requests to see a home, alerts held for your look and messages that failed stand here.' : null}
    >
      {asked.map((showing) => (
        <Asked key={showing.id} showing={showing} />
      ))}
      {held.map((message) => (
        <Held key={message.id} message={message} />
      ))}
      {failed.map((message) => (
        <Undelivered key={message.id} message={message} />
      ))}
    </Section>
  );
}

function Asked({ showing }: { readonly showing: Showing }) {
  return (
    <li className="row">
      <Avatar name={showing.clientName} />
      <div className="row-main">
        <span>
          <b>{showing.clientName}</b> asks to see <Link to={`/listings/${showing.listingKey}`}>{showing.address}</Link>
        </span>
        <p>
          {showing.wish && `“${showing.wish}” · `}
          {showing.showingInstructions} {!showing.agreementSigned && <span className="chip chip-wait">no buyer agreement</span>}
        </p>
      </div>
      <div className="row-actions">
        <TimeChoice showing={showing} />
      </div>
    </li>
  );
}

function Held({ message }: { readonly message: Today['held'][number] }) {
  const pass = usePass();
  const { message: toast } = App.useApp();
  const act = (send: boolean): void =>
    pass.mutate({ id: message.id, send }, { onError: (error) => void toast.error(messageOf(error)) });
  return (
    <li className="row">
      <Avatar name={message.clientName} />
      <div className="row-main">
        <span>
          An alert for <b>{message.to}</b> is held for your look
        </span>
        <p>{message.subject}</p>
      </div>
      <div className="row-actions">
        <Popover
          trigger="click"
          placement="left"
          content={<iframe title={message.subject} src={`/api/outbox/${message.id}/body`} className={cx('held-frame')} />}
        >
          <Button icon={<Eye size={15} />}>Look</Button>
        </Popover>
        <Button color="primary" variant="filled" loading={pass.isPending} onClick={() => act(true)}>
          Let it go
        </Button>
        <Button onClick={() => act(false)}>Don’t send</Button>
      </div>
    </li>
  );
}

function Undelivered({ message }: { readonly message: Today['failed'][number] }) {
  return (
    <li className="row">
      <Avatar name={message.clientName} />
      <div className="row-main">
        <span>
          The message “{message.subject}” to <b>{message.to}</b> could not be delivered
        </span>
        <p>{message.lastError}</p>
      </div>
    </li>
  );
}
