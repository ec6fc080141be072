const { existsSync } = require('node:fs');

/** The same browser without what draws windows, where it is there: lighter on a busy machine. */
const SHELL = '/usr/bin/chromium-headless-shell';

module.exports = (config) => {
  process.env.CHROME_BIN = process.env.CHROME_BIN || (existsSync(SHELL) ? SHELL : '/usr/bin/chromium');
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher'), require('karma-coverage')],
    reporters: ['dots'],
    // A busy machine may leave the browser without the processor for a while; that is no failure of a spec.
    captureTimeout: 180_000,
    pingTimeout: 120_000,
    browserDisconnectTimeout: 60_000,
    browserNoActivityTimeout: 300_000,
    browserDisconnectTolerance: 2,
    client: { jasmine: { timeoutInterval: 30_000 } },
    browsers: ['Chromium'],
    customLaunchers: {
      Chromium: {
        base: 'ChromiumHeadless',
        flags: [
          '--no-sandbox',
          '--disable-gpu',
          '--disable-dev-shm-usage',
          '--no-first-run',
          '--disable-background-networking',
          '--disable-component-update',
          '--disable-sync',
        ],
      },
    },
    restartOnFileChange: false,
  });
};
