import { Chart, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js';
import { COLOUR, FONT } from './tokens.js';

/** What every chart is made of, in the palette’s own type. Imported by each for what it does. */
Chart.register(LinearScale, LineElement, PointElement, Tooltip);
Chart.defaults.font.family = FONT.text;
Chart.defaults.font.size = 11;
Chart.defaults.color = COLOUR.soft;

/** A price on an axis: "$450k". */
export const thousandsOfDollars = (value: number | string): string =>
  `$${Math.round(Number(value) / 1000).toLocaleString('en-US')}k`;
