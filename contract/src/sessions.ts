import { get, post, remove } from './endpoint.js';

export interface Agent {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly phone: string;
  readonly officeName: string;
  readonly postalAddress: string;
  readonly licenseNumber: string;
  /** An administrator sees to the feed and to what holds for the whole office. */
  readonly role: 'administrator' | 'agent';
}

export const signIn = post('session').takes<{ readonly email: string; readonly password: string }>().gives<Agent>();

/** The first account of a copy that has none: an administrator's, made with the code that the server printed. */
export const makeFirstAgent = post('session/first')
  .takes<Omit<Agent, 'id' | 'role'> & { readonly code: string; readonly password: string }>()
  .gives<Agent>();

export const getAgent = get('session').gives<Agent>();

export const signOut = remove('session').gives<object>();

/** What the demo is signed in to with, where it may be told. */
export const getDemoAccount = get('session/demo').gives<{
  readonly account: { readonly email: string; readonly password: string } | null;
}>();
