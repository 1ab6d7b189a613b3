import { App } from 'antd';
import { useEffect } from 'react';
import { messageOf } from '../../../shared/http.js';
import { useOpenFile } from '../../../shared/openFile.js';
import { useDraft } from './draft.js';
import { useSavedSearch } from './searches.api.js';

/** Takes a saved search into the draft, with its client's file. Gives whether it is still on its way. */
export function useOpened(searchId: string | undefined): boolean {
  const draft = useDraft();
  const { open } = useOpenFile();
  const { message } = App.useApp();
  const { data, isFetching, isLoading, isError, error } = useSavedSearch(
    searchId && searchId !== draft.searchId ? searchId : undefined,
  );
  useEffect(() => {
    // what is known of it may be old: another bound or another desk can have changed it
    if (!data || isFetching || data.id === useDraft.getState().searchId) return;
    draft.load(data);
    if (data.clientId) open(data.clientId);
  }, [data, isFetching, draft, open]);
  useEffect(() => {
    if (isError) void message.error(messageOf(error));
  }, [isError, error, message]);
  return searchId !== undefined && isLoading;
}
