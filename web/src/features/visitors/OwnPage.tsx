import { App, Button, Input } from 'antd';
import { messageOf } from '../../shared/http.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './OwnPage.module.css';
import { useOwnPage, useSetOwnPage } from './visitors.api.js';

const cx = classesOf(ownCss);

/** The agent's page for whoever comes of their own accord: its address, and whether it is open. */
export function OwnPage() {
  const page = useOwnPage();
  if (page.isPending) return <Waiting what="Opening …" />;
  if (page.isError) return <Failed error={page.error} retry={() => void page.refetch()} />;
  return <Page address={page.data.address} />;
}

function Page({ address }: { readonly address: string | null }) {
  const set = useSetOwnPage();
  const { message } = App.useApp();
  const change = (isOpen: boolean): void => set.mutate(isOpen, { onError: (error) => void message.error(messageOf(error)) });
  const copy = async (): Promise<void> => {
    try {
      await navigator.clipboard.writeText(address ?? '');
      void message.success('Copied.');
    } catch {
      void message.info('Select the address and copy it.');
    }
  };
  return (
    <main className={cx('own-page')}>
      <h1>Your public page</h1>
      <p>
        Whoever opens it says what they look for, sees the homes that fit, and can ask to hear of more. You then have their file
        with that search; its alert runs from the moment at which they confirm their address. <i>Today</i> tells you.
      </p>
      {address === null ? (
        <>
          <p>It is closed: nobody can open it.</p>
          <Button type="primary" loading={set.isPending} onClick={() => change(true)}>
            Open it to anybody
          </Button>
        </>
      ) : (
        <>
          <label htmlFor="own-address">Its address</label>
          <div className={cx('address')}>
            <Input id="own-address" readOnly value={address} onFocus={({ target }) => target.select()} />
            <Button onClick={() => void copy()}>Copy</Button>
            <Button href={address} target="_blank" rel="noreferrer">
              Look at it
            </Button>
          </div>
          <p className="soft">Put it on your own site, your card, or under your messages.</p>
          <Button loading={set.isPending} onClick={() => change(false)}>
            Close it
          </Button>
        </>
      )}
    </main>
  );
}
