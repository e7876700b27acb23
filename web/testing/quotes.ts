/** A sent quote as it stands in a list. */
export const quote = (number: number) => ({
  id: `q${number}`,
  siteId: 's',
  site: `Barn ${number}`,
  number,
  revision: 1,
  state: 'sent',
  sentAt: '2026-11-20',
  validUntil: null,
  gross: 100_000,
  currency: 'ZAR',
  nextOn: null,
  decidedBecause: '',
});
