import type { Portal } from '@perambula/contract';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import portalCss from './portal.module.css';
import ownCss from './AgentLine.module.css';

const cx = classesOf(portalCss, ownCss);

/** Whose portal it is, and a way to write to them. */
export function AgentLine({ agent }: Pick<Portal, 'agent'>) {
  return (
    <div className={cx('agent')}>
      <div>
        <b>{agent.officeName}</b>
        <span>
          {agent.name} · {agent.phone}
        </span>
      </div>
      <WriteToAgent agent={agent} />
    </div>
  );
}

/** Leads to where the reader and their agent write to each other. */
export function WriteToAgent({ agent, listingKey }: Pick<Portal, 'agent'> & { readonly listingKey?: string }) {
  return (
    <Link className={cx('portal-button')} to={`/p/write${listingKey === undefined ? '' : `?about=${listingKey}`}`}>
      Message {agent.name.split(' ')[0]}
    </Link>
  );
}
