module.exports = (config) => {
  process.env.CHROME_BIN = process.env.CHROME_BIN || '/usr/bin/chromium';
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher'), require('karma-coverage')],
    reporters: ['progress'],
    browsers: ['Chromium'],
    customLaunchers: {
      Chromium: {
        base: 'ChromiumHeadless',
        flags: ['--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
      },
    },
    restartOnFileChange: false,
  });
};
