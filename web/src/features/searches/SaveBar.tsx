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
import { useSaveSearch } from './draft/searches.api.js';
import { useBeginAnew } from './draft/useBeginAnew.js';

/** Under the lines: what the figure means for an alert, and saving it for the client. */
export function SaveBar(advised: React.ComponentProps<typeof AdviceNotes>) {
  const draft = useDraft();
  const { clientId } = useOpenFile();
  const file = useFile(clientId).data;
  const save = useSaveSearch();
  const begin = useBeginAnew();
  const { mutate: forget } = useRemoveDraft();
  const navigate = useNavigate();
  const { message, modal } = App.useApp();
  const [naming, setNaming] = useState(false);
  const [name, setName] = useState(draft.searchId ? '' : draft.name);
  const who = file ? firstNames(file.name) : null;
  const store = async (as: { id: string | null; name: string }): Promise<SavedSearch | null> => {
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
  const saveNew = async (): Promise<void> => {
    const saved = await store({ id: null, name });
    if (!saved) return;
    setNaming(false);
    setName('');
    if (saved.clientId) void navigate(`/clients/${saved.clientId}/alerts/${saved.id}`);
    else void message.success('Saved among your own searches.');
  };
  const unsaved = changesUnsaved(draft);
  return (
    <footer className="save">
      <AdviceNotes {...advised} />
      <div className="save-buttons">
        {draft.searchId ? (
          <>
            <Button
              type="primary"
              disabled={unsaved === 0}
              loading={save.isPending}
              onClick={() =>
                void store({ id: draft.searchId, name: draft.name }).then((saved) => saved && void message.success('Saved.'))
              }
            >
              {unsaved === 0 ? 'Saved' : `Save ${unsaved} ${unsaved === 1 ? 'change' : 'changes'}`}
            </Button>
            {draft.clientId && (
              <Button onClick={() => void navigate(`/clients/${draft.clientId}/alerts/${draft.searchId}`)}>Alert …</Button>
            )}
          </>
        ) : (
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
                  loading={save.isPending}
                  onChange={({ target }) => setName(target.value)}
                  onSearch={(value) => value.trim() && void saveNew()}
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
        )}
        <Button title="N" onClick={begin}>
          New search
        </Button>
      </div>
    </footer>
  );
}
