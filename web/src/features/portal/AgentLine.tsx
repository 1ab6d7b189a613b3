import type { Portal } from '@perambula/contract';
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

export function WriteToAgent({ agent, about }: Pick<Portal, 'agent'> & { readonly about?: string }) {
  return (
    <a
      className={cx('portal-button')}
      href={`mailto:${agent.email}${about === undefined ? '' : `?subject=${encodeURIComponent(about)}`}`}
    >
      Message {agent.name.split(' ')[0]}
    </a>
  );
}
