import type { Showing, Today } from '@perambula/contract';
import { App, Button } from 'antd';
import { Link } from 'react-router';
import { Avatar } from '../../shared/Avatar.js';
import { ButtonLink } from '../../shared/ButtonLink.js';
import { dayAndTime } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { OfferChoice, TimeChoice } from '../showings/index.js';
import { HeldMessage } from './HeldMessage.js';
import { Section } from './Section.js';
import { usePass, waitingIn } from './today.api.js';
import { Written } from './Written.js';

/** What waits for the agent's answer: what clients wrote, wishes to see a home, alerts held for a look, messages that failed. */
export function WaitingForYou({ today }: { readonly today: Today }) {
  const { written, asked, held, failed } = today;
  const isEmpty = waitingIn(today) === 0;
  return (
    <Section
      title="Waiting for you"
      empty={
        isEmpty
          ? 'What clients write, requests to see a home, alerts held for your look and messages that failed stand here.'
          : null
      }
    >
      {written.map((each) => (
        <Written key={each.id} written={each} />
      ))}
      {asked.map((showing) => (
        <Asked key={showing.id} showing={showing} />
      ))}
      {held.map((message) => (
        <HeldMessage key={message.id} message={message} />
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
          <b>{showing.clientName}</b>{' '}
          {showing.offeredAt === null ? 'asks to see' : `is offered ${dayAndTime(showing.offeredAt)} for`}{' '}
          <Link to={`/listings/${showing.listingKey}`}>{showing.address}</Link>
        </span>
        <p>
          {showing.wish && `“${showing.wish}” · `}
          {showing.offeredAt === null ? showing.showingInstructions : showing.answer}{' '}
          {!showing.agreementSigned && <span className="chip chip-wait">no buyer agreement</span>}
        </p>
      </div>
      <div className="row-actions">
        <OfferChoice showing={showing} />
        <TimeChoice showing={showing} />
      </div>
    </li>
  );
}

function Undelivered({ message }: { readonly message: Today['failed'][number] }) {
  const pass = usePass();
  const { message: toast } = App.useApp();
  const putAside = (): void =>
    pass.mutate({ id: message.id, send: false }, { onError: (error) => void toast.error(messageOf(error)) });
  return (
    <li className="row">
      <Avatar name={message.clientName} />
      <div className="row-main">
        <span>
          The message “{message.subject}” to <b>{message.to}</b> could not be delivered
        </span>
        <p>{message.lastError}</p>
      </div>
      <div className="row-actions">
        <ButtonLink to={`/sent/${message.id}`}>See it</ButtonLink>
        <Button loading={pass.isPending} onClick={putAside}>
          Put aside
        </Button>
      </div>
    </li>
  );
}
