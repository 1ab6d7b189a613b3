import { Button, Spin } from 'antd';
import type { ReactNode } from 'react';
import { messageOf } from './http.js';

/** What stands where an answer is awaited, failed, or came empty. */
export function Waiting({ what }: { readonly what: string }) {
  return (
    <div className="waiting" role="status">
      <Spin size="small" /> {what}
    </div>
  );
}

export function Failed({ error, retry }: { readonly error: unknown; readonly retry: () => void }) {
  return (
    <div className="waiting" role="alert">
      <p>{messageOf(error)}</p>
      <Button onClick={retry}>Try again</Button>
    </div>
  );
}

export function Empty({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <div className="empty">
      <h3>{title}</h3>
      <div>{children}</div>
    </div>
  );
}
