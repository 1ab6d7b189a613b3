import { Button } from 'antd';
import type { ReactNode } from 'react';
import { useHref, useNavigate } from 'react-router';

/** A link that looks like a button: it opens within the page, and in another tab as links do. */
export function ButtonLink({ to, children }: { readonly to: string; readonly children: ReactNode }) {
  const href = useHref(to);
  const navigate = useNavigate();
  return (
    <Button
      href={href}
      onClick={(event) => {
        if (event.ctrlKey || event.metaKey || event.shiftKey) return;
        event.preventDefault();
        void navigate(to);
      }}
    >
      {children}
    </Button>
  );
}
