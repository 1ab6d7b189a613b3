import type { SearchState } from '@perambula/contract';
import { differencesOf } from '@perambula/core';
import type { Search } from '@perambula/core';
import { Button, Drawer } from 'antd';
import { Link } from 'react-router';
import { dayAndTime } from '../../../shared/format.js';
import { onPage } from '../../../shared/onPage.js';
import { Waiting } from '../../../shared/Waiting.js';
import { Differences } from './Differences.js';
import { useDraft } from './draft.js';
import { useComparison, useStates } from './keptSearches.api.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './EarlierStates.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly searchId: string;
  readonly open: boolean;
  readonly onClose: () => void;
}

/** A search as it was saved each time, what changed between, in lines and in homes; each can be taken back. */
export function EarlierStates({ searchId, open, onClose }: Props) {
  const states = useStates(searchId, open).data;
  return (
    <Drawer title="Earlier states" aria-label="Earlier states" open={open} onClose={onClose} size={460} getContainer={onPage}>
      {!states && <Waiting what="Looking them up …" />}
      <ol className={cx('states')}>
        {states?.map((state, i) => (
          <State key={state.version} state={state} before={states[i + 1]} searchId={searchId} isNow={i === 0} onTaken={onClose} />
        ))}
      </ol>
    </Drawer>
  );
}

function State({
  state,
  before,
  searchId,
  isNow,
  onTaken,
}: {
  readonly state: SearchState;
  readonly before: SearchState | undefined;
  readonly searchId: string;
  readonly isNow: boolean;
  readonly onTaken: () => void;
}) {
  const change = useDraft((draft) => draft.change);
  return (
    <li>
      <p className={cx('states-head')}>
        <b>{dayAndTime(state.savedAt)}</b>
        {isNow ? (
          <span className="soft">as saved now</span>
        ) : (
          <Button
            size="small"
            onClick={() => {
              change(state.document);
              onTaken();
            }}
          >
            Go back to this
          </Button>
        )}
      </p>
      {before ? (
        <>
          {state.name !== before.name && (
            <p>
              Named “{state.name}”, before “{before.name}”.
            </p>
          )}
          <Differences differences={differencesOf(before.document, state.document)} />
          <Homes before={before.document} after={state.document} />
          <Link to={`/search/compare?a=${searchId}.${before.version}&b=${searchId}.${state.version}`} className="link">
            Compare the two
          </Link>
        </>
      ) : (
        <p className="soft">First saved as “{state.name}”.</p>
      )}
    </li>
  );
}

/** What a change did to the homes that fit today. */
function Homes({ before, after }: { readonly before: Search; readonly after: Search }) {
  const answer = useComparison(before, after, 'both').data;
  if (!answer) return null;
  const { onlyA, onlyB, both } = answer;
  return (
    <p className="figure soft">
      Of today’s homes: {onlyB.toLocaleString('en-US')} more, {onlyA.toLocaleString('en-US')} fewer,{' '}
      {both.toLocaleString('en-US')} the same.
    </p>
  );
}
