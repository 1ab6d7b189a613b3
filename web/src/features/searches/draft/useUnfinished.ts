import { useEffect, useRef } from 'react';
import { parametersNow, useParameters } from '../../../shared/useParameters.js';
import { isUnfinished, useDraft } from './draft.js';
import { useDrafts, useKeepDraft, useRemoveDraft } from './keptSearches.api.js';
import { useSavedSearch } from './searches.api.js';

const REST_MS = 1200;

/**
 * Keeps the search at the server while it is unfinished, so that it can be picked up on any day at any desk, and takes up
 * the one that the page's address names.
 */
export function useUnfinished(): void {
  const draft = useDraft();
  const { draftId, searchId, clientId, version, name, document } = draft;
  const unfinished = isUnfinished(draft);
  const { mutate: keep } = useKeepDraft();
  const { mutate: remove } = useRemoveDraft();
  const drafts = useDrafts().data;
  const isKept = drafts?.some(({ id }) => id === draftId) ?? false;
  useEffect(() => {
    if (!unfinished) return;
    const timer = setTimeout(() => keep({ id: draftId, searchId, clientId, version, name, document }), REST_MS);
    return () => clearTimeout(timer);
  }, [unfinished, keep, draftId, searchId, clientId, version, name, document]);
  useEffect(() => {
    if (!unfinished && isKept) remove(draftId);
  }, [unfinished, isKept, remove, draftId]);

  const [params, change, leaving] = useParameters();
  const asked = params.get('draft');
  const wanted = asked === draftId ? undefined : drafts?.find(({ id }) => id === asked);
  // an address is taken up once: what is begun after it is not the one that it names
  const taken = useRef<string | null>(null);
  const base = useSavedSearch(wanted?.searchId ?? undefined);
  useEffect(() => {
    if (asked === null || asked === draftId) taken.current = asked;
    if (!wanted || taken.current === asked || (wanted.searchId !== null && !base.data)) return;
    // an address that was left before it was drawn is not asked for any more
    if (parametersNow().get('draft') !== asked) return;
    taken.current = asked;
    useDraft.getState().resume(wanted, base.data?.document ?? null);
  }, [wanted, asked, draftId, base.data]);
  // the address of a new search that is kept names it
  useEffect(() => {
    const named = isKept && unfinished && searchId === null ? draftId : null;
    const isTakenUp = asked === null || taken.current === asked || (drafts !== undefined && !wanted);
    if (leaving || asked === named || !isTakenUp) return;
    // just saved: whoever saved it goes on to the saved search's own address
    if (named === null && searchId !== null) return;
    if (named) taken.current = named;
    change({ draft: named });
  }, [leaving, asked, isKept, unfinished, searchId, draftId, wanted, drafts, change]);
}
