import { oneFigure, roomOf, type MeasuringRoom } from '../measurands/index.js';
import { nm, withUnit } from '../units/index.js';
import { IDLER_SHIMMED } from './shimmed.js';

const float = oneFigure({
  part: 'idler.float',
  name: 'end float',
  sense: 'gap',
  feature: 'idler.float',
  how: 'each',
  sides: ['min', 'max'],
  things: () => [{ key: 'idler', name: 'idler gear', part: 'gears' }],
  openedBy: { kinds: [IDLER_SHIMMED.kind], by: (_, entry) => IDLER_SHIMMED.is(entry) },
  held: 'gear pushed to one end of its shaft, the leaf at the other',
  definition: 'the leaf between gear and thrust washer',
});
const measured = roomOf('idler', 'Idler gear', [float]);

/** The idler gear: its float, and the washer that sets it. */
export const idler: MeasuringRoom = {
  ...measured,
  entries: [IDLER_SHIMMED],
  tell: (entry, _, unit) =>
    IDLER_SHIMMED.is(entry)
      ? `Idler gear: a washer of ${withUnit(nm(entry.thick), { unit, step: 1_000 })} fitted`
      : null,
  report: (file, found, ask) => [
    ...measured.report!(file, found, ask),
    ...IDLER_SHIMMED.in(file.log).map((e) => ({
      key: 'idler-washer',
      title: 'Idler washer',
      blocks: [
        {
          kind: 'text' as const,
          text: `Washer of ${withUnit(nm(e.thick), { unit: ask.unit, step: 1_000 })}.`,
        },
      ],
    })),
  ],
};
