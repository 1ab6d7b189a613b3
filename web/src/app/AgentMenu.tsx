import { Dropdown } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { DemoMenu } from '../features/demo/index.js';
import { useAgent, useSignOut } from '../features/sessions/index.js';
import { TaskAnywhere } from '../features/tasks/index.js';
import { Avatar } from '../shared/Avatar.js';
import { useClock } from '../shared/clock.api.js';
import { deployment } from '../shared/deployment.js';
import { dayAndTime } from '../shared/format.js';
import { classesOf } from '../shared/classes.js';
import ownCss from './AgentMenu.module.css';

const cx = classesOf(ownCss);

/** The time and the agent. */
export function AgentMenu() {
  const agent = useAgent().data;
  const signOut = useSignOut();
  const navigate = useNavigate();
  const [notesTask, setNotesTask] = useState(false);
  return (
    <div className={cx('bar-end')}>
      <TaskAnywhere isOpen={notesTask} onOpen={setNotesTask} />
      {deployment().isDemo ? <DemoMenu /> : <Now />}
      {agent && (
        <Dropdown
          trigger={['click']}
          menu={{
            items: [
              { key: 'who', label: `${agent.name}, ${agent.officeName}`, disabled: true },
              { key: 'task', label: 'Note something to do', extra: 'T' },
              { key: '/your-page', label: 'Your public page' },
              { key: '/feed', label: 'Where listings come from' },
              ...(agent.role === 'administrator' ? [{ key: '/setup', label: 'Setting up' }] : []),
              { key: 'out', label: 'Sign out' },
            ],
            onClick: ({ key }) => {
              if (key === 'out') signOut.mutate();
              else if (key === 'task') setNotesTask(true);
              else void navigate(key);
            },
          }}
        >
          <button
            type="button"
            className="plain"
            aria-label={`${agent.name}: something to do, your public page, where listings come from, sign out`}
          >
            <Avatar name={agent.name} />
          </button>
        </Dropdown>
      )}
    </div>
  );
}

function Now() {
  const clock = useClock().data;
  return clock ? <span className="bar-clock">{dayAndTime(clock.now)}</span> : null;
}
