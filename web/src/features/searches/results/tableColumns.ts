import { columnResizingFeature, columnSizingFeature, tableFeatures } from '@tanstack/react-table';

export const features = tableFeatures({ columnSizingFeature, columnResizingFeature });
export type TableFeatures = typeof features;

/** The columns that are not the agent's own: what is new, and each journey's minutes, by the journey's number. */
export const NEWS = 'news';
export const JOURNEY = 'minutes ';
/** How likely a home comes within reach. */
export const CHANCE = 'chance';
