import type { JobFile } from '../job/index.js';
import type { Want } from '../verdicts/index.js';

/** What a wall is, where nobody has said it: nothing is honed, bored or plated before. */
export const wallWant = ({ engine }: JobFile): readonly Want[] =>
  engine.wall === 'unknown'
    ? [
        {
          key: 'wall',
          noun: 'what the wall is',
          asks: 'What is the wall: iron sleeve, plated, chrome? A magnet holds on iron.',
          begins: 'wall:',
          like: 'wall: iron sleeve',
          party: engine.maker,
          needed: true,
        },
      ]
    : [];

/** What the ways out are weighed by: what the wall is, pistons that can be had. */
export const wayWants = (file: JobFile): readonly Want[] => [
  ...wallWant(file),
  ...(file.engine.kits.length > 0
    ? []
    : [
        {
          key: 'kit',
          noun: 'pistons to be had',
          asks: 'Which piston can be had? As its box or its leaflet has it.',
          begins: 'piston',
          like: {
            mm: 'piston by Corrie +0.50 77.448 at 12, forged',
            in: 'piston by Corrie +.020 3.0491 at .47, forged',
          },
          party: file.engine.maker,
          needed: false,
        },
      ]),
];
