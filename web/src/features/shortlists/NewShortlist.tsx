import { App, Button, Input, Popover } from 'antd';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { useAddToShortlist } from './shortlists.api.js';
import { OWN, WhoseShortlist } from './WhoseShortlist.js';

/** Begins a shortlist with no homes on it yet: of the client whose file is open, of another, or of the agent's own. */
export function NewShortlist() {
  const [open, setOpen] = useState(false);
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      placement="bottomLeft"
      destroyOnHidden
      content={<NewForm onDone={() => setOpen(false)} />}
    >
      <Button type="text" icon={<Plus size={16} />} aria-label="New shortlist" title="New shortlist" />
    </Popover>
  );
}

function NewForm({ onDone }: { readonly onDone: () => void }) {
  const opened = useOpenFile().clientId;
  const [whose, setWhose] = useState(opened ?? OWN);
  const [name, setName] = useState('');
  const start = useAddToShortlist();
  const navigate = useNavigate();
  const { message } = App.useApp();
  const begin = (): void =>
    start.mutate(
      { to: { clientId: whose === OWN ? null : whose, name }, listingKeys: [] },
      {
        onSuccess: ({ id }) => (onDone(), void navigate(`/shortlists/${id}`)),
        onError: (error) => void message.error(messageOf(error)),
      },
    );
  return (
    <div className="popover-form">
      <p className="strong">A new shortlist</p>
      <WhoseShortlist placeholder="Whose" value={whose} onChoose={setWhose} />
      <Input.Search
        placeholder="Its name: Saturday"
        enterButton="Start"
        aria-label="Name of a new shortlist"
        autoFocus
        maxLength={120}
        value={name}
        loading={start.isPending}
        onChange={({ target }) => setName(target.value)}
        onSearch={(value) => value.trim() && begin()}
      />
    </div>
  );
}
