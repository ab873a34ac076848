import axe, { type AxeResults } from 'axe-core';
import type { Page } from 'puppeteer-core';

const EVERYTHING = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
/** The rules that depend on colours: enough for a page that was checked in another colour scheme. */
export const COLOURS = ['color-contrast', 'link-in-text-block'];

/**
 * What axe finds wrong with a page as it stands, rule by rule.
 * @param rules tags or names of rules; everything by default
 */
export async function violationsOn(page: Page, rules: readonly string[] = EVERYTHING): Promise<string[]> {
  await page.evaluate(`window.axe ?? (() => {${axe.source}})()`);
  const results = (await page.evaluate(
    `axe.run(document, { runOnly: ${JSON.stringify(rules)}, resultTypes: ['violations'] })`,
  )) as AxeResults;
  return results.violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`,
  );
}
