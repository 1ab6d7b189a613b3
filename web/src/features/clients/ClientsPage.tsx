import type { ClientSummary } from '@perambula/contract';
import { Button } from 'antd';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { Avatar } from '../../shared/Avatar.js';
import { isoDay } from '../../shared/format.js';
import { useOpenFile } from '../../shared/openFile.js';
import { Empty, Failed, Waiting } from '../../shared/Waiting.js';
import { ContactsMenu } from './ContactsMenu.js';
import { useArchivedClients, useClients } from './clients.api.js';
import { NewClient } from './NewClient.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './ClientsPage.module.css';

const cx = classesOf(ownCss);

/** Every client's file, with what is still missing in it. */
export function ClientsPage() {
  const clients = useClients();
  const { open } = useOpenFile();
  const navigate = useNavigate();
  const go = (id: string): void => {
    open(id);
    void navigate(`/clients/${id}`);
  };
  if (clients.isPending) return <Waiting what="Opening the files …" />;
  if (clients.isError) return <Failed error={clients.error} retry={() => void clients.refetch()} />;
  return (
    <div className="page">
      <div className="page-head">
        <h1>Clients</h1>
        <span className={`push ${cx('does')}`}>
          <ContactsMenu />
          <NewClient onCreated={go}>
            <Button type="primary" icon={<Plus size={15} />}>
              New client
            </Button>
          </NewClient>
        </span>
      </div>
      {clients.data.length === 0 && (
        <Empty title="No client yet">
          A client’s file holds their people, searches, shortlists and visits. Start one with “New client”.
        </Empty>
      )}
      <ul className="row-list">
        {clients.data.map((client) => (
          <ClientRow key={client.id} client={client} onOpen={() => go(client.id)} />
        ))}
      </ul>
      <PutAway onOpen={go} />
    </div>
  );
}

/** The files that were put away, when they are asked for. */
function PutAway({ onOpen }: { readonly onOpen: (id: string) => void }) {
  const [shown, setShown] = useState(false);
  const away = useArchivedClients(shown);
  return (
    <div className={cx('put-away')}>
      <Button type="link" onClick={() => setShown(!shown)} aria-expanded={shown}>
        {shown ? 'Hide the files put away' : 'Show the files put away'}
      </Button>
      {shown && away.isError && <Failed error={away.error} retry={() => void away.refetch()} />}
      {shown && away.data?.length === 0 && <p className="soft">No file was put away.</p>}
      {shown && (
        <ul className="row-list">
          {(away.data ?? []).map((client) => (
            <ClientRow key={client.id} client={client} onOpen={() => onOpen(client.id)} />
          ))}
        </ul>
      )}
    </div>
  );
}

function ClientRow({ client, onOpen }: { readonly client: ClientSummary; readonly onOpen: () => void }) {
  const { open } = useOpenFile();
  const { id, name, people, agreement, searches, alerts } = client;
  const confirmed = people.filter(({ confirmedAt, stoppedAt }) => confirmedAt && !stoppedAt).length;
  return (
    <li className="row">
      <Avatar name={name} />
      <div className="row-main">
        <Link to={`/clients/${id}`} className="strong" onClick={() => open(id)}>
          {name}
        </Link>
        <p>
          {people.map((person) => person.email).join(', ') || 'no address yet'} ·{' '}
          {searches === 1 ? '1 search' : `${searches} searches`}, {alerts === 1 ? '1 alert runs' : `${alerts} alerts run`}
        </p>
      </div>
      {confirmed === 0 && <span className="chip chip-wait">no confirmed address</span>}
      {agreement ? (
        <span className="chip chip-calm">agreement to {isoDay(agreement.until).split(', ')[1]}</span>
      ) : (
        <span className="chip chip-wait">no buyer agreement</span>
      )}
      <div className="row-actions">
        <Button onClick={onOpen}>Open the file</Button>
      </div>
    </li>
  );
}
