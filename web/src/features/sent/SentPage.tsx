import { SENT_FILTERS } from '@perambula/contract';
import type { SentFilter, SentMessage } from '@perambula/contract';
import { Button, Checkbox, Select } from 'antd';
import { NavLink, useParams, useSearchParams } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { classesOf } from '../../shared/classes.js';
import { ago } from '../../shared/format.js';
import { Empty, Failed, Waiting } from '../../shared/Waiting.js';
import { useClients } from '../clients/index.js';
import { fared, KIND_LABEL } from './sent.rules.js';
import { useOwnDigest, useSent, useSetOwnDigest } from './sent.api.js';
import { SentLetter } from './SentLetter.js';
import ownCss from './SentPage.module.css';

const cx = classesOf(ownCss);

const FILTER_LABEL: Readonly<Record<SentFilter, string>> = {
  all: 'Any outcome',
  waiting: 'On its way',
  notSent: 'Could not be sent',
  opened: 'Opened',
  unopened: 'Link not followed',
};

/** All that went out to clients and listing offices, and what became of it. */
export function SentPage() {
  const { messageId } = useParams();
  const [params, setParams] = useSearchParams();
  const clientId = params.get('client');
  const which = SENT_FILTERS.find((each) => each === params.get('which')) ?? 'all';
  const set = (name: string, value: string | undefined): void => {
    if (value) params.set(name, value);
    else params.delete(name);
    setParams(params, { replace: true });
  };
  const clients = useClients();
  return (
    <div className={cx(messageId === undefined ? 'sent' : 'sent is-open')}>
      <nav className={cx('list')} aria-label="Messages sent">
        <h1>Sent</h1>
        <p className="tight">
          What went out, to whom, and what became of it. A message counts as opened when its link is followed; it may be read
          without.
        </p>
        <OwnDigest />
        <div className={cx('filters')}>
          <Select
            aria-label="Whose"
            allowClear
            showSearch={{ optionFilterProp: 'label' }}
            placeholder="To anybody"
            value={clientId}
            options={(clients.data ?? []).map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id: string | undefined) => set('client', id)}
          />
          <Select
            aria-label="What became of it"
            value={which}
            options={SENT_FILTERS.map((value) => ({ value, label: FILTER_LABEL[value] }))}
            onChange={(value) => set('which', value === 'all' ? undefined : value)}
          />
        </div>
        <Messages clientId={clientId} which={which} query={params.toString()} />
      </nav>
      <section className={cx('letter')} aria-label="Message">
        {messageId ? (
          <SentLetter key={messageId} id={messageId} />
        ) : (
          <Empty title="Choose a message">It opens here as its reader saw it.</Empty>
        )}
      </section>
    </div>
  );
}

/** Whether the agent has all of it by e-mail each morning. */
function OwnDigest() {
  const digest = useOwnDigest().data;
  const set = useSetOwnDigest();
  if (!digest) return null;
  return (
    <Checkbox checked={digest.isWanted} disabled={set.isPending} onChange={({ target }) => set.mutate(target.checked)}>
      E-mail me each morning what went out, and what came of it
    </Checkbox>
  );
}

function Messages({
  clientId,
  which,
  query,
}: {
  readonly clientId: string | null;
  readonly which: SentFilter;
  readonly query: string;
}) {
  const sent = useSent({ clientId, which });
  if (sent.isPending) return <Waiting what="Looking up what went out …" />;
  if (sent.isError) return <Failed error={sent.error} retry={() => void sent.refetch()} />;
  const messages = sent.data.pages.flatMap((page) => page.messages);
  return (
    <>
      {messages.length === 0 && (
        <p className="soft">{clientId || which !== 'all' ? 'No message is like that.' : 'Nothing has gone out yet.'}</p>
      )}
      {messages.map((message) => (
        <Row key={message.id} message={message} query={query} />
      ))}
      {sent.hasNextPage && (
        <Button className={cx('older')} loading={sent.isFetchingNextPage} onClick={() => void sent.fetchNextPage()}>
          Show older messages
        </Button>
      )}
    </>
  );
}

function Row({ message, query }: { readonly message: SentMessage; readonly query: string }) {
  const now = useNow();
  const { id, subject, to, kind, createdAt } = message;
  const { said, tone } = fared(message, now);
  return (
    <NavLink to={{ pathname: `/sent/${id}`, search: query }} className={cx('row')}>
      <b>{subject}</b>
      <span className="tight">
        {to} · {KIND_LABEL[kind]} · {ago(createdAt, now)}
      </span>
      <span className={cx(tone ? `fared is-${tone}` : 'fared')}>{said}</span>
    </NavLink>
  );
}
