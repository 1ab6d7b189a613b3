import './broken.css';
import { useEffect } from 'react';
import { useRevalidator, useRouteError } from 'react-router';
import { report } from './report.js';

/**
 * What stands in place of a page that failed. What was being edited is kept outside the page, and is there again with it.
 *
 * @param home  where to go instead; none for pages that a link alone leads to
 */
export function Broken({ home }: { readonly home?: { readonly to: string; readonly label: string } }) {
  const error = useRouteError();
  const { revalidate } = useRevalidator();
  useEffect(() => report(error), [error]);
  // a part of the application that could not be fetched comes with the whole page anew
  const again = (): void => (isOfLoading(error) ? window.location.reload() : void revalidate());
  return (
    <section className="broken" role="alert">
      <h1>This page could not be shown</h1>
      <p>Something in it failed, and we have been told. What you were working on is kept.</p>
      <p className="broken-ways">
        <button type="button" className="broken-again" onClick={again}>
          Try again
        </button>
        {home && (
          // the whole page anew, whatever state it was in
          <a href={home.to}>{home.label}</a>
        )}
      </p>
    </section>
  );
}

function isOfLoading(error: unknown): boolean {
  return error instanceof TypeError && /import|fetch|load/i.test(error.message);
}
