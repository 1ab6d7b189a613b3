import { App, Button, Dropdown } from 'antd';
import { useNavigate } from 'react-router';
import { useClock } from '../../shared/clock.api.js';
import { dayAndTime } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useAdvance } from './demo.api.js';

const STEPS = [
  { key: 'PT1H', label: 'One hour on' },
  { key: 'P1D', label: 'One day on' },
  { key: 'P7D', label: 'One week on' },
];

/** What a demo has and no other copy: its time, which can be moved forward, and the mailbox where messages arrive. */
export function DemoMenu() {
  const clock = useClock().data;
  const advance = useAdvance();
  const navigate = useNavigate();
  const { message } = App.useApp();
  if (!clock) return null;
  const choose = (key: string): void => {
    if (key === 'mailbox') void navigate('/mailbox');
    else advance.mutate(key, { onError: (error) => void message.error(messageOf(error)) });
  };
  return (
    <Dropdown
      trigger={['click']}
      disabled={advance.isPending}
      menu={{
        items: [
          { type: 'group', label: 'Move the demo’s clock', children: STEPS },
          { type: 'divider' },
          { key: 'mailbox', label: 'Mailbox: what clients were sent' },
        ],
        onClick: ({ key }) => choose(key),
      }}
    >
      <Button
        type="text"
        className="bar-clock"
        loading={advance.isPending}
        aria-label={`${dayAndTime(clock.now)}. Move the demo’s clock, or read its mailbox`}
      >
        {advance.isPending ? 'Living through it …' : dayAndTime(clock.now)}
      </Button>
    </Dropdown>
  );
}
