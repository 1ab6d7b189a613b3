import { ButtonLink } from '../../shared/ButtonLink.js';
import { useOpenFile } from '../../shared/openFile.js';

/** As many as one message has. */
const MOST = 30;

/** Goes on to a message with homes: to the client named, or to the one whose file lies open. */
export function SendHomes({ keys, clientId }: { readonly keys: readonly string[]; readonly clientId?: string | null }) {
  const open = useOpenFile().clientId;
  const to = clientId ?? open;
  if (keys.length === 0 || keys.length > MOST) return null;
  return <ButtonLink to={`/send?homes=${keys.join(',')}${to ? `&to=${to}` : ''}`}>Send …</ButtonLink>;
}
