import { VERDICT_SAID, VERDICTS } from '@perambula/contract';
import type { PortalHome, Verdict } from '@perambula/contract';
import { classesOf } from '../../shared/classes.js';
import portalCss from './portal.module.css';
import ownCss from './Verdicts.module.css';
import { useReact } from './portal.api.js';
import { Problem } from './Problem.js';
import { VERDICT_LABEL } from './portal.rules.js';
import { Words } from './Words.js';

const cx = classesOf(portalCss, ownCss);

/** What somebody thinks of a home, and why; and what the others of the household say who let it be seen. */
export function Verdicts({ home: { listingKey, reaction, others } }: { readonly home: PortalHome }) {
  const react = useReact(listingKey);
  const note = reaction?.note ?? '';
  const say = (verdict: Verdict, why: string): void => react.mutate({ verdict, note: why });
  return (
    <>
      <div className={cx('verdicts')} role="group" aria-label="What do you think?">
        {VERDICTS.map((verdict) => (
          <button
            key={verdict}
            type="button"
            className={cx('portal-button')}
            aria-pressed={reaction?.verdict === verdict}
            disabled={react.isPending}
            onClick={() => say(verdict, note)}
          >
            {VERDICT_LABEL[verdict]}
          </button>
        ))}
      </div>
      {reaction && (
        <Words key={listingKey} id={listingKey} kept={note} busy={react.isPending} onKeep={(why) => say(reaction.verdict, why)} />
      )}
      {others.map(({ person, verdict, note: why }) => (
        <p key={person} className={cx('other')}>
          <b>{person}</b> {VERDICT_SAID[verdict]}
          {why && `: “${why}”`}
        </p>
      ))}
      <Problem error={react.error} />
    </>
  );
}
