// A page in headless Chromium, with the words that tests use.
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Builder, By, error, Key, logging, WebElement, type WebDriver } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';

const axeSource = readFileSync(fileURLToPath(import.meta.resolve('axe-core/axe.min.js')), 'utf8');
const PATIENCE_MS = 20_000;
/** Between two looks at the page, at first and after a while. */
const SOON_MS = 30;
const SELDOM_MS = 250;

export { Key };

const PATIENT_CLICK_MS = 5_000;
const click = WebElement.prototype.click;
/**
 * A click as a person makes it: what slips away under the pointer, or lies under the edge of a bar, is brought to the
 * middle and clicked again. What stays covered is an error.
 */
WebElement.prototype.click = async function (this: WebElement): Promise<void> {
  const end = Date.now() + PATIENT_CLICK_MS;
  for (;;) {
    try {
      return await click.call(this);
    } catch (fault) {
      if (!(fault instanceof error.ElementClickInterceptedError) || Date.now() > end) throw fault;
      await this.getDriver().executeScript('arguments[0].scrollIntoView({ block: "center" })', this);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }
};

export class Page {
  readonly driver: WebDriver;
  constructor(driver: WebDriver) {
    this.driver = driver;
  }

  static async open(width = 1280, height = 800): Promise<Page> {
    const options = new chrome.Options();
    options.addArguments(
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--hide-scrollbars',
      `--user-data-dir=${mkdtempSync(join(tmpdir(), 'vernal-chrome-'))}`,
    );
    options.setBinaryPath('/usr/bin/chromium');
    const prefs = new logging.Preferences();
    prefs.setLevel(logging.Type.BROWSER, logging.Level.WARNING);
    options.setLoggingPrefs(prefs);
    const driver = await new Builder()
      .forBrowser('chrome')
      .setChromeOptions(options)
      .setChromeService(new chrome.ServiceBuilder('/usr/bin/chromedriver'))
      .build();
    const page = new Page(driver);
    await page.size(width, height);
    openPages.add(page);
    return page;
  }

  async close(): Promise<void> {
    openPages.delete(this);
    await this.driver.quit();
  }

  async size(width: number, height: number): Promise<void> {
    await (this.driver as chrome.Driver).sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
      width,
      height,
      deviceScaleFactor: 1,
      mobile: width < 500,
    });
  }

  go(url: string): Promise<void> {
    return this.driver.get(url);
  }

  /** Runs a function in the page until it gives something; says what was waited for when it does not. */
  async until<T>(what: string, look: () => Promise<T | undefined | null | false>, patience = PATIENCE_MS): Promise<T> {
    const end = Date.now() + patience;
    // looking takes the page's own time: what takes long is looked at less and less often
    for (let pause = SOON_MS; ; pause = Math.min(SELDOM_MS, 1.5 * pause)) {
      try {
        const found = await look();
        if (found !== undefined && found !== null && found !== false) return found;
      } catch (error) {
        if (Date.now() > end) throw error;
      }
      if (Date.now() > end) throw new Error(`waited in vain for ${what}`);
      await new Promise((resolve) => setTimeout(resolve, pause));
    }
  }

  find(css: string): Promise<WebElement> {
    return this.until(css, async () => (await this.driver.findElements(By.css(css)))[0]);
  }

  /** An element by its data-test name. */
  part(name: string): Promise<WebElement> {
    return this.find(`[data-test="${name}"]`);
  }

  async text(name: string): Promise<string> {
    return (await (await this.part(name)).getText()).replace(/\s+/g, ' ').trim();
  }

  /** Waits until a part's text passes a test. */
  textWhen(name: string, fits: (text: string) => boolean): Promise<string> {
    return this.until(`the text of ${name}`, async () => {
      const text = await this.text(name);
      return fits(text) && text;
    });
  }

  async click(name: string): Promise<void> {
    await this.until(`a click on ${name}`, async () => {
      const part = await this.part(name);
      // what is still worked out cannot be pressed yet
      if (!(await part.isEnabled())) return false;
      await part.click();
      return true;
    });
  }

  /** The field with a label that begins so. */
  field(label: string): Promise<WebElement> {
    return this.find(`input[aria-label^="${label}"]`);
  }

  /** Types into a field in place of what stood there, and Enter. */
  async fill(label: string, text: string, end: string = Key.ENTER): Promise<void> {
    const field = await this.field(label);
    await field.click();
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text, end);
  }

  async value(label: string): Promise<string> {
    return (await (await this.field(label)).getAttribute('value')) ?? '';
  }

  /** Opens a menu and chooses the entry that has these words. */
  async choose(menu: string, words: string): Promise<void> {
    await this.click(menu);
    await this.until(`the choice “${words}”`, async () => {
      for (const option of await this.driver.findElements(By.css('.n-dropdown-option'))) {
        if (!((await option.getAttribute('textContent')) ?? '').includes(words)) continue;
        await this.driver.executeScript('arguments[0].scrollIntoView({ block: "nearest" })', option);
        await option.click();
        return true;
      }
      return false;
    });
  }

  /** Takes the choice with these words from a list that stands in the page. */
  async pick(css: string, words: string): Promise<void> {
    await (await this.find(`${css} .n-base-selection`)).click();
    await this.until(`the choice “${words}” of ${css}`, async () => {
      // lists that were open before are kept out of sight
      const option = await this.driver.executeScript<WebElement | null>(
        `return [...document.querySelectorAll('.n-base-select-option')].find((o) =>
          o.textContent.includes(arguments[0]) && o.closest('.n-base-select-menu')?.offsetParent !== null) ?? null`,
        words,
      );
      if (!option) return false;
      await this.driver.executeScript('arguments[0].scrollIntoView({ block: "nearest" })', option);
      await option.click();
      return true;
    });
  }

  press(...keys: string[]): Promise<void> {
    return this.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  }

  chord(...keys: string[]): Promise<void> {
    return this.driver
      .switchTo()
      .activeElement()
      .sendKeys(Key.chord(...keys));
  }

  saved(): Promise<string> {
    return this.textWhen('saved', (text) => text.startsWith('Saved'));
  }

  /** Problems that axe-core calls serious or critical, as lines; by one of its rules where one is named. */
  async axe(rule?: string): Promise<string[]> {
    await this.driver.executeScript(axeSource);
    const found = await this.driver.executeAsyncScript<
      { id: string; impact: string; nodes: { html: string; any: { message: string }[] }[] }[]
    >(
      `const done = arguments[arguments.length - 1];
      axe.run(document, { resultTypes: ['violations'], ...arguments[0] }).then((r) => done(r.violations));`,
      rule === undefined ? {} : { runOnly: { type: 'rule', values: [rule] } },
    );
    return found
      .filter((v) => v.impact === 'serious' || v.impact === 'critical')
      .flatMap((v) => v.nodes.slice(0, 4).map((n) => `${v.id}: ${n.html.slice(0, 140)} ${n.any[0]?.message ?? ''}`));
  }

  /** Sets what this browser remembers, as another window would: the page takes it up where it stands. */
  async remember(key: 'vernal-theme' | 'vernal-units', value: string): Promise<void> {
    await this.driver.executeScript(
      `const [key, newValue] = arguments;
      const oldValue = localStorage.getItem(key);
      localStorage.setItem(key, newValue);
      window.dispatchEvent(new StorageEvent('storage', { key, newValue, oldValue, storageArea: localStorage }));`,
      key,
      value,
    );
  }
  async setTheme(theme: 'light' | 'dark' | 'outdoor'): Promise<void> {
    await this.remember('vernal-theme', theme);
    await this.find(`html[data-theme="${theme}"]`);
  }

  /** Warnings and errors of the browser since last asked (a refused style or script among them). */
  async complaints(): Promise<string[]> {
    return (await this.driver.manage().logs().get(logging.Type.BROWSER)).map((entry) => entry.message);
  }

  async screenshot(file: string): Promise<void> {
    writeFileSync(file, await this.driver.takeScreenshot(), 'base64');
  }
}

/** Pages that are open now. */
export const openPages = new Set<Page>();
