import { EARLIER_CUSTOMERS } from '@tribos/demo';
import { Key } from 'selenium-webdriver';

/** Calls the API from the page, as the person signed in there. */
export function api(driver, method, path, body) {
  return driver.executeAsyncScript(
    `const [method, path, body, done] = arguments;
     fetch('/api' + path, { method, headers: { 'content-type': 'application/json' }, body: body === null ? undefined : JSON.stringify(body) })
       .then(async (r) => done({ status: r.status, body: await r.json().catch(() => null) }))
       .catch((e) => done({ status: 0, body: String(e) }));`,
    method,
    path,
    body ?? null,
  );
}

let made = 0;

/** A UUIDv7 that is good enough for a test. */
export const clientId = () =>
  `019a0000-0000-7000-8000-${String((made += 1) + Date.now() * 1000)
    .slice(-12)
    .padStart(12, '0')}`;

/** Opens a fresh job on an engine and returns its id. */
export async function freshJob(driver, model = '644 Twin', over = {}) {
  const engines = (await api(driver, 'GET', '/engines')).body;
  const id = clientId();
  const engineId = engines.find((e) => e.model === model).id;
  const made = await api(driver, 'POST', '/jobs', {
    id,
    engineId,
    customer: 'Iveta Osei',
    phone: '',
    engineNumber: '',
    use: '',
    complaint: '',
    bench: null,
    promised: null,
    plan: 'usual',
    seized: false,
    fittedPiston: null,
    ...over,
  });
  if (made.status !== 201) throw new Error(JSON.stringify(made));
  return id;
}

/** Id of the demo's own job of an engine: the one that is in the shop now. */
export async function demoJob(driver, machine) {
  const { items } = (await api(driver, 'GET', '/jobs')).body;
  return items.filter((j) => j.engine === machine && !EARLIER_CUSTOMERS.includes(j.customer)).at(-1).id;
}

/** Presses keys with nothing focused, as someone at the gauge does. */
export const press = (driver, ...keys) =>
  driver
    .actions()
    .sendKeys(...keys)
    .perform();

/** Types a reading and accepts it. */
export const take = (driver, text) => press(driver, ...text, Key.ENTER);

/** The readings of a job as the server holds them. */
export async function serverLog(driver, id) {
  const { body } = await api(driver, 'GET', `/jobs/${id}`);
  return body.file.log;
}
