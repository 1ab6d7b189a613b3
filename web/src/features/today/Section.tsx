import type { ReactNode } from 'react';

/** A part of the day's column; where it holds nothing, what would stand there. */
export function Section({
  title,
  empty,
  children,
}: {
  readonly title: string;
  readonly empty: string | null;
  readonly children: ReactNode;
}) {
  return (
    <section className="today-section">
      <h2>{title}</h2>
      {empty ? <p className="soft today-empty">{empty}</p> : <ul className="row-list">{children}</ul>}
    </section>
  );
}
