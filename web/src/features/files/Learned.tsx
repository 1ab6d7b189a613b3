import type { ClientFile, Learned as LearnedAnswer, LearnedChange } from '@perambula/contract';
import { Button } from 'antd';
import { useNavigate } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { useLearned, useSetAside } from '../learned/index.js';
import { useDraft, useTryInSearch } from '../searches/index.js';
import filesCss from './files.module.css';
import { sayEffect, sayHowSure } from './learned.rules.js';
import ownCss from './Learned.module.css';

const cx = classesOf(filesCss, ownCss);

/** What a client's answers would change in their searches, with what it rests on; the agent tries it, or sets it aside. */
export function Learned({ file }: { readonly file: ClientFile }) {
  const learned = useLearned(file.id).data;
  if (!learned || (learned.changes.length === 0 && !learned.begin)) return null;
  return (
    <section aria-labelledby="learned">
      <header className={cx('file-head')}>
        <h2 id="learned">What their answers say</h2>
      </header>
      {learned.begin && <Begin file={file} begin={learned.begin} />}
      <ul className={cx('changes')}>
        {learned.changes.map((change) => (
          <Change key={change.key} file={file} change={change} />
        ))}
      </ul>
      <p className={cx('rests')}>Facts of the homes only, never their place. Nothing changes unless you save it.</p>
    </section>
  );
}

function Begin({ file, begin }: { readonly file: ClientFile; readonly begin: NonNullable<LearnedAnswer['begin']> }) {
  const navigate = useNavigate();
  const { begin: beginDraft } = useDraft();
  const { document, sentence, homes, fit } = begin;
  return (
    <div className={cx('change')}>
      <p>
        They have no search yet. By the {homes} homes that they looked at: <b>{sentence}</b> {fit.toLocaleString('en-US')} fit
        now.
      </p>
      <Button size="small" onClick={() => (beginDraft(file.id, document, []), void navigate('/search'))}>
        Look at this search
      </Button>
    </div>
  );
}

function Change({ file, change }: { readonly file: ClientFile; readonly change: LearnedChange }) {
  const { key, searchId, person, label, before, after, evidence, likedOutside, document } = change;
  const tryIn = useTryInSearch();
  const setAside = useSetAside(file.id);
  const look = (): void => {
    const search = file.savedSearches.find(({ id }) => id === searchId);
    if (search) tryIn(search, document);
  };
  return (
    <li className={cx('change')}>
      <p className={cx('line')}>
        {label}: <b>{after}</b> {before && <span className="soft">now {before}</span>}
      </p>
      {evidence ? (
        <>
          <Answers what={`${person} liked`} {...evidence.liked} />
          <Answers what={`${person} refused`} {...evidence.refused} />
          <p className={cx('rests')}>
            {evidence.said > 0 && `Their words speak of it in ${evidence.said} ${evidence.said === 1 ? 'refusal' : 'refusals'}. `}
            {sayHowSure(evidence)} {sayEffect(change)}
          </p>
        </>
      ) : (
        <p className={cx('rests')}>
          {person} liked {likedOutside} homes that only this line leaves out. {sayEffect(change)}
        </p>
      )}
      <div className={cx('actions')}>
        <Button size="small" onClick={look} aria-label={`Try ${label}: ${after} in the search`}>
          Try it in the search
        </Button>
        <Button
          size="small"
          type="text"
          loading={setAside.isPending}
          onClick={() => setAside.mutate(key)}
          aria-label={`Set aside ${label}: ${after}`}
        >
          Not so
        </Button>
      </div>
    </li>
  );
}

/** Homes answered alike, one dot each: full for those that are so. */
function Answers({ what, with: so, without }: { readonly what: string; readonly with: number; readonly without: number }) {
  return (
    <p className={cx('answers')}>
      <span className={cx('what')}>{what}</span>
      <span className={cx('dots')} role="img" aria-label={`${so} that are so, ${without} that are not`}>
        {Array.from({ length: so + without }, (_, i) => (
          <i key={i} className={cx(i < so ? 'dot' : 'dot is-not')} />
        ))}
      </span>
      <span className={cx('many')}>
        {so} of {so + without} are so
      </span>
    </p>
  );
}
