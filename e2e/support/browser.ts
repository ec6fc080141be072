import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import axe, { type Result } from 'axe-core';
import { Builder, By, Key, type WebDriver, type WebElement, logging, until } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';
import { type Hand, type Way, handFor } from './hands.js';

const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-dev-shm-usage',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-quic',
  '--hide-scrollbars',
  '--force-device-scale-factor=1',
];
const PATIENCE_MS = 60_000;
/** What is waited for is looked for so often, ms. */
const LOOK_MS = 25;
/** A page is asked anew after so long, ms. */
const PAGE_MS = 2_000;
const SCREENS: Record<Way, [width: number, height: number]> = {
  mouse: [1280, 800],
  keyboard: [1280, 800],
  touch: [820, 1180],
};

/** What a browser is opened with. */
interface Opening {
  flags?: readonly string[];
  /** A device that keeps what is stored on it, and the app itself for when there is no network: fetching all of it takes as long as a whole page. */
  keeps?: boolean;
  /** Folder of what such a device has kept. */
  profile?: string;
}

/** The same browser without what draws windows: it starts in a fifth of the time. */
const SHELL = '/usr/bin/chromium-headless-shell';
const KEEPS_NO_APP = 'delete Navigator.prototype.serviceWorker';

/** A person at the real interface: finds things by what they say, waits for what should appear, never sleeps. */
export class Browser {
  private constructor(
    readonly driver: WebDriver,
    readonly hand: Hand,
    /** Folder of what stays on the device; null where nothing outlives the browser. */
    private readonly profile: string | null,
    readonly base: string,
  ) {}

  static async open(base: string, way: Way = 'mouse', opening: Opening = {}): Promise<Browser> {
    const { flags = [], keeps = false } = opening;
    const options = new chrome.Options();
    options.addArguments(...FLAGS, ...flags);
    const shell = !keeps && existsSync(SHELL);
    options.setChromeBinaryPath(shell ? SHELL : '/usr/bin/chromium');
    const profile = shell ? null : (opening.profile ?? mkdtempSync(path.join(os.tmpdir(), 'ash-step-')));
    if (profile) options.addArguments('--headless=new', `--user-data-dir=${profile}`);
    const preferences = new logging.Preferences();
    preferences.setLevel(logging.Type.BROWSER, logging.Level.ALL);
    options.setLoggingPrefs(preferences);
    const driver = await new Builder()
      .forBrowser('chrome')
      .setChromeOptions(options)
      .setChromeService(new chrome.ServiceBuilder('/usr/bin/chromedriver'))
      .build();
    lookOften(driver);
    const browser = new Browser(driver, handFor(way, driver), profile, base);
    if (!keeps) await browser.beforeEachPage(KEEPS_NO_APP);
    await browser.resize(...SCREENS[way]);
    if (way === 'touch')
      await browser.devTools('Emulation.setTouchEmulationEnabled', { enabled: true, maxTouchPoints: 5 });
    return browser;
  }

  async resize(width: number, height: number): Promise<void> {
    await this.devTools('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile: false });
  }

  /** The battery goes flat: nothing is closed, nothing is said. What was stored is there for the next to be opened on the same device. */
  async dies(): Promise<Browser> {
    spawnSync('pkill', ['-KILL', '-f', '--', `--user-data-dir=${this.profile}`]);
    await this.driver.quit().catch(() => undefined);
    return Browser.open(this.base, 'mouse', { keeps: true, profile: this.profile! });
  }

  /** Out of reach of the server, or back. */
  async offline(away: boolean): Promise<void> {
    await this.devTools('Network.enable', {});
    await this.devTools('Network.emulateNetworkConditions', {
      offline: away,
      latency: 0,
      downloadThroughput: -1,
      uploadThroughput: -1,
    });
  }

  async close(): Promise<void> {
    await this.driver.quit();
    if (this.profile) rmSync(this.profile, { recursive: true, force: true });
  }

  async go(address: string): Promise<void> {
    await this.driver.get(`${this.base}${address}`);
  }

  /** Goes to a page as a link of the app would, without loading it anew, and waits for what it shows. */
  async visit(address: string, shows: string): Promise<void> {
    await this.driver.executeScript(
      "history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'))",
      address,
    );
    await this.find(shows);
  }

  async signIn(login: string, password: string): Promise<void> {
    await this.go('/sign-in');
    await this.type('Name you sign in with', login);
    await this.type('Password', password);
    await this.press('Sign in');
    await this.find('.shelf');
  }

  /** The same past the door, as one who is signed in already. */
  async enter(login: string, password: string): Promise<void> {
    const { csrfToken } = (await (await fetch(`${this.base}/api/session`)).json()) as { csrfToken: string };
    const reply = await fetch(`${this.base}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'X-CSRF-Token': csrfToken },
      body: JSON.stringify({ login, password }),
    });
    if (!reply.ok) throw new Error(`${login} is not let in: ${reply.status}`);
    for (const cookie of reply.headers.getSetCookie()) {
      const [name, value] = cookie.split(';')[0]!.split(/=(.*)/s);
      await this.devTools('Network.setCookie', { url: this.base, name, value, httpOnly: true, sameSite: 'Strict' });
    }
    await this.go('/');
    await this.find('.shelf');
  }

  /** Address of a job that is on the board in front of the person, without its stage. */
  async jobAddress(tag: string): Promise<string> {
    const address = (): Promise<string | null> =>
      this.driver.executeScript(
        'return [...document.querySelectorAll("li a.tag")].find((link) => link.textContent.trim() === arguments[0])?.getAttribute("href") ?? null',
        tag,
      );
    const found = await this.driver.wait(address, PATIENCE_MS, `no job ${tag} on the board`);
    return found!.replace(/\/[a-z]+$/, '');
  }

  /** The visible element matching a selector, waited for. */
  async find(selector: string): Promise<WebElement> {
    const found = (): Promise<WebElement | null> =>
      this.driver.executeScript(
        `return [...document.querySelectorAll(arguments[0])].find(${IS_SEEN}) ?? null`,
        selector,
      );
    return (await this.driver.wait(found, PATIENCE_MS, `nothing to be seen matches ${selector}`))!;
  }

  /** An element that need not be seen, such as a file field behind its label. */
  async present(selector: string): Promise<WebElement> {
    return this.driver.wait(until.elementLocated(By.css(selector)), PATIENCE_MS, `nothing matches ${selector}`);
  }

  /** Waits until the page says this. */
  async sees(text: string): Promise<void> {
    await this.says([text], `the page never says “${text}”`);
  }

  /** Waits until the page says one of these, and gives the first it says. */
  async seesOneOf(...texts: string[]): Promise<string> {
    return this.says(texts, `the page says none of “${texts.join('”, “')}”`);
  }

  /** Looked for in the page, whenever something there changes: reading all of it from outside again and again slows it down. */
  private async says(texts: readonly string[], complaint: string): Promise<string> {
    const until = Date.now() + PATIENCE_MS;
    let why = '';
    while (Date.now() < until) {
      try {
        const said = await this.driver.executeAsyncScript<string | null>(SAYS_ONE_OF, texts, PAGE_MS);
        if (said !== null) return said;
      } catch (error) {
        // The page was left meanwhile.
        why = `: ${String(error)}`;
        await this.driver.sleep(LOOK_MS);
      }
    }
    throw new Error(complaint + why);
  }

  async text(): Promise<string> {
    const text = await this.driver.executeScript<string>('return document.body.innerText');
    return text.replaceAll('\u00a0', ' ').replace(/\s+/g, ' ');
  }

  /** Presses the button, link or option that says this. */
  async press(label: string): Promise<void> {
    const path = `//*[self::button or self::a or self::label or self::summary][contains(normalize-space(.), ${quoted(label)})]`;
    let refused = '';
    const pressed = async (): Promise<boolean> => {
      for (const element of await this.driver.executeScript<WebElement[]>(TO_PRESS, path)) {
        try {
          await this.hand.press(element);
          return true;
        } catch (error) {
          refused = `: ${String(error)}`;
        }
      }
      return false;
    };
    await this.driver.wait(pressed, PATIENCE_MS).catch(() => {
      throw new Error(`nothing to press says “${label}”${refused}`);
    });
  }

  /** Opens a part of the stage by the name on its line, if it is not open. */
  async part(name: string): Promise<void> {
    const line = By.xpath(`//ash-parts//h2/button[span[contains(@class, 'name')][normalize-space(.)=${quoted(name)}]]`);
    const opened = async (): Promise<boolean> => {
      const [found] = await this.driver.findElements(line);
      if (!found) return false;
      try {
        if ((await found.getAttribute('aria-expanded')) === 'true') return true;
        await this.hand.press(found);
      } catch {
        // The index was put in order meanwhile.
      }
      return false;
    };
    await this.driver.wait(opened, PATIENCE_MS, `no part “${name}” to open`);
  }

  /** Presses what matches a selector, however often the page draws it anew meanwhile. */
  async pressAt(selector: string): Promise<void> {
    const pressed = async (): Promise<boolean> => {
      const [element] = await this.driver.findElements(By.css(selector));
      if (!element) return false;
      return this.hand.press(element).then(
        () => true,
        () => false,
      );
    };
    await this.driver.wait(pressed, PATIENCE_MS, `nothing to press at ${selector}`);
  }

  /** Presses everything that matches, one after the other, until nothing is left to press; of that there is something. */
  async pressEach(locator: By, wanted: string, then: () => Promise<void> = () => Promise.resolve()): Promise<void> {
    await this.driver.wait(until.elementLocated(locator), PATIENCE_MS, wanted);
    for (;;) {
      const open = await this.driver.findElements(locator);
      if (open.length === 0) return;
      await this.hand.press(open[0]!);
      await this.driver.wait(
        async () => (await this.driver.findElements(locator)).length < open.length,
        PATIENCE_MS,
        wanted,
      );
      await then();
    }
  }

  /** The field with this label. */
  async field(label: string): Promise<WebElement> {
    const path = `//label[starts-with(normalize-space(.), ${quoted(label)})]`;
    const found = (): Promise<WebElement | null> => this.driver.executeScript(FIELD_OF, path);
    return (await this.driver.wait(found, PATIENCE_MS, `no field “${label}”`))!;
  }

  /** Types into a field and leaves it, as a person does. */
  async type(label: string, text: string): Promise<void> {
    await this.hand.type(await this.field(label), text, Key.TAB);
  }

  async choose(label: string, option: string): Promise<void> {
    await this.hand.choose(await this.field(label), option);
  }

  /** Waits until everything edited has reached the server. */
  async saved(): Promise<void> {
    const until = Date.now() + PATIENCE_MS;
    while (Date.now() < until) {
      // The page may be left meanwhile.
      const none = await this.driver.executeAsyncScript<boolean>(NOTHING_KEPT, PAGE_MS).catch(() => false);
      if (none) return;
    }
    throw new Error('what was done here was not acknowledged');
  }

  /** How many acts are kept in this browser and not acknowledged by the server. */
  async unsent(): Promise<number> {
    return (await this.kept()).length;
  }

  /** The acts kept in this browser. */
  async kept(): Promise<unknown[]> {
    return this.driver.executeAsyncScript<unknown[]>(
      "const done = arguments[0]; const open = indexedDB.open('ash-step'); open.onsuccess = () => { const all = open.result.transaction('commands').objectStore('commands').getAll(); all.onsuccess = () => { open.result.close(); done(all.result); }; }",
    );
  }

  /** Another tab in front of this page, or this one in front again. */
  async lookAway(away: boolean): Promise<void> {
    await this.driver.executeScript(
      "Object.defineProperty(document, 'visibilityState', { value: arguments[0], configurable: true }); document.dispatchEvent(new Event('visibilitychange'))",
      away ? 'hidden' : 'visible',
    );
  }

  async keys(...keys: string[]): Promise<void> {
    await this.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  }

  /** Runs this in every page from now on, before the page's own scripts. */
  async beforeEachPage(source: string): Promise<void> {
    await this.devTools('Page.addScriptToEvaluateOnNewDocument', { source });
  }

  private async devTools(command: string, parameters: object): Promise<void> {
    await (this.driver as chrome.Driver).sendDevToolsCommand(command, parameters);
  }

  /** Faults of access that a machine can find on this page. */
  async accessFaults(): Promise<string[]> {
    if (!(await this.driver.executeScript<boolean>('return "axe" in window')))
      await this.driver.executeScript(axe.source);
    const violations = await this.driver.executeAsyncScript<Result[]>(LOOK_THROUGH, [
      'wcag2a',
      'wcag2aa',
      'wcag21a',
      'wcag21aa',
    ]);
    return violations.map(
      (v) =>
        `${v.id}: ${v.help} (${v.nodes
          .slice(0, 3)
          .map((node) => node.html.slice(0, 160))
          .join(' | ')})`,
    );
  }

  /** What the browser complained of; requests refused on purpose are not faults. */
  async complaints(): Promise<string[]> {
    const entries = await this.driver.manage().logs().get(logging.Type.BROWSER);
    return entries
      .filter((entry) => entry.level.value >= logging.Level.SEVERE.value && !/status of 4\d\d/.test(entry.message))
      .map((entry) => entry.message);
  }
}

/** Whether an element is on the page to be seen. */
const IS_SEEN = '((element) => element.checkVisibility({ opacityProperty: true, visibilityProperty: true }) && element.getClientRects().length > 0)'; // prettier-ignore

/** What there is to press at an XPath: seen, and not switched off. */
const TO_PRESS = `
  const all = document.evaluate(arguments[0], document, null, XPathResult.ORDERED_NODE_SNAPSHOT_TYPE, null);
  return Array.from({ length: all.snapshotLength }, (_, i) => all.snapshotItem(i)).filter(${IS_SEEN}).filter((element) => !element.matches(':disabled'));
`;

/** The field of the first label at an XPath. */
const FIELD_OF = `
  return document.evaluate(arguments[0], document, null, XPathResult.FIRST_ORDERED_NODE_TYPE, null).singleNodeValue?.control ?? null;
`;

/** Whether nothing is kept in this browser, or comes to be within so long. */
const NOTHING_KEPT = `
  const [patience, done] = arguments;
  const late = Date.now() + patience;
  const open = indexedDB.open('ash-step');
  open.onsuccess = () => {
    const end = (none) => { open.result.close(); done(none); };
    const look = () => {
      const count = open.result.transaction('commands').objectStore('commands').count();
      count.onsuccess = () => count.result === 0 ? end(true) : Date.now() > late ? end(false) : setTimeout(look, ${LOOK_MS});
    };
    look();
  };
`;

const SAYS_ONE_OF = `
  const [texts, patience, done] = arguments;
  const look = () => {
    const page = document.body.innerText.replaceAll('\u00a0', ' ').replace(/\\s+/g, ' ');
    return texts.find((text) => page.includes(text)) ?? null;
  };
  const first = look();
  if (first !== null) return done(first);
  let due = false;
  const watch = new MutationObserver(() => {
    if (!due) setTimeout(() => { due = false; const said = look(); if (said !== null) end(said); }, ${LOOK_MS});
    due = true;
  });
  const end = (said) => { watch.disconnect(); clearTimeout(late); done(said); };
  const late = setTimeout(() => end(look()), patience);
  watch.observe(document, { subtree: true, childList: true, characterData: true, attributes: true });
`;

/** Nothing is fetched for it, and of what it finds only what is told comes back. */
const LOOK_THROUGH = `
  const [tags, done] = arguments;
  axe.run(document, { resultTypes: ['violations'], runOnly: { type: 'tag', values: tags }, preload: false, elementRef: false })
    .then(({ violations }) => done(violations), (error) => done([{ id: 'axe', help: String(error), nodes: [] }]));
`;

/** The driver's own waiting looks five times a second. */
function lookOften(driver: WebDriver): void {
  const wait = driver.wait.bind(driver) as (
    condition: unknown,
    timeout?: number,
    message?: string,
    poll?: number,
  ) => ReturnType<WebDriver['wait']>;
  driver.wait = ((condition: unknown, timeout?: number, message?: string, poll = LOOK_MS) =>
    wait(condition, timeout, message, poll)) as WebDriver['wait'];
}

function quoted(text: string): string {
  return text.includes("'") ? `"${text}"` : `'${text}'`;
}
