import { PASSWORDS, RunningApp } from './app.js';
import { Browser } from './browser.js';

/** What a suite works with: the demo served, a technician signed in, and the address of the patrol launch's sheet without its stage. */
export interface Scene {
  app: RunningApp;
  base: string;
  browser: Browser;
  launch: string;
}

/**
 * Sets the scene before the specs of the suite it is called in, and clears it away after them.
 * @param keeps whether the browser is a device that keeps what is stored on it, and the app
 */
export function setScene(keeps = false): Scene {
  const scene = {} as Scene;
  beforeAll(async () => {
    scene.app = await RunningApp.start();
    scene.base = await scene.app.serve();
    scene.browser = await Browser.open(scene.base, 'mouse', { keeps });
    await scene.browser.enter('ilse', PASSWORDS.ilse);
    scene.launch = await scene.browser.jobAddress('PL-2');
  }, 300_000);
  afterAll(async () => {
    await scene.browser?.close();
    await scene.app?.stop();
  }, 60_000);
  return scene;
}
