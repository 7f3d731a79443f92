import axe from 'axe-core';

/**
 * What axe finds on the page as it stands, by all its rules or by those named.
 * @param {import('selenium-webdriver').WebDriver} driver
 * @param {string[]} [rules]
 * @returns {Promise<string[]>}
 */
export async function violations(driver, rules) {
  await driver.executeScript(axe.source);
  const found = await driver.executeAsyncScript(
    `const [rules, done] = arguments;
     axe.run(document, { resultTypes: ['violations'], ...(rules && { runOnly: { type: 'rule', values: rules } }) })
       .then((r) => done(r.violations), (e) => done([{ id: String(e), nodes: [] }]))`,
    rules ?? null,
  );
  return found.map(
    (v) => `${v.id}: ${JSON.stringify(v.nodes.map((n) => [n.target, n.failureSummary]).slice(0, 3))}`,
  );
}
