/** A screen that everybody can use: no serious barrier by axe, and never wider than its window. */
import { AxeBuilder } from '@axe-core/webdriverjs';
import type { Browser } from './driver';

export async function isSound(b: Browser, screen: string): Promise<void> {
  // a page's title comes with its data, a moment after its frame
  await b.driver.wait(async () => (await b.driver.getTitle()) !== '', 60_000);
  // what passes is not asked back: a page has thousands of places that do
  const { violations } = await new AxeBuilder(b.driver)
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
    .analyze();
  const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
  const wide = await b.driver.executeScript<number>(
    'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
  );
  expect([
    screen,
    serious.map((v) => `${v.id} at ${v.nodes.map((n) => n.html.slice(0, 120)).join(' and ')}`),
    Math.max(0, wide),
  ]).toEqual([screen, [], 0]);
}
