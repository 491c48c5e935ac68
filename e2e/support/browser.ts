/** Debian's Chromium, without its talk to the outside. */
export const browser = {
  browserName: 'chromium' as const,
  viewport: { width: 1280, height: 800 },
  timezoneId: 'Europe/Berlin',
  locale: 'en-GB',
  // What a test holds back must not go round by the worker; the one that is about it lets it in.
  serviceWorkers: 'block' as const,
  launchOptions: {
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  },
}
