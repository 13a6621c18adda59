// How Debian's Chromium is started, wherever something here drives it.

/** What the driver itself turns off; the browser heeds only the last list it is given. */
const DRIVER =
  'AvoidUnnecessaryBeforeUnloadCheckSync,DestroyProfileOnBrowserClose,HttpsUpgrades,HttpsFirstBalancedModeAutoEnable,LensOverlay,MediaRouter,PaintHolding,ThirdPartyStoragePartitioning,AvoidCorsURLLoaderRestartOnRedirect,OptimizationHints,NetworkTimeServiceQuerying,AimEnabled,PreconnectToSearch';
/** Pages of the browser's own address bar, which nobody sees: some 1.5 s of a processor for each window that is opened. */
const ADDRESS_BAR = 'WebUIOmniboxPopup,WebUIOmniboxAimPopup';

export const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
  `--disable-features=${DRIVER},${ADDRESS_BAR}`,
];
