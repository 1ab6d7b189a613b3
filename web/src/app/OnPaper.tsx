import { useAgent } from '../features/sessions/index.js';
import { deployment } from '../shared/deployment.js';
import { classesOf } from '../shared/classes.js';
import ownCss from './OnPaper.module.css';

const cx = classesOf(ownCss);

/** Whose paper it is: the head of a page that is printed. */
export function PaperHead() {
  const agent = useAgent().data;
  if (!agent) return null;
  return (
    <div className={cx('head')}>
      <b className={cx('office')}>{agent.officeName}</b>
      <span>
        <b>{agent.name}</b> · {agent.phone}
        <br />
        {agent.postalAddress} · license {agent.licenseNumber}
      </span>
    </div>
  );
}

/** What must stand beside listings, at the end of what is printed. */
export function PaperFoot() {
  return <p className={cx('foot')}>{deployment().notice} Information should be verified. Equal housing opportunity.</p>;
}
