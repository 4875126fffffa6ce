import { existsSync } from 'node:fs';

/** Debian's Chromium in the form that draws no windows, which takes a seventh less of a processor; with them where that is not there. */
const executables = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];

/** What Playwright turns off itself: the last list that Chromium reads is the one that counts. */
const asPlaywright = [
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsUpgrades',
  'HttpsFirstBalancedModeAutoEnable',
  'LensOverlay',
  'MediaRouter',
  'PaintHolding',
  'ThirdPartyStoragePartitioning',
  'AvoidCorsURLLoaderRestartOnRedirect',
  'OptimizationHints',
  'NetworkTimeServiceQuerying',
  'AimEnabled',
  'PreconnectToSearch',
];

/** Pages of the browser's own that nobody sees without a monitor: two for each visitor, each a second and more of work. */
const ownWindows = ['WebUIOmniboxPopup', 'WebUIOmniboxAimPopup', 'PreloadTopChromeWebUI'];

/** How Debian's Chromium is started, for tests, pictures and measurements: without a monitor, and without a word to the network. */
export const chromiumOptions = {
  executablePath: process.env.CHROMIUM ?? executables.find(existsSync),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    `--disable-features=${[...asPlaywright, ...ownWindows].join(',')}`,
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
