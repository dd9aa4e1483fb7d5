import { existsSync } from 'node:fs'

/** Debian's Chromium: the one without a window, which is a third quicker, where it is installed. */
const installed = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium']

/** How Chromium is started for tests and measurements: quiet on the network. */
export const browser = {
  executablePath: process.env.CHROMIUM ?? installed.find((path) => existsSync(path)),
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
