import type { ClientFile } from '@perambula/contract';
import { QUESTIONS } from '@perambula/core';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { isoDate } from '../../shared/format.js';
import { useNeeds } from '../clients/index.js';
import { SAID, saySummary } from '../needs/index.js';
import filesCss from './files.module.css';
import ownCss from './NeedsSaid.module.css';

const cx = classesOf(filesCss, ownCss);

/** What a household needs, in a few lines of their file. */
export function NeedsSaid({ file }: { readonly file: ClientFile }) {
  const needs = useNeeds(file.id).data ?? [];
  return (
    <section aria-labelledby="needs">
      <header className={cx('file-head')}>
        <h2 id="needs">What they need</h2>
        <Link to={`/clients/${file.id}/needs`}>{needs.length === 0 ? 'Ask them' : 'Go on asking'}</Link>
      </header>
      {needs.length === 0 && <p className="soft">Five questions, whose answers become a search.</p>}
      <dl className={cx('said')}>
        {QUESTIONS.filter((question) => needs.some((need) => need.question === question)).map((question) => (
          <div key={question}>
            <dt>{SAID[question]}</dt>
            <dd>{saySummary(needs, question, (day) => `by ${isoDate(day)}`).join('; ')}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
