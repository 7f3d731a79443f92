import { atTheBench } from '../lib/atTheBench.mjs';
import { violations } from '../lib/axe.mjs';
import { By, Key, sees, until } from '../lib/browser.mjs';
import { api, demoJob, freshJob, press, take } from '../lib/job.mjs';

const at = atTheBench();

describe('deciding', () => {
  it('compares the kits, keeps the choice with its reason, and measures the new pistons', async () => {
    const { driver } = at.browser;
    const id = await demoJob(driver, 'Varrow 644 Twin');
    await at.visit(`/jobs/${id}/decide`, 'Recommended');
    await sees(driver, 'Bored to +0.50: practically sure');
    await sees(driver, '77.503 – 77.515');
    expect(await violations(driver)).toEqual([]);
    // What is assumed moves under the hand, and the answer follows: all wear even, and +0.25 does.
    const share = await driver.findElement(By.xpath("//label[contains(., 'one side may hold')]//input"));
    await share.sendKeys(Key.HOME);
    await sees(driver, 'Bored to +0.25: ');
    await at.station.button('As the shop assumes').click();
    await sees(driver, 'Bored to +0.50: practically sure');
    await at.station.button('Choose this').click();
    const why = await at.station.field('Why');
    await why.sendKeys('The score on the right needs it.');
    await at.station.button('Decide').click();
    // The form stands, with the reason in it, until the server has kept the decision.
    await driver.wait(until.stalenessOf(why), 10_000);
    await sees(driver, 'The score on the right needs it.');
    await at.world.kill();
    await at.world.restart();
    await at.visit(`/jobs/${id}`, '+0.50 piston');
    await take(driver, '77.469');
    await at.visit(`/jobs/${id}/decide`, '77.469');
    await sees(driver, 'measured');
    // Once decided, the decision leads and the recommendation steps back.
    await sees(driver, '+0.50: bored to an oversize');
    // Piston 77.469 + 0.048: the high end of the left bore's own size.
    await sees(driver, '77.517');
  });

  it('shows the cleanup example to the digit: 77.144 / 77.238, and with a score 0.020 deep P 0.67', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver, '644 Twin', { plan: 'full' });
    await at.visit(`/jobs/${id}`, 'left · 15 mm · thrust');
    for (const text of ['77.094', '77.081', '77.068', '77.079']) await take(driver, text);
    await press(driver, ']', Key.ARROW_UP, Key.ARROW_UP, Key.ARROW_LEFT, Key.ARROW_LEFT, Key.ARROW_LEFT);
    await driver.findElement(By.xpath('(//button[normalize-space()="note a finding"])[1]')).click();
    await at.station.field('How deep, mm').sendKeys('0.020', Key.ENTER);
    await sees(driver, 'score 0.020 mm deep');
    await at.visit(`/jobs/${id}/decide`, 'way out');
    await driver.findElement(By.css('[data-way^="bore:"] button')).sendKeys(Key.ENTER);
    await sees(driver, '77.184 / 77.278');
    const { body } = await api(driver, 'GET', `/jobs/${id}/verdicts`);
    expect(body.kits.find((k: { name: string }) => k.name === '+0.25').cylinders[0].odds.p.toFixed(2)).toBe(
      '0.67',
    );
  });

  it('offers no boring of a plated bore', async () => {
    const { driver } = at.browser;
    await at.visit(
      `/jobs/${await demoJob(driver, 'Brask 59')}/decide`,
      'Never: take size out with stones; bore and leave unplated.',
    );
    await at.visit(`/jobs/${await demoJob(driver, 'Varrow 312 MX')}/decide`, 'Replated for Corrie 82 mm');
    await sees(driver, 'is never honed to size');
    expect(await driver.findElements(By.css('[data-way^="bore:"]'))).toEqual([]);
  });
});
