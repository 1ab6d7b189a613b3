import './broken.css';
import { StrictMode } from 'react';
import type { ReactNode } from 'react';
import { createRoot } from 'react-dom/client';
import { readDeployment } from './deployment.js';
import { messageOf } from './http.js';

/** Draws the application once it is known what this copy is; where that cannot be read, says so and tries again. */
export async function begin(application: ReactNode): Promise<void> {
  const root = createRoot(document.getElementById('root') as HTMLElement);
  const draw = async (): Promise<void> => {
    try {
      await readDeployment();
      root.render(<StrictMode>{application}</StrictMode>);
    } catch (error) {
      root.render(<NotReached why={messageOf(error)} onAgain={() => void draw()} />);
    }
  };
  await draw();
}

function NotReached({ why, onAgain }: { readonly why: string; readonly onAgain: () => void }) {
  return (
    <section className="broken" role="alert">
      <h1>Perambula cannot be reached</h1>
      <p>{why}</p>
      <p className="broken-ways">
        <button type="button" className="broken-again" onClick={onAgain}>
          Try again
        </button>
      </p>
    </section>
  );
}
