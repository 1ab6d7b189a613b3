import { getDeployment } from '@perambula/contract';
import type { Deployment } from '@perambula/contract';
import { ask } from './http.js';

let known: Deployment | null = null;

/** What this copy of the application is: its county, zone and notice. Every page is drawn after it was read. */
export function deployment(): Deployment {
  if (!known) throw new Error('What this copy is has not been read yet.');
  return known;
}

export function setDeployment(to: Deployment): void {
  known = to;
}

export async function readDeployment(): Promise<void> {
  setDeployment(await ask(getDeployment));
}
