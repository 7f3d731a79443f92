import type { JobFile } from '../job/index.js';
import type { Want } from '../verdicts/index.js';
import { SPECIAL_TOOLS } from './stripList.js';

/** Special tools of an engine nobody has listed any of. */
export const toolWants = ({ engine }: JobFile): readonly Want[] =>
  SPECIAL_TOOLS.of(engine)?.tools.length
    ? []
    : [
        {
          key: 'tools',
          noun: 'special tools',
          asks: 'Which special tools does it need, and what for?',
          begins: 'tools:',
          like: 'tools: puller M27 x 1 (flywheel), case splitter',
          party: engine.maker,
          needed: false,
        },
      ];
