import { post } from './endpoint.js';

/** A page that failed, without anything of what stood on it. */
export interface BrokenPage {
  readonly page: string;
  readonly error: string;
  readonly stack: string;
}

export const reportBroken = post('reports').takes<BrokenPage>().gives<object>();
