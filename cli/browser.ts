/** How Debian's Chromium is started where there is no monitor, no GPU and no network. */
export const BROWSER_FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
