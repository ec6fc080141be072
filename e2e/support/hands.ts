import { By, Key, type WebDriver, type WebElement } from 'selenium-webdriver';
import type { Driver as ChromeDriver } from 'selenium-webdriver/chrome.js';

/** Smallest side of a target that a gloved finger can hit, CSS px. */
const TAP_PX = 44;
const MOST_STOPS = 250;

export type Way = 'mouse' | 'keyboard' | 'touch';

/** One way of working the interface: how a person presses, types into, chooses from and pulls at what is on the page. */
export interface Hand {
  press(element: WebElement): Promise<void>;
  /** Replaces what the field says, then leaves it with the given key. */
  type(field: WebElement, text: string, end: string): Promise<void>;
  choose(select: WebElement, option: string): Promise<void>;
  /** Pulls a grip to the right. */
  pull(grip: WebElement): Promise<void>;
  /** Carries one thing onto another. */
  carry(grip: WebElement, onto: WebElement): Promise<void>;
  /** Presses a place on the page, wherever it lies. */
  pressPlace(at: Place): Promise<void>;
}

export function handFor(way: Way, driver: WebDriver): Hand {
  return way === 'mouse' ? new Mouse(driver) : way === 'keyboard' ? new Keyboard(driver) : new Touch(driver);
}

const opening = async (element: WebElement): Promise<string> =>
  (await element.getAttribute('outerHTML'))?.slice(0, 200) ?? '';
const SELECT_ALL = Key.chord(Key.CONTROL, 'a');
const bringIn = (driver: WebDriver, element: WebElement): Promise<void> =>
  driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', element);

interface Place {
  x: number;
  y: number;
}

const middle = (driver: WebDriver, element: WebElement): Promise<Place> =>
  driver.executeScript(
    'const r = arguments[0].getBoundingClientRect(); return { x: r.x + r.width / 2, y: r.y + r.height / 2 }',
    element,
  );

/** Places a hand passes on its way. */
const stops = (from: Place, to: Place): Place[] =>
  [0.1, 0.3, 0.5, 0.7, 0.9, 1, 1].map((part) => ({
    x: from.x + part * (to.x - from.x),
    y: from.y + part * (to.y - from.y),
  }));

class Mouse implements Hand {
  constructor(private readonly driver: WebDriver) {}

  async press(element: WebElement): Promise<void> {
    await bringIn(this.driver, element);
    await element.click();
  }

  async type(field: WebElement, text: string, end: string): Promise<void> {
    await bringIn(this.driver, field);
    await field.sendKeys(SELECT_ALL, text, end);
  }

  async choose(select: WebElement, option: string): Promise<void> {
    await bringIn(this.driver, select);
    await select.findElement(By.xpath(`./option[starts-with(normalize-space(.), "${option}")]`)).click();
  }

  async pull(grip: WebElement): Promise<void> {
    await this.driver.actions().dragAndDrop(grip, { x: 40, y: 0 }).perform();
  }

  async carry(grip: WebElement, onto: WebElement): Promise<void> {
    await bringIn(this.driver, grip);
    const [from, to] = [await middle(this.driver, grip), await middle(this.driver, onto)];
    const steps = stops(from, to).reduce(
      (actions, at) => actions.move({ x: Math.round(at.x), y: Math.round(at.y), duration: 20 }),
      this.driver
        .actions()
        .move({ x: Math.round(from.x), y: Math.round(from.y) })
        .press(),
    );
    await steps.release().perform();
  }

  async pressPlace(at: Place): Promise<void> {
    await this.driver.actions().move(at).click().perform();
  }
}

/** Never touches a pointer: what cannot be reached by Tab and arrows, or shows no focus, cannot be used. */
class Keyboard implements Hand {
  constructor(private readonly driver: WebDriver) {}

  async press(element: WebElement): Promise<void> {
    const control =
      (await this.driver.executeScript<WebElement | null>(
        'return arguments[0].tagName === "LABEL" ? arguments[0].control : arguments[0]',
        element,
      )) ?? element;
    const kind = await this.driver.executeScript<string>('return arguments[0].type ?? arguments[0].tagName', control);
    await this.reach(control);
    // Arrows take an alternative as they come to it; the first of those of which none is taken is taken by the space bar.
    if (kind === 'radio' && (await control.isSelected())) return;
    await this.keys(kind === 'checkbox' || kind === 'radio' ? Key.SPACE : Key.ENTER);
  }

  async type(field: WebElement, text: string, end: string): Promise<void> {
    await this.reach(field);
    await field.sendKeys(SELECT_ALL, text, end);
  }

  async choose(select: WebElement, option: string): Promise<void> {
    await this.reach(select);
    await this.keys(option);
  }

  async pull(grip: WebElement): Promise<void> {
    await this.reach(grip);
    await this.keys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
  }

  async carry(): Promise<void> {
    throw new Error('nothing is carried by keyboard: press the arrows on its grip');
  }

  async pressPlace(): Promise<void> {
    throw new Error('no place is pressed by keyboard: go there by arrows');
  }

  /** Goes from where the focus is to the target by Tab; inside a group of alternatives or rows by the arrows. */
  private async reach(target: WebElement): Promise<void> {
    let before = '';
    for (let stop = 0; stop < MOST_STOPS; stop++) {
      const [way, from] = await this.driver.executeScript<[string, string]>(WHERE, target);
      if (way === 'there') return this.showsFocus(target);
      if (OPPOSITE[way!] === before) break;
      before = from === 'BODY' ? '' : way!;
      if (way === 'tab') await this.keys(Key.TAB);
      else if (way === 'back')
        await this.driver.actions().keyDown(Key.SHIFT).sendKeys(Key.TAB).keyUp(Key.SHIFT).perform();
      else await this.keys(way === 'down' ? Key.ARROW_DOWN : Key.ARROW_UP);
    }
    throw new Error(`cannot be reached by keyboard: ${await opening(target)}`);
  }

  private async showsFocus(target: WebElement): Promise<void> {
    if (!(await this.driver.executeScript<boolean>(FOCUS_SHOWN, target)))
      throw new Error(`shows no focus: ${await opening(target)}`);
  }

  private async keys(...keys: string[]): Promise<void> {
    await this.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  }
}

const OPPOSITE: Record<string, string> = { tab: 'back', back: 'tab', down: 'up', up: 'down' };

/** Which key brings the focus nearer to the target. */
const WHERE = `
  const target = arguments[0];
  const here = document.activeElement;
  if (here === target) return ['there', here.tagName];
  const group = target.type === 'radio' && here.type === 'radio' && here.name === target.name;
  const after = !!(here.compareDocumentPosition(target) & Node.DOCUMENT_POSITION_FOLLOWING);
  return [group ? (after ? 'down' : 'up') : after ? 'tab' : 'back', here.tagName];
`;

const FOCUS_SHOWN = `
  const target = arguments[0];
  const marked = (element) => {
    const style = getComputedStyle(element);
    return (style.outlineStyle !== 'none' && parseFloat(style.outlineWidth) > 0) || style.boxShadow !== 'none';
  };
  return target.matches(':focus-visible') && [target, ...(target.labels ?? []), ...target.querySelectorAll('*')].some(marked);
`;

/** Fingers on glass: every target must be large enough for a glove and lie free under the finger. */
export class Touch implements Hand {
  constructor(private readonly driver: WebDriver) {}

  async press(element: WebElement): Promise<void> {
    const at = await this.aim(element);
    await this.fingers('touchStart', [at]);
    await this.fingers('touchEnd', []);
  }

  /** A date is picked in the tablet's own dialogue, which stands outside the page; its digits are typed instead. */
  async type(field: WebElement, text: string, end: string): Promise<void> {
    if ((await field.getAttribute('type')) === 'datetime-local') await this.aim(field);
    else await this.press(field);
    await field.sendKeys(SELECT_ALL, text, end);
  }

  async choose(select: WebElement, option: string): Promise<void> {
    await this.aim(select);
    await select.sendKeys(option);
  }

  /** Where the finger goes, once the target is known to be large enough and free. */
  private async aim(element: WebElement): Promise<{ x: number; y: number }> {
    const { x, y, width, height, free } = await this.driver.executeScript<Aim>(AIM, element);
    if (Math.min(width, height) < TAP_PX - 0.5)
      throw new Error(
        `too small for a finger, ${width.toFixed(0)} × ${height.toFixed(0)} px: ${await opening(element)}`,
      );
    if (!free) throw new Error(`covered: ${await opening(element)}`);
    return { x, y };
  }

  async pull(grip: WebElement): Promise<void> {
    await bringIn(this.driver, grip);
    const { x, y } = await this.box(grip);
    await this.fingers('touchStart', [{ x, y }]);
    for (const dx of [10, 20, 30, 40]) await this.fingers('touchMove', [{ x: x + dx, y }]);
    await this.fingers('touchEnd', []);
  }

  async carry(grip: WebElement, onto: WebElement): Promise<void> {
    const from = await this.aim(grip);
    const to = await middle(this.driver, onto);
    await this.fingers('touchStart', [from]);
    for (const at of stops(from, to)) await this.fingers('touchMove', [at]);
    await this.fingers('touchEnd', []);
  }

  async pressPlace(at: Place): Promise<void> {
    await this.fingers('touchStart', [at]);
    await this.fingers('touchEnd', []);
  }

  /** Two fingers on an element, drawn apart by a factor. */
  async spread(element: WebElement, factor: number): Promise<void> {
    await bringIn(this.driver, element);
    const { x, y } = await this.box(element);
    const pair = (half: number): { x: number; y: number; id: number }[] => [
      { x: x - half, y, id: 1 },
      { x: x + half, y, id: 2 },
    ];
    await this.fingers('touchStart', pair(40));
    for (const part of [0.25, 0.5, 0.75, 1]) await this.fingers('touchMove', pair(40 * (1 + (factor - 1) * part)));
    await this.fingers('touchEnd', []);
  }

  /** Middle and size. */
  private async box(element: WebElement): Promise<{ x: number; y: number; width: number; height: number }> {
    return this.driver.executeScript(
      'const r = arguments[0].getBoundingClientRect(); return { x: r.x + r.width / 2, y: r.y + r.height / 2, width: r.width, height: r.height }',
      element,
    );
  }

  private async fingers(type: string, touchPoints: { x: number; y: number; id?: number }[]): Promise<void> {
    await (this.driver as ChromeDriver).sendDevToolsCommand('Input.dispatchTouchEvent', { type, touchPoints });
  }
}

interface Aim extends Place {
  width: number;
  height: number;
  /** Whether it is what lies under the finger there. */
  free: boolean;
}

const AIM = `
  const target = arguments[0];
  target.scrollIntoView({ block: 'center' });
  const r = target.getBoundingClientRect();
  const at = { x: r.x + r.width / 2, y: r.y + r.height / 2 };
  const found = document.elementFromPoint(at.x, at.y);
  return { ...at, width: r.width, height: r.height, free: !!found && (target.contains(found) || found.contains(target)) };
`;
