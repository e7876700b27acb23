/** A month as one reads it, such as Nov 2026. @param month `YYYY-MM` */
export const monthName = (month: string): string =>
  new Date(`${month}-01T00:00:00Z`).toLocaleDateString('en-GB', { month: 'short', year: 'numeric', timeZone: 'UTC' });
