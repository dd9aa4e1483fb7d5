import { chromium } from '../scripts/chromium.mjs'

/** How Chromium is started for tests and measurements: quiet on the network. */
export const browser = {
  executablePath: chromium,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}
