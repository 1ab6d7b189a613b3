import { get } from './endpoint.js';

/** What this copy of the application is, for whoever asks, also before a sign-in. */
export interface Deployment {
  /** The county that it serves. */
  readonly place: string;
  /** The county's time zone, by its IANA name. */
  readonly zone: string;
  /** What must stand beside listings, by the source that they come from. */
  readonly notice: string;
  /** Whether its clock can be moved and its mail is read in it. */
  readonly isDemo: boolean;
  /** Whether nobody has an account yet. */
  readonly isNew: boolean;
}

export const getDeployment = get('deployment').gives<Deployment>();
