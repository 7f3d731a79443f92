import { ledgerOf } from '../ledger/index.js';
import { topLeftOn } from '../job/index.js';

import { wallWant } from '../routes/index.js';
import { whoOf } from '../specs/index.js';
import { printedDay, type Room } from '../verdicts/index.js';
import { HATCH, HONING_TOOLS } from './hatchEntry.js';

/** Finishing the wall: what it may have, at which pace. */
export const hone: Room = {
  name: 'hone',
  station: 'prepare',
  entries: [HATCH],
  needless: topLeftOn,
  wants: wallWant,
  tell: (entry, file) =>
    HATCH.is(entry)
      ? `${file.engine.cylinders.length === 1 ? '' : `${file.engine.cylinders[entry.cylinder]} `}wall finished with ${HONING_TOOLS[entry.tool]}${entry.angle === null ? '' : `, ${entry.angle}°`}`
      : null,
  report: (file) => {
    const { entry, isBack } = ledgerOf(file.log);
    const finished = HATCH.in(file.log).filter((e) => !isBack(entry(e.work) ?? e));
    const rows = finished.map((e) => [
      file.engine.cylinders[e.cylinder] ?? '',
      HONING_TOOLS[e.tool],
      e.angle === null ? '' : `${e.angle}°`,
      e.rpm === null || e.cycles === null ? '' : `${e.rpm} rpm, ${Math.round(e.cycles)} cycles a minute`,
      e.text,
      `${whoOf(e)}, ${printedDay(e.at)}`,
    ]);
    return rows.length === 0
      ? []
      : [
          {
            key: 'hone',
            title: 'Walls finished',
            blocks: [
              { kind: 'table', heads: ['cylinder', 'with', 'cross-hatch', 'pace', 'fluid, why', 'by'], rows },
            ],
          },
        ];
  },
  cautions: ['Wash until a white cloth stays white, then oil at once: grit left in a wall laps the rings.'],
};
