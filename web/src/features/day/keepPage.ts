import type { KeptDay } from './kept.js';

/** How the page itself is kept: not known yet, kept, or why it is not. */
export type PageKept = 'unknown' | 'kept' | 'notSecure' | 'failed';

/** Has the page and all pictures of the kept days kept for when there is no network. Gives whether they are. */
export async function keepPage(days: readonly KeptDay[]): Promise<PageKept> {
  // browsers keep pages of encrypted addresses, and of this machine's own, only; what TypeScript takes for always there is not
  const workers = (navigator as { readonly serviceWorker?: ServiceWorkerContainer }).serviceWorker;
  if (!workers) return 'notSecure';
  try {
    await workers.register('/day/worker.js');
    const { active } = await workers.ready;
    const answer = new Promise<boolean>((resolve) => {
      workers.addEventListener('message', ({ data }: MessageEvent<{ readonly isKept: boolean }>) => resolve(data.isKept), {
        once: true,
      });
    });
    active?.postMessage({ page: ownFiles(), pictures: picturesOf(days) });
    return (await answer) ? 'kept' : 'failed';
  } catch {
    return 'failed';
  }
}

function ownFiles(): string[] {
  const loaded = performance.getEntriesByType('resource').map(({ name }) => new URL(name));
  const own = loaded.filter(({ origin, pathname }) => origin === location.origin && pathname.startsWith('/assets/'));
  return [...new Set(own.map(({ pathname }) => pathname))];
}

function picturesOf(days: readonly KeptDay[]): string[] {
  return days.flatMap(({ day }) => [
    ...day.homes.map(({ listingKey }) => `/media/${listingKey}/0.svg`),
    ...day.notes.flatMap(({ id, kind }) => (kind === 'photograph' ? [`/api/rounds/${day.id}/notes/${id}/picture`] : [])),
  ]);
}
