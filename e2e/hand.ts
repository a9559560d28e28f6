import type { Locator, Page } from '@playwright/test';
import { onScreen } from './sheet';

/**
 * A hand that counts. A click is one; keys are counted in groups: one shortcut, or one value typed with the Tab and Enter
 * that belong to it.
 */
export class Hand {
  clicks = 0;
  groups = 0;
  constructor(private readonly page: Page) {}
  async key(name: string): Promise<void> {
    this.groups++;
    await this.page.keyboard.press(name);
  }
  async button(name: string): Promise<void> {
    this.clicks++;
    await this.page.getByRole('button', { name, exact: true }).first().click();
  }
  async fill(scope: Locator, label: string, value: string): Promise<void> {
    this.groups++;
    await scope.getByLabel(label, { exact: false }).first().fill(value);
  }
  async choose(scope: Locator, label: string, value: string): Promise<void> {
    this.clicks++;
    await scope.getByLabel(label, { exact: true }).selectOption(value);
  }
  async tick(scope: Locator, label: string): Promise<void> {
    this.clicks++;
    await scope.getByLabel(label, { exact: true }).check();
  }
  async at(xM: number, yM: number): Promise<void> {
    this.clicks++;
    const [x, y] = await onScreen(this.page, xM, yM);
    await this.page.mouse.move(x, y);
    await this.page.mouse.click(x, y);
  }
  /** From one place of the sheet to another with the button held. */
  async drag(from: readonly [number, number], to: readonly [number, number]): Promise<void> {
    this.clicks++;
    const [a, b] = [await onScreen(this.page, ...from), await onScreen(this.page, ...to)];
    await this.page.mouse.move(...a);
    await this.page.mouse.down();
    await this.page.mouse.move((a[0] + b[0]) / 2, (a[1] + b[1]) / 2, { steps: 3 });
    await this.page.mouse.move(...b, { steps: 3 });
    await this.page.mouse.up();
  }
}
