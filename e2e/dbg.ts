import { By } from 'selenium-webdriver';
import { Key, Page } from './harness/page.ts';
const base = 'http://127.0.0.1:4311';
const page = await Page.open();
const say = (...x: unknown[]) => console.log(...x);
const wait = (ms: number) => new Promise((r) => setTimeout(r, ms));
try {
  await page.go(`${base}/plan/ousel-bank/pipe`);
  await page.part('shared');
  // keyboard: to the candidates and try one
  await page.driver.executeScript('document.querySelector("[data-test=which-legs]").focus()');
  await page.press(Key.TAB, Key.TAB);
  say(
    'focus',
    await page.driver.executeScript(
      'return document.activeElement.getAttribute("data-test") || document.activeElement.getAttribute("aria-label") || document.activeElement.textContent.trim()',
    ),
  );
  for (const bad of ['x', '-9999']) {
    for (const f of await page.driver.findElements(By.css('.pipes input.price'))) {
      await f.click();
      await f.sendKeys(Key.chord(Key.CONTROL, 'a'), bad, Key.TAB);
      say(
        bad,
        await f.getAttribute('aria-label'),
        '→',
        await f.getAttribute('value'),
        await f.getAttribute('aria-invalid'),
      );
      break;
    }
  }
  const nameField = (await page.driver.findElements(By.css('[data-test="situation-0"] input.name')))[0];
  await nameField.click();
  await nameField.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.DELETE, Key.TAB);
  await wait(200);
  say('empty name →', await (await page.find('[data-test="situation-0"] input.name')).getAttribute('value'));
  await page.screenshot('/tmp/c1.png');
  // from above: wrong positions
  await page.go(`${base}/plan/ousel-bank`);
  await page.part('remedy');
  await page.click('view-above');
  await page.part('contour');
  for (const label of ['East of the origin', 'North of the origin'])
    for (const bad of ['x', '-9999999']) {
      const f = await page.field(label);
      await f.click();
      await f.sendKeys(Key.chord(Key.CONTROL, 'a'), bad, Key.ENTER);
      say(
        label,
        bad,
        '→',
        await f.getAttribute('value'),
        (await page.driver.findElements(By.css('.fields [role=alert]')))[0] &&
          (await (await page.find('.fields [role=alert]')).getText()),
      );
      await f.sendKeys(Key.ESCAPE);
    }
  await page.screenshot('/tmp/c2.png');
  await page.click('view-hillside');
  // walk tools
  for (const [tool, label] of [
    ['Split leg', 'How far along'],
    ['along the slope', 'How much further'],
    ['pressure reducer at', 'Pressure behind'],
  ] as const) {
    await (await page.field('Length of leg 2')).click();
    await page.choose('walk-tools', tool);
    for (const bad of ['x', '-9999']) {
      const f = await page.field(label);
      await f.click();
      await f.sendKeys(Key.chord(Key.CONTROL, 'a'), bad);
      await wait(100);
      const alert = (await page.driver.findElements(By.css('.n-modal [role=alert]')))[0];
      say(tool, bad, '→', alert && (await alert.getText()));
    }
    if (tool === 'Split leg') {
      await page.click('take-amount');
      await wait(300);
      say(
        'modal still',
        (await page.driver.findElements(By.css('.n-modal'))).length,
        'legs',
        (await page.driver.findElements(By.css('[data-cell$="-length"]'))).length,
      );
      await page.screenshot('/tmp/c3.png');
    }
    await page.press(Key.ESCAPE);
    await page.until('gone', async () => (await page.driver.findElements(By.css('.n-modal'))).length === 0);
  }
  say(await page.complaints());
} finally {
  await page.close();
}
