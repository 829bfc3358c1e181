import type { Format } from './format.js';

/** The report as it is documented. */
export const json: Format = {
  name: 'json',
  write: (report) => `${JSON.stringify(report, null, 2)}\n`,
};
