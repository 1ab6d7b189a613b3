import { App, Button, Input, Popover } from 'antd';
import { CalendarPlus, Copy } from 'lucide-react';
import { useState } from 'react';
import { messageOf } from '../../shared/http.js';
import { useCloseCalendar, useOpenCalendar, useOwnCalendar } from './showings.api.js';

/** The address under which an agent's own calendar shows their showings. */
export function CalendarAddress() {
  const [open, setOpen] = useState(false);
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      placement="bottomLeft"
      destroyOnHidden
      content={<Address />}
      styles={{ container: { maxWidth: 380 } }}
    >
      <Button icon={<CalendarPlus size={15} />}>In your calendar</Button>
    </Popover>
  );
}

function Address() {
  const calendar = useOwnCalendar();
  const open = useOpenCalendar();
  const close = useCloseCalendar();
  const { message } = App.useApp();
  const onError = (error: Error): void => void message.error(messageOf(error));
  const url = open.data?.url;
  const isOpen = url !== undefined || calendar.data?.isOpen === true;
  const copy = async (text: string): Promise<void> => {
    try {
      await navigator.clipboard.writeText(text);
      void message.success('Copied.');
    } catch {
      void message.info('Select the address and copy it by hand.');
    }
  };
  return (
    <div className="popover-form">
      <p className="strong">Your showings in your own calendar</p>
      <p className="tight">
        Subscribe to an address in any calendar program: what is asked for, agreed, moved or canceled shows there by itself.
        Whoever has the address can read it, clients’ names among it.
      </p>
      {url !== undefined && (
        <>
          <Input readOnly value={url} aria-label="The address" onFocus={({ target }) => target.select()} />
          <p className="tight soft">It is shown this once. Keep it in your calendar.</p>
          <Button type="primary" icon={<Copy size={14} />} onClick={() => void copy(url)}>
            Copy the address
          </Button>
        </>
      )}
      {url === undefined && (
        <Button
          type={isOpen ? 'default' : 'primary'}
          loading={open.isPending}
          onClick={() => open.mutate(undefined, { onError })}
        >
          {isOpen ? 'Make another; the one before closes' : 'Make an address'}
        </Button>
      )}
      {isOpen && (
        <Button
          type="text"
          loading={close.isPending}
          onClick={() => close.mutate(undefined, { onSuccess: () => open.reset(), onError })}
        >
          Close the address
        </Button>
      )}
    </div>
  );
}
