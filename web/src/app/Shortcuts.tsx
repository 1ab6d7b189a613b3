import { Modal } from 'antd';
import { useEffect, useState } from 'react';
import { isTyping } from '../shared/isTyping.js';

const KEYS: readonly (readonly [keys: readonly string[], does: string])[] = [
  [['Ctrl', 'K'], 'Find an address or a client’s file'],
  [['L'], 'Add a line to the search'],
  [['Enter'], 'Keep the value typed, close the line'],
  [['Esc'], 'Take the value as it was typed; leave the pen'],
  [['Ctrl', 'Z'], 'Take back the last change of the search'],
  [['Ctrl', 'Shift', 'Z'], 'Do it again'],
  [['←'], 'The listing before, in the results'],
  [['→'], 'The next listing'],
  [['?'], 'This list'],
];

/** What the keyboard does, listed by pressing the question mark anywhere. */
export function Shortcuts() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const key = (event: KeyboardEvent): void => {
      if (event.key === '?' && !isTyping(event)) setOpen((was) => !was);
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
  return (
    <Modal title="On the keyboard" open={open} onCancel={() => setOpen(false)} footer={null} width={460}>
      <dl className="shortcuts">
        {KEYS.map(([keys, does]) => (
          <div key={does}>
            <dt>
              {keys.map((name) => (
                <kbd key={name}>{name}</kbd>
              ))}
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}
