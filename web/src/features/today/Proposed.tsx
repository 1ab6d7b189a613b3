import type { WrittenToAgent } from '@perambula/contract';
import { Button } from 'antd';
import { classesOf } from '../../shared/classes.js';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { useSavedSearch, useTryInSearch } from '../searches/index.js';
import { useProposal } from './proposals.api.js';
import ownCss from './Written.module.css';

const cx = classesOf(ownCss);

/** How a client would have a search of theirs, with what that would do; the agent looks at it there, and saves it or not. */
export function Proposed({ written: { id, clientId } }: { readonly written: WrittenToAgent }) {
  const proposal = useProposal(clientId, id);
  const search = useSavedSearch(proposal.data?.searchId);
  const tryIn = useTryInSearch();
  const { open } = useOpenFile();
  if (proposal.isError) return <p className="problem">{messageOf(proposal.error)}</p>;
  if (!proposal.data) return <p className="soft">Counting what it would do …</p>;
  const { searchName, changes, document, adds, drops } = proposal.data;
  const look = (): void => {
    if (!search.data) return;
    open(clientId);
    tryIn(search.data, document);
  };
  if (changes.length === 0) return <p className="soft">Nothing in it changes “{searchName}” as it is read.</p>;
  return (
    <div className={cx('proposed')}>
      <ul>
        {changes.map(({ about, before, after }) => (
          <li key={`${about} ${after}`}>
            {about}: <b>{after ?? 'any'}</b> {before && <span className="soft">(now {before})</span>}
          </li>
        ))}
      </ul>
      <p>
        “{searchName}” would find {adds.toLocaleString('en-US')} {adds === 1 ? 'home' : 'homes'} more,{' '}
        {drops.toLocaleString('en-US')} fewer.{' '}
        <Button size="small" disabled={!search.data} onClick={look}>
          Try it in the search
        </Button>
      </p>
    </div>
  );
}
