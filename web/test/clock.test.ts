import { clockOffText, minutesOff } from '../src/kit/clock.js';

const SERVER = 'Thu, 26 Nov 2026 12:00:00 GMT';
const at = (iso: string) => minutesOff(SERVER, Date.parse(iso));

describe('a device’s clock', () => {
  it('agrees with the server’s within two minutes, and says nothing where the server said nothing', () => {
    expect(at('2026-11-26T12:01:59Z')).toBe(0);
    expect(at('2026-11-26T11:58:05Z')).toBe(0);
    expect(minutesOff(null, 0)).toBe(0);
    expect(minutesOff('yesterday', 0)).toBe(0);
  });

  it.each([
    ['2026-11-26T12:03:00Z', '3 min ahead'],
    ['2026-11-26T09:50:00Z', '2 h behind'],
    ['2026-11-27T12:00:00Z', '1 day ahead'],
    ['2099-11-26T12:00:00Z', '26663 days ahead'],
    ['2026-10-26T12:00:00Z', '31 days behind'],
  ])('%s is %s', (now, said) => {
    expect(clockOffText(at(now))).toBe(said);
  });
});
