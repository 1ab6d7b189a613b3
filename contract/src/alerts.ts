import type { Cadence, Forecast, Tellable } from '@perambula/core';
import { patch, post, put } from './endpoint.js';

export interface AlertSettings {
  readonly cadence: Cadence;
  readonly tell: readonly Tellable[];
  /** Waits for the agent's look before anything is sent. */
  readonly held: boolean;
  readonly subject: string;
  readonly greeting: string;
}

export interface AlertState extends AlertSettings {
  readonly state: 'running' | 'paused' | 'stopped';
  /** ISO 8601; null while not running. */
  readonly nextDueAt: string | null;
}

export interface AlertPreview {
  readonly forecast: Forecast;
  readonly to: readonly { readonly name: string; readonly email: string; readonly confirmed: boolean }[];
  readonly subject: string;
  readonly homes: number;
  /** Homes that fit, but whose sellers allow no display on the internet. */
  readonly keptOff: number;
}

export const previewAlert = post('searches/:id/alert/preview').takes<AlertSettings>().gives<AlertPreview>();

export const startAlert = put('searches/:id/alert').takes<AlertSettings>().gives<AlertState>();

export const setAlertState = patch('searches/:id/alert').takes<Pick<AlertState, 'state'>>().gives<AlertState>();
