import axe from 'axe-core';

/**
 * What axe finds on the page as it stands.
 * @returns {Promise<string[]>}
 */
export async function violations(driver) {
  await driver.executeScript(axe.source);
  const found = await driver.executeAsyncScript(
    'axe.run(document, { resultTypes: ["violations"] }).then((r) => arguments[0](r.violations))',
  );
  return found.map(
    (v) => `${v.id}: ${JSON.stringify(v.nodes.map((n) => [n.target, n.failureSummary]).slice(0, 3))}`,
  );
}
