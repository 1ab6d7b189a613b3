import { initials } from './format.js';

const TONES = ['mulberry', 'tarn', 'ochre'] as const;

/** A client's initials in a tint of their own. */
export function Avatar({ name, small = false }: { readonly name: string; readonly small?: boolean }) {
  const tone = TONES[[...name].reduce((sum, letter) => sum + letter.charCodeAt(0), 0) % TONES.length] ?? 'mulberry';
  return (
    <span className={`avatar avatar-${tone} ${small ? 'avatar-small' : ''}`} aria-hidden="true">
      {initials(name)}
    </span>
  );
}
