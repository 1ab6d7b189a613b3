import type { FeedState } from '@perambula/contract';
import { App, Button, Form, Input } from 'antd';
import { useState } from 'react';
import { messageOf } from '../../shared/http.js';
import { useChooseFeed, useResetFeed } from './feed.api.js';

interface Values {
  readonly address: string;
  readonly token: string;
}

/** Reads another feed than the one that the server was started with, and goes back to that one. */
export function OtherFeed({ feed }: { readonly feed: FeedState }) {
  const [open, setOpen] = useState(false);
  const choose = useChooseFeed();
  const reset = useResetFeed();
  const { message } = App.useApp();
  const failed = (error: Error): void => void message.error(messageOf(error), 8);
  const submit = ({ address, token }: Values): void =>
    choose.mutate({ address: address.trim(), token: token.trim() }, { onSuccess: () => setOpen(false), onError: failed });
  if (!open)
    return (
      <p className="feed-actions">
        <Button size="small" onClick={() => setOpen(true)}>
          Read another feed …
        </Button>
        {feed.chosen && (
          <Button
            size="small"
            type="text"
            disabled={reset.isPending}
            onClick={() => reset.mutate(undefined, { onError: failed })}
          >
            Back to the feed that this came with
          </Button>
        )}
      </p>
    );
  return (
    <Form<Values> layout="vertical" className="feed-other" onFinish={submit} requiredMark={false}>
      <Form.Item label="Address of the feed’s service" name="address" rules={[{ required: true, message: 'Give its address.' }]}>
        <Input autoFocus placeholder="https://feed.example/odata" autoComplete="off" spellCheck={false} />
      </Form.Item>
      <Form.Item label="Token" name="token" rules={[{ required: true, message: 'Give the token that opens it.' }]}>
        <Input.Password autoComplete="off" />
      </Form.Item>
      <p className="tight">
        It is read from its beginning, and the listings of the feed before stay meanwhile. Once it was read you see how many of
        those it does not have, and agree that they are taken out, or go back; no alert misses anything. Your files’ listings
        stay.
      </p>
      <div className="feed-actions">
        <Button type="primary" htmlType="submit" disabled={choose.isPending}>
          {choose.isPending ? 'Asking it …' : 'Read this feed'}
        </Button>
        <Button onClick={() => setOpen(false)}>Leave it</Button>
      </div>
    </Form>
  );
}
