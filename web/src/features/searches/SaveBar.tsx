import type { SavedSearch } from '@perambula/contract';
import { App, Button, Input, Popover } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { firstNames } from '../../shared/format.js';
import { messageOf, RequestFailure } from '../../shared/http.js';
import { onPage } from '../../shared/onPage.js';
import { useOpenFile } from '../../shared/openFile.js';
import { useFile } from '../clients/index.js';
import { AdviceNotes } from './lines/AdviceNotes.js';
import { changesUnsaved, useDraft } from './draft/draft.js';
import { useRemoveDraft } from './draft/keptSearches.api.js';
import { useSavedSearch, useSaveSearch } from './draft/searches.api.js';
import { useBeginAnew } from './draft/useBeginAnew.js';
import { useAddedToAlert } from './useAddedToAlert.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './SaveBar.module.css';

const cx = classesOf(ownCss);

/** Under the lines: what the figure means for an alert, and saving it for the client. */
export function SaveBar(advised: React.ComponentProps<typeof AdviceNotes>) {
  const draft = useDraft();
  const { store, isStoring } = useStore();
  const begin = useBeginAnew();
  const navigate = useNavigate();
  const added = useAddedToAlert();
  const unsaved = changesUnsaved(draft);
  const isTold = useSavedSearch(draft.searchId ?? undefined).data?.alert?.state === 'running';
  const saveAgain = async (then: 'askToSend' | 'send'): Promise<void> => {
    const saved = await store({ id: draft.searchId, name: draft.name });
    if (saved) await added[then](saved);
  };
  return (
    <footer className={cx('save')}>
      <AdviceNotes {...advised} />
      <div className={cx('save-buttons')}>
        {draft.searchId ? (
          <>
            <Button type="primary" disabled={unsaved === 0} loading={isStoring} onClick={() => void saveAgain('askToSend')}>
              {unsaved === 0 ? 'Saved' : `Save ${unsaved} ${unsaved === 1 ? 'change' : 'changes'}`}
            </Button>
            {isTold && unsaved > 0 && (
              <Button disabled={isStoring} onClick={() => void saveAgain('send')}>
                Save and send what it adds
              </Button>
            )}
            {draft.clientId && (
              <Button onClick={() => void navigate(`/clients/${draft.clientId}/alerts/${draft.searchId}`)}>Alert …</Button>
            )}
          </>
        ) : (
          <SaveNew key={draft.draftId} store={store} isStoring={isStoring} />
        )}
        <Button title="N" onClick={begin}>
          New search
        </Button>
      </div>
    </footer>
  );
}

/** Saves a search for the first time, under a name, for the client whose file is open. */
function SaveNew({ store, isStoring }: Store) {
  const { clientId } = useOpenFile();
  const file = useFile(clientId).data;
  const navigate = useNavigate();
  const { message } = App.useApp();
  const draftName = useDraft(({ name }) => name);
  const [naming, setNaming] = useState(false);
  const [name, setName] = useState(draftName);
  const who = file ? firstNames(file.name) : null;
  const save = async (): Promise<void> => {
    const saved = await store({ id: null, name });
    if (!saved) return;
    if (saved.clientId) void navigate(`/clients/${saved.clientId}/alerts/${saved.id}`);
    else void message.success('Saved among your own searches.');
  };
  return (
    <Popover
      trigger="click"
      open={naming}
      onOpenChange={setNaming}
      placement="topLeft"
      content={
        <div className="popover-form">
          <p className="strong">{who ? `A search for ${file?.name}` : 'A search of your own'}</p>
          <Input.Search
            autoFocus
            placeholder="Near the ferry"
            aria-label="Name of the search"
            enterButton="Save"
            value={name}
            loading={isStoring}
            onChange={({ target }) => setName(target.value)}
            onSearch={(value) => value.trim() && void save()}
          />
          <p className="tight">
            {who
              ? 'Next you see the alert as it will arrive.'
              : 'Open a client’s file at the head of the page to save it for them.'}
          </p>
        </div>
      }
    >
      <Button type="primary">{who ? `Save for ${who} …` : 'Save …'}</Button>
    </Popover>
  );
}

interface Store {
  /** Saves the draft; null where it could not be, which has been said. */
  readonly store: (as: { id: string | null; name: string }) => Promise<SavedSearch | null>;
  readonly isStoring: boolean;
}

/** Saving the draft, for the client whose file is open; where it was saved elsewhere meanwhile, that version is offered. */
function useStore(): Store {
  const draft = useDraft();
  const { clientId } = useOpenFile();
  const save = useSaveSearch();
  const { mutate: forget } = useRemoveDraft();
  const { message, modal } = App.useApp();
  const store: Store['store'] = async (as) => {
    try {
      const saved = await save.mutateAsync({ ...as, clientId, document: draft.document, version: draft.version });
      forget(draft.draftId);
      draft.load(saved);
      return saved;
    } catch (error) {
      if (error instanceof RequestFailure && error.code === 'search.changed') {
        const current = error.details['current'] as SavedSearch;
        modal.confirm({
          getContainer: onPage,
          title: 'Saved elsewhere meanwhile',
          content: error.message,
          okText: 'Look at that version',
          cancelText: 'Keep mine open',
          onOk: () => draft.load(current),
        });
      } else void message.error(messageOf(error));
      return null;
    }
  };
  return { store, isStoring: save.isPending };
}
