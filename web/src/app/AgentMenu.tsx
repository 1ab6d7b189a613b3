import { App, Button, Dropdown } from 'antd';
import { useNavigate } from 'react-router';
import { useAgent, useSignOut } from '../features/sessions/index.js';
import { useAdvance, useClock } from '../shared/clock.api.js';
import { Avatar } from '../shared/Avatar.js';
import { dayAndTime } from '../shared/format.js';
import { messageOf } from '../shared/http.js';

const STEPS = [
  { key: 'PT1H', label: 'One hour on' },
  { key: 'P1D', label: 'One day on' },
  { key: 'P7D', label: 'One week on' },
];

/** The time, which a demo can move forward, and the agent. */
export function AgentMenu() {
  const agent = useAgent().data;
  const clock = useClock().data;
  const advance = useAdvance();
  const signOut = useSignOut();
  const navigate = useNavigate();
  const { message } = App.useApp();
  const move = (step: string): void => advance.mutate(step, { onError: (error) => void message.error(messageOf(error)) });
  return (
    <div className="bar-end">
      {clock && (
        <Dropdown
          trigger={['click']}
          disabled={!clock.movable || advance.isPending}
          menu={{ items: STEPS, onClick: ({ key }) => move(key) }}
        >
          <Button
            type="text"
            className="bar-clock"
            loading={advance.isPending}
            aria-label={`${dayAndTime(clock.now)}. Move the demo’s clock`}
          >
            {advance.isPending ? 'Living through it …' : dayAndTime(clock.now)}
          </Button>
        </Dropdown>
      )}
      {agent && (
        <Dropdown
          trigger={['click']}
          menu={{
            items: [
              { key: 'who', label: `${agent.name}, ${agent.officeName}`, disabled: true },
              { key: 'feed', label: 'Where listings come from' },
              { key: 'out', label: 'Sign out' },
            ],
            onClick: ({ key }) => (key === 'out' ? signOut.mutate() : void navigate('/feed')),
          }}
        >
          <button type="button" className="plain" aria-label={`${agent.name}: where listings come from, sign out`}>
            <Avatar name={agent.name} />
          </button>
        </Dropdown>
      )}
    </div>
  );
}
