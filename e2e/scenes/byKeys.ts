import type { Locator, Page } from '@playwright/test';
import { expect, test as base } from '../journey.ts';

// The scenes are walked by someone who has no mouse: what a journey presses is reached with Tab and the arrows, and
// pressed with Enter or Space; what it fills in is typed where Tab has led.

/** More stops than any page has. */
const MOST_STOPS = 400;

/** How the focus stands to what is looked for: on it, on another one of its group, or elsewhere. */
type Where = 'here' | 'group' | 'elsewhere';

const whereIs = (locator: Locator): Promise<Where> =>
  locator.evaluate((element) => {
    const of = (one: Element | null): Element | null =>
      one?.closest('label')?.control ?? one?.closest('button, a[href], summary, input, textarea, [tabindex]') ?? one;
    const [target, active] = [of(element), document.activeElement];
    if (target === active) return 'here';
    const group = (one: Element | null) =>
      one instanceof HTMLInputElement && one.type === 'radio'
        ? one.name
        : one?.getAttribute('role') === 'tab'
          ? one.closest('[role=tablist]')
          : null;
    return group(target) !== null && group(target) === group(active) ? 'group' : 'elsewhere';
  });

/** Brings the focus where a key then presses; fails where no key leads. */
const reached = async (page: Page, locator: Locator): Promise<void> => {
  await expect(locator).toBeVisible();
  await expect(locator).toBeEnabled();
  for (let stops = 0; stops < MOST_STOPS; stops++) {
    const where = await whereIs(locator);
    if (where === 'here') return;
    await page.keyboard.press(where === 'group' ? 'ArrowRight' : 'Tab');
  }
  throw new Error(`no key leads to ${String(locator)}`);
};

/** What is pressed, by its kind. */
const KEYS = { radio: null, tab: null, checkbox: 'Space', other: 'Enter' } as const;

const pressed = async (page: Page, locator: Locator): Promise<void> => {
  if (await locator.evaluate((element) => element.getAttribute('role') === 'option')) {
    // the list is open, and its field keeps the focus
    for (let at = 0; at < MOST_STOPS; at++) {
      if (await locator.evaluate((element) => element.hasAttribute('data-combobox-selected'))) break;
      await page.keyboard.press('ArrowDown');
    }
    return page.keyboard.press('Enter');
  }
  await reached(page, locator);
  const kind = await page.evaluate((): keyof typeof KEYS => {
    const active = document.activeElement;
    if (active instanceof HTMLInputElement && (active.type === 'radio' || active.type === 'checkbox'))
      return active.type;
    return active?.getAttribute('role') === 'tab' ? 'tab' : 'other';
  });
  const key = KEYS[kind];
  // arrows have chosen a radio and a tab already, unless it stood there from the first
  if (key) await page.keyboard.press(key);
};

const written = async (page: Page, locator: Locator, text: string): Promise<void> => {
  await reached(page, locator);
  await page.keyboard.press('ControlOrMeta+a');
  if (text === '') await page.keyboard.press('Delete');
  else await page.keyboard.insertText(text);
};

/** A page whose journey has no mouse. */
export const test = base.extend({
  page: async ({ page }, use) => {
    const locators = Object.getPrototypeOf(page.locator('body')) as Pick<Locator, 'click' | 'fill'>;
    const { click, fill } = locators;
    locators.click = function (this: Locator) {
      return pressed(this.page(), this);
    };
    locators.fill = function (this: Locator, text: string) {
      return written(this.page(), this, text);
    };
    try {
      await use(page);
    } finally {
      Object.assign(locators, { click, fill });
    }
  },
});
