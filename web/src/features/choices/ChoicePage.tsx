import { Select } from 'antd';
import { useEffect, useMemo } from 'react';
import { Link } from 'react-router';
import { useOpenFile } from '../../shared/openFile.js';
import { useParameters } from '../../shared/useParameters.js';
import { Empty, Failed, Waiting } from '../../shared/Waiting.js';
import { useClients, useFile } from '../clients/index.js';
import { Message } from './Message.js';
import { Several } from './Several.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './ChoicePage.module.css';

const cx = classesOf(ownCss);

/** Chosen homes on their way to a client, or to several. */
export function ChoicePage() {
  const [params, change] = useParameters();
  const keys = useListed(params.get('homes'));
  const to = useListed(params.get('to'));
  const [first] = to;
  if (keys.length === 0)
    return (
      <Empty title="No homes to send">
        Tick some among the <Link to="/search">results of a search</Link>, or open a <Link to="/shortlists">shortlist</Link>, and
        press “Send …”.
      </Empty>
    );
  if (first === undefined) return <Whom onChoose={(clientId) => change({ to: clientId })} />;
  if (to.length > 1) return <Several key={to.join()} clientIds={to} keys={keys} />;
  return <ToOne key={`${first} ${keys.join()}`} clientId={first} keys={keys} />;
}

/** What stands by commas in the address, each once. */
function useListed(text: string | null): readonly string[] {
  return useMemo(() => [...new Set((text ?? '').split(',').filter(Boolean))], [text]);
}

function ToOne({ clientId, keys }: { readonly clientId: string; readonly keys: readonly string[] }) {
  const file = useFile(clientId);
  const { open } = useOpenFile();
  useEffect(() => {
    if (file.data) open(file.data.id);
  }, [file.data, open]);
  if (file.isPending) return <Waiting what="Opening the file …" />;
  if (file.isError) return <Failed error={file.error} retry={() => void file.refetch()} />;
  return <Message file={file.data} keys={keys} />;
}

/** Nobody's file lies open: whose homes are they? */
function Whom({ onChoose }: { readonly onChoose: (clientId: string) => void }) {
  const clients = useClients().data ?? [];
  return (
    <div className="empty">
      <h3>To whom?</h3>
      <Select
        autoFocus
        defaultOpen
        showSearch={{ optionFilterProp: 'label' }}
        placeholder="A client’s name"
        aria-label="To whom"
        className={cx('whom')}
        options={clients.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={onChoose}
      />
    </div>
  );
}
