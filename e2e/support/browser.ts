import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { AxeBuilder } from '@axe-core/webdriverjs';
import { Builder, By, Key, type WebDriver, type WebElement, logging, until } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';

const FLAGS = [
  '--headless=new',
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
const PATIENCE_MS = 15_000;

/** A person at the real interface: finds things by what they say, waits for what should appear, never sleeps. */
export class Browser {
  private constructor(
    readonly driver: WebDriver,
    private readonly profile: string,
    readonly base: string,
  ) {}

  static async open(base: string, width = 1280, height = 800): Promise<Browser> {
    const profile = mkdtempSync(path.join(os.tmpdir(), 'ash-step-'));
    const options = new chrome.Options();
    options.setChromeBinaryPath('/usr/bin/chromium');
    options.addArguments(...FLAGS, `--user-data-dir=${profile}`);
    const preferences = new logging.Preferences();
    preferences.setLevel(logging.Type.BROWSER, logging.Level.ALL);
    options.setLoggingPrefs(preferences);
    const driver = await new Builder().forBrowser('chrome').setChromeOptions(options).setChromeService(new chrome.ServiceBuilder('/usr/bin/chromedriver')).build();
    const browser = new Browser(driver, profile, base);
    await browser.resize(width, height);
    return browser;
  }

  async resize(width: number, height: number): Promise<void> {
    await (this.driver as chrome.Driver).sendDevToolsCommand('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile: false });
  }

  async close(): Promise<void> {
    await this.driver.quit();
    rmSync(this.profile, { recursive: true, force: true });
  }

  async go(address: string): Promise<void> {
    await this.driver.get(`${this.base}${address}`);
  }

  async signIn(login: string, password: string): Promise<void> {
    await this.go('/sign-in');
    await this.type('Name you sign in with', login);
    await this.type('Password', password);
    await this.press('Sign in');
    await this.sees('Hands wanted');
  }

  /** The visible element matching a selector, waited for. */
  async find(selector: string): Promise<WebElement> {
    const element = await this.driver.wait(until.elementLocated(By.css(selector)), PATIENCE_MS, `nothing matches ${selector}`);
    await this.driver.wait(until.elementIsVisible(element), PATIENCE_MS, `${selector} stays hidden`);
    return element;
  }

  /** Waits until the page says this. */
  async sees(text: string): Promise<void> {
    await this.driver.wait(async () => (await this.text()).includes(text), PATIENCE_MS, `the page never says “${text}”`);
  }

  async text(): Promise<string> {
    const text = await this.driver.executeScript<string>('return document.body.innerText');
    return text.replaceAll('\u00a0', ' ').replace(/\s+/g, ' ');
  }

  /** Presses the button, link or option that says this. */
  async press(label: string): Promise<void> {
    const path = `//*[self::button or self::a or self::label][contains(normalize-space(.), ${quoted(label)})]`;
    await this.driver.wait(
      async () => {
        for (const element of await this.driver.findElements(By.xpath(path))) {
          if (!(await element.isDisplayed()) || !(await element.isEnabled())) continue;
          await this.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', element);
          try {
            await element.click();
            return true;
          } catch {
            continue;
          }
        }
        return false;
      },
      PATIENCE_MS,
      `nothing to press says “${label}”`,
    );
  }

  /** The field with this label. */
  async field(label: string): Promise<WebElement> {
    const path = `//label[starts-with(normalize-space(.), ${quoted(label)})]`;
    const found = await this.driver.wait(until.elementLocated(By.xpath(path)), PATIENCE_MS, `no field “${label}”`);
    return this.driver.findElement(By.id((await found.getAttribute('for')) ?? ''));
  }

  /** Types into a field and leaves it, as a person does. */
  async type(label: string, text: string): Promise<void> {
    const field = await this.field(label);
    await this.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', field);
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.TAB);
  }

  async choose(label: string, option: string): Promise<void> {
    const field = await this.field(label);
    await field.findElement(By.xpath(`.//option[contains(normalize-space(.), ${quoted(option)})]`)).click();
  }

  /** Waits until everything edited has reached the server. */
  async saved(): Promise<void> {
    await this.driver.wait(async () => (await this.driver.executeScript<number>('return Object.keys(localStorage).filter((key) => key.startsWith("ash-step.kept")).length')) === 0, PATIENCE_MS, 'edits were not saved');
  }

  async keys(...keys: string[]): Promise<void> {
    await this.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  }

  /** Faults of access that a machine can find on this page. */
  async accessFaults(): Promise<string[]> {
    const { violations } = await new AxeBuilder(this.driver).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']).analyze();
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
    return entries.filter((entry) => entry.level.value >= logging.Level.SEVERE.value && !/status of 4\d\d/.test(entry.message)).map((entry) => entry.message);
  }
}

function quoted(text: string): string {
  return text.includes("'") ? `"${text}"` : `'${text}'`;
}
