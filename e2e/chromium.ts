/** How Debian's Chromium is started where it may run as root and without a graphics card. */
export const chromiumFlags = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
];
