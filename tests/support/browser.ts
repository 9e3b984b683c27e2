import { type Browser, chromium } from 'playwright-core'

/** Debian's Chromium without a window, without background traffic, and with no name but loopback. */
export function launch(): Promise<Browser> {
  return chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--disable-default-apps',
      '--no-proxy-server',
      // A made-up camera, and no question about it.
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      '--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1',
    ],
  })
}
