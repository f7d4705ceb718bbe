/** Debian's Chromium, headless and without anything that would call out. */
export const chromiumPath = process.env.CHROMIUM ?? '/usr/bin/chromium';

export const browserArguments = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
