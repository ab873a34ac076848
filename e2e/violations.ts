import axe, { type AxeResults } from 'axe-core';
import type { Page } from 'puppeteer-core';

/** What axe finds wrong with a page as it stands, rule by rule. */
export async function violationsOn(page: Page): Promise<string[]> {
  await page.evaluate(axe.source);
  const results = (await page.evaluate(
    'axe.run(document, { runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"] })',
  )) as AxeResults;
  return results.violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`,
  );
}
