/** A headless Chromium of a given size, and what a person does with it. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Builder, By, Key, logging, type WebDriver, type WebElement } from 'selenium-webdriver';
import { Options, ServiceBuilder, type Driver } from 'selenium-webdriver/chrome.js';

export type Size = Readonly<{ width: number; height: number; mobile: boolean }>;
export const DESKTOP: Size = { width: 1280, height: 800, mobile: false };
export const PHONE: Size = { width: 390, height: 844, mobile: true };
/** Long, for a busy machine: waits end as soon as what they wait for is there. */
const PATIENCE_MS = 150_000;
/** What a phone sends again and again goes after some tries of ten seconds, and then a minute. */
const SENDING_MS = 200_000;

export type Browser = Awaited<ReturnType<typeof openBrowser>>;

type Chromium = Readonly<{ driver: WebDriver & Driver; profile: string }>;
/** Browsers of this test file that nobody uses just now: scripts they have loaded stay warm. */
const idle: Chromium[] = [];
/** Outside tests, and when a test file is over, a browser that is put down is ended. */
let isKept = false;
if (typeof afterAll === 'function') {
  isKept = true;
  afterAll(async () => {
    isKept = false;
    await Promise.all(idle.splice(0).map(end));
  });
}
async function end({ driver, profile }: Chromium): Promise<void> {
  await driver.quit();
  rmSync(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 100 });
}
/** Nothing of what a person did is left: signed out, nothing kept on the device, nothing in the console. */
async function forget({ driver }: Chromium, origin: string): Promise<void> {
  await driver.get('about:blank');
  await driver.sendDevToolsCommand('Network.clearBrowserCookies', {});
  await driver.sendDevToolsCommand('Storage.clearDataForOrigin', { origin, storageTypes: 'all' });
  await driver.manage().logs().get(logging.Type.BROWSER);
}

async function startBrowser(): Promise<Chromium> {
  const profile = mkdtempSync(path.join(tmpdir(), 'chromium-'));
  const options = new Options();
  // the test of TLS signs for itself
  options.setAcceptInsecureCerts(true);
  options.setChromeBinaryPath('/usr/bin/chromium');
  options.addArguments(
    '--headless=new',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-dev-shm-usage',
    '--force-device-scale-factor=1',
    '--hide-scrollbars',
    `--user-data-dir=${profile}`,
  );
  const preferences = new logging.Preferences();
  preferences.setLevel(logging.Type.BROWSER, logging.Level.ALL);
  options.setLoggingPrefs(preferences);
  const driver = (await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder('/usr/bin/chromedriver'))
    .build()) as WebDriver & Driver;
  return { driver, profile };
}

/**
 * The first element of those found by CSS or XPath that a person sees; an entry of a closed list is seen with its list. Asked
 * in the page itself: the driver's own way asks for each element, and searches all that it holds.
 */
const FIRST_SEEN = `
  const [isPath, selector] = arguments;
  const found = [];
  if (isPath) {
    const all = document.evaluate(selector, document, null, XPathResult.ORDERED_NODE_SNAPSHOT_TYPE, null);
    for (let i = 0; i < all.snapshotLength; i++) found.push(all.snapshotItem(i));
  } else found.push(...document.querySelectorAll(selector));
  return found.find((element) => {
    const seen = element.tagName === 'OPTION' ? element.closest('select') : element;
    const { width, height } = seen.getBoundingClientRect();
    return width > 0 && height > 0 && seen.checkVisibility({ opacityProperty: true, visibilityProperty: true });
  }) ?? null;`;

export async function openBrowser(base: string, size: Size = DESKTOP) {
  const chromium = idle.pop() ?? (await startBrowser());
  const { driver } = chromium;
  let isOpen = true;
  await driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width: size.width,
    height: size.height,
    deviceScaleFactor: 1,
    mobile: size.mobile,
  });

  /** Waits for something; where it never comes, says what the page showed instead. */
  const wait = async <T>(holds: () => Promise<T | null>, missing: string, ms = PATIENCE_MS): Promise<T> => {
    try {
      return (await driver.wait(holds, ms)) as T;
    } catch (error) {
      const seen = await driver.findElement(By.css('body')).getText();
      throw new Error(`${missing}; ${await driver.getCurrentUrl()} showed: ${seen.slice(0, 4000)}`, {
        cause: error,
      });
    }
  };
  /** Waits for an element that is seen; by CSS, or by XPath where it begins with a slash. */
  const find = async (selector: string): Promise<WebElement> => {
    const isPath = /^\(?\//.test(selector);
    return wait(
      async () => driver.executeScript<WebElement | null>(FIRST_SEEN, isPath, selector),
      `nothing to see at ${selector}`,
    );
  };
  const withText = (tag: string, text: string) => `//${tag}[contains(normalize-space(.), "${text}")]`;

  /** The text of the whole page, once it holds `part`. */
  const page = async (part: string): Promise<string> => {
    return wait(async () => {
      // by the browser itself: the driver's own way takes half a second on a page of 280 kB, again at every look
      const text: string = await driver.executeScript('return document.body?.innerText ?? ""');
      return text.includes(part) ? text : null;
    }, `the page never said "${part}"`);
  };
  /** The text of the whole page, once it holds one of these. */
  const either = (...parts: string[]): Promise<string> =>
    wait(
      async () => {
        const text: string = await driver.executeScript('return document.body?.innerText ?? ""');
        return parts.some((part) => text.includes(part)) ? text : null;
      },
      `the page never said any of ${parts.join(', ')}`,
    );
  const press = async (text: string): Promise<void> => {
    // a button that is waiting for an answer takes no click: a person sees that, and waits too
    const element = await wait(async () => {
      const found = await find(`${withText('button', text)} | ${withText('a', text)}`);
      try {
        return (await found.isEnabled()) ? found : null;
      } catch {
        return null; // redrawn meanwhile
      }
    }, `"${text}" took no click`);
    // as a person does who scrolls until it is well in sight, clear of bars that stick to an edge
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', element);
    await element.click();
  };

  /** Clicks what is found there: where the screen is drawn anew in that moment, once more. */
  const click = async (selector: string): Promise<void> => {
    await wait(async () => {
      const element = await find(selector);
      try {
        await element.click();
        return true;
      } catch (error) {
        if (error instanceof Error && error.name === 'StaleElementReferenceError') return null;
        throw error;
      }
    }, `${selector} took no click`);
  };

  /** The field with this label: the first that is seen, or the last on the page. */
  const field = async (label: string, which: 'first' | 'last' = 'first'): Promise<WebElement> => {
    const labels = `//label[starts-with(normalize-space(.), "${label}")]`;
    const one = which === 'first' ? labels : `(${labels})[last()]`;
    const id = await (await find(one)).getAttribute('for');
    return id ? find(`[id="${id}"]`) : find(`${one}//input`);
  };

  /** A day in a date field, as the field's own picker sets it. */
  const setDay = (date: WebElement, iso: string) =>
    driver.executeScript(
      `const [field, day] = arguments;
       Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, day);
       field.dispatchEvent(new Event('input', { bubbles: true }));`,
      date,
      iso,
    );

  return {
    driver,
    find,
    go: (where: string) => driver.get(base + where),
    text: async (selector: string) => (await find(selector)).getText(),
    page,
    either,
    /** Waits for something that is not on the page; where it never comes, says what it was and what the page showed. */
    until: (holds: () => Promise<boolean>, missing: string) =>
      wait(async () => ((await holds()) ? true : null), missing, SENDING_MS),
    press,
    click,
    /** The screen of a lawn, by its name in the list. */
    lawn: async (site: string) => {
      await driver.get(`${base}/lawns`);
      await press(site);
      await page('Soil temperature of this zone');
    },
    field,
    type: async (element: WebElement, text: string) => {
      await element.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.DELETE, text);
    },
    /** Chooses what holds `option` in the list with this label. */
    choose: async (label: string, option: string, which: 'first' | 'last' = 'first') => {
      const id = await (await field(label, which)).getAttribute('id');
      await (await find(`//select[@id="${id}"]//option[contains(normalize-space(.), "${option}")]`)).click();
    },
    day: async (label: string, iso: string) => setDay(await field(label), iso),
    setDay,
    keys: async (...keys: string[]) =>
      driver
        .actions()
        .sendKeys(...keys)
        .perform(),
    at: async (part: string) =>
      wait(
        async () => ((await driver.getCurrentUrl()).includes(part) ? part : null),
        `never came to ${part}`,
      ),
    signIn: async (email: string, password: string) => {
      await driver.get(`${base}/sign-in`);
      await (await find('[name=email]')).sendKeys(email);
      await (await find('[name=password]')).sendKeys(password, Key.ENTER);
      await find('header nav');
    },
    /** What the console complained of; a 401 or 503 that a test provokes is filtered by the caller. */
    complaints: async () =>
      (await driver.manage().logs().get(logging.Type.BROWSER))
        .filter((e) => e.level.value >= logging.Level.WARNING.value)
        .map((e) => e.message),
    picture: async () => Buffer.from(await driver.takeScreenshot(), 'base64'),
    quit: async () => {
      if (!isOpen) return;
      isOpen = false;
      if (!isKept) return end(chromium);
      await forget(chromium, base);
      idle.push(chromium);
    },
  };
}
