import type { FeedSourceInput, FeedState } from '@perambula/contract';
import { App, Button, Form, Input, Segmented } from 'antd';
import type { FormInstance } from 'antd';
import { useState } from 'react';
import { messageOf } from '../../shared/http.js';
import { useChooseFeed, usePreviewFeed, useResetFeed } from './feed.api.js';
import { FeedPreview } from './FeedPreview.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './OtherFeed.module.css';

const cx = classesOf(ownCss);

type Opened = 'token' | 'client';

/** Reads another feed than the one that the server was started with, and goes back to that one. */
export function OtherFeed({ feed }: { readonly feed: FeedState }) {
  const [open, setOpen] = useState(false);
  const reset = useResetFeed();
  const { message } = App.useApp();
  if (open) return <OtherFeedForm close={() => setOpen(false)} />;
  return (
    <p className={cx('feed-actions')}>
      <Button size="small" onClick={() => setOpen(true)}>
        {feed.address === null ? 'Read a feed …' : 'Read another feed …'}
      </Button>
      {feed.chosen && feed.first !== null && (
        <Button
          size="small"
          type="text"
          disabled={reset.isPending}
          onClick={() => reset.mutate(undefined, { onError: (error) => void message.error(messageOf(error), 8) })}
        >
          Back to the feed that this came with
        </Button>
      )}
    </p>
  );
}

/** Asks for a feed's address and what opens it, shows what its first records are like, and then reads it. */
function OtherFeedForm({ close }: { readonly close: () => void }) {
  const [form] = Form.useForm<FeedSourceInput>();
  const [opened, setOpened] = useState<Opened>('token');
  const { preview, choose, names, isAsking, look, lookFirst, read } = useLook(form, close);
  return (
    <Form<FeedSourceInput>
      form={form}
      layout="vertical"
      className={cx('feed-other')}
      onFinish={lookFirst}
      onValuesChange={() => preview.reset()}
      requiredMark={false}
    >
      <Form.Item label="Address of the feed’s service" name="address" rules={[{ required: true, message: 'Give its address.' }]}>
        <Input autoFocus placeholder="https://feed.example/odata" autoComplete="off" spellCheck={false} />
      </Form.Item>
      <Form.Item label="It is opened by">
        <Segmented<Opened>
          value={opened}
          onChange={(how) => {
            setOpened(how);
            preview.reset();
          }}
          options={[
            { value: 'token', label: 'A token' },
            { value: 'client', label: 'A client and its secret' },
          ]}
        />
      </Form.Item>
      {opened === 'token' ? (
        <Form.Item label="Token" name="token" rules={[{ required: true, message: 'Give the token that opens it.' }]}>
          <Input.Password autoComplete="off" />
        </Form.Item>
      ) : (
        <ClientFields />
      )}
      {preview.data && <FeedPreview preview={preview.data} names={names} isAsking={isAsking} onNames={look} />}
      <p className="tight">
        It is read from its beginning, and the listings of the feed before stay meanwhile. Once it was read you see how many of
        those it does not have, and agree that they are taken out, or go back; no alert misses anything. Your files’ listings
        stay.
      </p>
      <div className={cx('feed-actions')}>
        {preview.data && (
          <Button type="primary" disabled={isAsking || preview.data.readable === 0} onClick={read}>
            {choose.isPending ? 'Asking it …' : 'Read this feed'}
          </Button>
        )}
        <Button type={preview.data ? 'default' : 'primary'} htmlType="submit" disabled={isAsking}>
          {preview.isPending ? 'Asking it …' : preview.data ? 'Look again' : 'Look at its first listings'}
        </Button>
        <Button type="text" onClick={close}>
          Leave it
        </Button>
      </div>
    </Form>
  );
}

/** Looking at a feed's first records as the form says it is opened, with names for its fields; and reading it. */
function useLook(form: FormInstance<FeedSourceInput>, close: () => void) {
  const [names, setNames] = useState<Readonly<Record<string, string>>>({});
  const preview = usePreviewFeed();
  const choose = useChooseFeed();
  const { message } = App.useApp();
  const failed = (error: Error): void => void message.error(messageOf(error), 8);

  const source = (named: Readonly<Record<string, string>>): FeedSourceInput => ({
    ...trimmed(form.getFieldsValue()),
    names: named,
  });
  const look = (named: Readonly<Record<string, string>>): void => {
    setNames(named);
    preview.mutate(source(named), { onError: failed });
  };
  /** The first look; the names that fields probably mean are taken at once, and can be changed. */
  const lookFirst = (): void =>
    preview.mutate(source({}), {
      onSuccess: ({ fields }) => {
        const likely = Object.fromEntries(fields.flatMap((each) => (each.likely ? [[each.name, each.likely]] : [])));
        if (Object.keys(likely).length > 0) look(likely);
        else setNames({});
      },
      onError: failed,
    });
  const read = (): void => choose.mutate(source(names), { onSuccess: close, onError: failed });
  const isAsking = preview.isPending || choose.isPending;
  return { preview, choose, names, isAsking, look, lookFirst, read };
}

/** What a token is asked for with: OAuth 2 client credentials. */
function ClientFields() {
  return (
    <>
      <Form.Item
        label="Address that gives tokens"
        name="tokenUrl"
        rules={[{ required: true, message: 'Give the address at which tokens are asked for.' }]}
      >
        <Input placeholder="https://feed.example/oauth2/token" autoComplete="off" spellCheck={false} />
      </Form.Item>
      <div className={cx('feed-client')}>
        <Form.Item label="Client ID" name="clientId" rules={[{ required: true, message: 'Give the client’s ID.' }]}>
          <Input autoComplete="off" spellCheck={false} />
        </Form.Item>
        <Form.Item label="Client secret" name="clientSecret" rules={[{ required: true, message: 'Give its secret.' }]}>
          <Input.Password autoComplete="off" />
        </Form.Item>
        <Form.Item label="Scope (if it wants one)" name="scope">
          <Input autoComplete="off" spellCheck={false} />
        </Form.Item>
      </div>
    </>
  );
}

/** What was typed, without blanks about it; what was left blank is left out. */
function trimmed(values: FeedSourceInput): FeedSourceInput {
  const { address, ...others } = values;
  const kept = Object.entries(others).flatMap(([name, value]) =>
    typeof value === 'string' && value.trim() !== '' ? [[name, value.trim()]] : [],
  );
  return { address: address.trim(), ...(Object.fromEntries(kept) as Omit<FeedSourceInput, 'address'>) };
}
