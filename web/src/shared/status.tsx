import { COLOUR } from './tokens.js';

const M = COLOUR.mulberry;

/** A status's mark, told by its shape: a 16 × 16 drawing, the same in lists and on the map. */
function drawing(status: string): string {
  switch (status) {
    case 'Active':
      return `<circle cx="8" cy="8" r="6" fill="${M}"/>`;
    case 'Coming Soon':
      return `<circle cx="8" cy="8" r="4.9" fill="#fff" stroke="${M}" stroke-width="2.4"/>`;
    case 'Active Under Contract':
      return `<circle cx="8" cy="8" r="6" fill="${M}"/><path d="M1 8h14" stroke="#fff" stroke-width="2.4"/>`;
    case 'Pending':
      return `<circle cx="8" cy="8" r="5.2" fill="#fff" stroke="${M}" stroke-width="1.9"/><circle cx="8" cy="8" r="2" fill="${M}"/>`;
    case 'Closed':
      return `<rect x="2.8" y="2.8" width="10.4" height="10.4" fill="${COLOUR.ink}"/>`;
    default:
      return `<path d="M3.5 3.5l9 9m0-9l-9 9" stroke="${COLOUR.ink}" stroke-width="2.4" stroke-linecap="round"/>`;
  }
}

/** The mark as an image's address, with a white rim so that it stands out on a map. */
export function markSource(status: string, rim = false): string {
  const halo = rim && status !== 'Closed' ? '<circle cx="8" cy="8" r="7.6" fill="#fff"/>' : '';
  return `data:image/svg+xml,${encodeURIComponent(`<svg xmlns="http://www.w3.org/2000/svg" width="16" height="16" viewBox="0 0 16 16">${halo}${drawing(status)}</svg>`)}`;
}

/** A status by its mark and its own name. */
export function Status({ status }: { readonly status: string }) {
  return (
    <span className="status">
      <img src={markSource(status)} alt="" width={12} height={12} />
      {status === 'Active Under Contract' ? 'Active under contract' : status === 'Coming Soon' ? 'Coming soon' : status}
    </span>
  );
}
