import { pellworm720 } from '../engines/index.js';
import type { DemoJob, LogBook } from './build.js';
import { day } from './days.js';

export const PLUS_50 = 'pellworm-720.pellworm.plus-0-50';

/** Worn, bored to +0.50 on a ticket, and measured again on its return: the rear came back too large. */
export function pellwormLog(book: LogBook): DemoJob['log'] {
  return book
    .bore(0, 'usual', 'bore-gauge-1', ['81.121', '81.104', '81.082', '81.071', '81.040', '81.036'])
    .bore(1, 'usual', 'bore-gauge-1', ['81.097', '81.088', '81.066', '81.060', '81.031', '81.029'])
    .piston(0, null, 'mic-75-100', '80.884')
    .piston(1, null, 'mic-75-100', '80.889')
    .piston(0, PLUS_50, 'mic-75-100', '81.416')
    .piston(1, PLUS_50, 'mic-75-100', '81.414')
    .wait(1_000)
    .send(
      {
        what: 'bore',
        firm: 'Coldwater Machine',
        kitId: PLUS_50,
        lines: [
          [81.416, 81.502, 81.526],
          [81.414, 81.5, 81.524],
        ],
        due: day(book.startedAt, 7),
      },
      pellworm720,
    )
    .wait(7_000)
    .back([
      [0, 'top', 81.511],
      [0, 'bottom', 81.512],
      [1, 'top', 81.514],
      [1, 'bottom', 81.516],
    ])
    .work('bored', 0, PLUS_50, [81.502, 81.526], 'Coldwater Machine, ticket')
    .work('bored', 1, PLUS_50, [81.5, 81.524], 'Coldwater Machine, ticket')
    .work('washed', null)
    .bore(0, 'usual', 'bore-gauge-1', ['81.513', '81.512', '81.512', '81.511', '81.513', '81.512'])
    .bore(1, 'usual', 'bore-gauge-1', ['81.518', '81.519', '81.526', '81.524', '81.536', '81.533']).log;
}
