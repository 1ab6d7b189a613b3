import { App, Checkbox, Dropdown, Input, Modal } from 'antd';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { messageOf } from '../../../shared/http.js';
import { onPage } from '../../../shared/onPage.js';
import { useDraft } from './draft.js';
import { EarlierStates } from './EarlierStates.js';
import { useSaveStartingSet } from './keptSearches.api.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './SearchActions.module.css';

const cx = classesOf(ownCss);

/** What else can be done with a whole search: copy it, look at what it was, set it beside another, start others from it. */
export function SearchActions() {
  const { searchId, name, copy } = useDraft();
  const [states, setStates] = useState(false);
  const [keeping, setKeeping] = useState(false);
  const navigate = useNavigate();
  const items = [
    {
      key: 'copy',
      label: 'Try a copy',
      onClick: () => {
        copy();
        void navigate('/search');
      },
    },
    {
      key: 'compare',
      label: 'Compare with another …',
      onClick: () => void navigate(`/search/compare?a=${searchId ?? 'open'}`),
    },
    ...(searchId ? [{ key: 'states', label: 'Earlier states …', onClick: () => setStates(true) }] : []),
    { key: 'start', label: 'Start others from it …', onClick: () => setKeeping(true) },
  ];
  return (
    <>
      <Dropdown trigger={['click']} menu={{ items }} placement="bottomRight">
        <button type="button" className={cx('plain search-more')} aria-label="More about this search">
          <Ellipsis size={16} aria-hidden="true" />
        </button>
      </Dropdown>
      {searchId && <EarlierStates searchId={searchId} open={states} onClose={() => setStates(false)} />}
      {keeping && <KeepAsStart suggested={name} onDone={() => setKeeping(false)} />}
    </>
  );
}

function KeepAsStart({ suggested, onDone }: { readonly suggested: string; readonly onDone: () => void }) {
  const [name, setName] = useState(suggested);
  const [isDefault, setDefault] = useState(true);
  const document = useDraft((draft) => draft.document);
  const save = useSaveStartingSet();
  const { message } = App.useApp();
  const keep = (): void => {
    if (name.trim() === '') return;
    save.mutate(
      { id: null, name, document, isDefault },
      {
        onSuccess: () => {
          void message.success(isDefault ? 'New searches begin with this now.' : 'Kept among your starting sets.');
          onDone();
        },
        onError: (error) => void message.error(messageOf(error)),
      },
    );
  };
  return (
    <Modal
      open
      getContainer={onPage}
      title="Start other searches from these lines"
      okText="Keep"
      okButtonProps={{ disabled: name.trim() === '' }}
      confirmLoading={save.isPending}
      onOk={keep}
      onCancel={onDone}
    >
      <div className="popover-form">
        <Input
          autoFocus
          value={name}
          maxLength={120}
          placeholder="First call with a family"
          aria-label="Name of the starting set"
          onChange={({ target }) => setName(target.value)}
          onPressEnter={keep}
        />
        <Checkbox checked={isDefault} onChange={({ target }) => setDefault(target.checked)}>
          New searches begin with it
        </Checkbox>
      </div>
    </Modal>
  );
}
