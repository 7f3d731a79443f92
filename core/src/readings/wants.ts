import type { JobFile } from '../job/index.js';
import type { Want } from '../verdicts/index.js';

/** Where a bore is read, while that is a proposal nobody has looked at. */
export function placeWants({ engine }: JobFile): readonly Want[] {
  const proposed = engine.proposed ?? [];
  const want = (key: string, of: Pick<Want, 'noun' | 'asks' | 'begins' | 'like'>): Want => ({
    key,
    ...of,
    party: engine.maker,
    needed: false,
  });
  return [
    ...(proposed.includes('cylinders')
      ? [
          want('cylinders', {
            noun: 'how many cylinders',
            asks: 'Which cylinders has it, by the shop’s names?',
            begins: 'cylinders:',
            like: 'cylinders: left, right',
          }),
        ]
      : []),
    ...(proposed.includes('depths')
      ? [
          want('depths', {
            noun: 'the three depths',
            asks:
              engine.strokes === 2
                ? 'At which depths is the bore read: above the exhaust, in the ports, below them?'
                : 'At which depths is the bore read: at the top ring’s reversal, half way, low?',
            begins: 'depths',
            like: { mm: 'depths 12, 38, 66, wall 95', in: 'depths .47, 1.50, 2.60, wall 3.74' },
          }),
        ]
      : []),
    ...(proposed.includes('zero') || proposed.includes('pin-axis')
      ? [
          want('zero', {
            noun: 'where 0° and the pin are',
            asks: 'Where is 0°, and how does the pin lie from there, seen from above?',
            begins: 'mark 0 at',
            like: 'mark 0 at the exhaust, pin at 90°',
          }),
        ]
      : []),
  ];
}
