import {
  clockOf,
  inHouse,
  mm,
  readJobFile,
  RING_CARD,
  RING_CLOCK,
  RING_PACKS,
  ringHistory,
  type JobFile,
  type RingPack,
} from '@tribos/core';
import { PACK, ringJob, with_ } from './ringJob.js';

const DRAWN = { top: 30, second: 210, 'upper-rail': 90, expander: 150, 'lower-rail': 330 };

/** A card of the top ring and a clock by the maker's drawing, both as the sheet had it then. */
function looked(): JobFile {
  const carded = with_(ringJob({ pack: { clock: DRAWN } }), RING_CARD, {
    cylinder: 0,
    pack: 'Corrie',
    ring: 'top',
    height: mm(1),
    section: 'barrel',
    mark: 'up',
  });
  return with_(carded, RING_CLOCK, {
    cylinder: 0,
    pack: 'Corrie',
    way: 'drawing',
    gaps: DRAWN,
    expander: 'butted',
  });
}

const ring = (over: Partial<RingPack['rings'][number]>): Partial<RingPack> => ({
  rings: PACK.rings.map((r) => (r.ring === 'top' ? { ...r, ...over } : r)),
});

/** What still stands once the sheet says something else. */
function stands(over: Partial<RingPack>): string {
  const file = looked();
  const packs = [{ ...PACK, clock: DRAWN, ...over }];
  const now = inHouse({
    ...file,
    engine: { ...file.engine, parts: { ...file.engine.parts, [RING_PACKS.name]: { packs } } },
  });
  // Whatever it says, the job can be handed on and is read the same.
  const read = readJobFile(JSON.parse(JSON.stringify(now)));
  expect(read.ok ? [] : read.misfits).toEqual([]);
  return [
    ringHistory(now, 0, 'top', mm(20)).card === null ? '' : 'card',
    clockOf(now, 0) === null ? '' : 'clock',
  ]
    .filter(Boolean)
    .join(' ');
}

describe('a sheet of rings that is corrected after they were looked at', () => {
  it.each<[string, Partial<RingPack>, string]>([
    ['the same again', {}, 'card clock'],
    ['another face', ring({ face: 'nitrided' }), 'card clock'],
    ['another height', ring({ height: mm(1.2) }), 'clock'],
    ['another section', ring({ section: 'taper' }), 'clock'],
    ['a mark on a ring that had another', ring({ mark: 'R' }), 'card clock'],
    ['a gap somewhere else', { clock: { ...DRAWN, second: 180 } }, 'card'],
    ['no drawing any more', { clock: null }, 'card'],
    ['of another maker’s pistons', { piston: 'Lintel' }, ''],
  ])('%s', (_, over, left) => expect(stands(over)).toBe(left));

  it('a card brought past a screen proves nothing', () => {
    const file = looked();
    const bent = inHouse({
      ...file,
      log: file.log.map((e) => ((e.kind as string) === 'ring-card' ? ({ ...e, mark: 'down' } as never) : e)),
    });
    expect(ringHistory(file, 0, 'top', mm(20)).card).not.toBeNull();
    expect(ringHistory(bent, 0, 'top', mm(20)).card).toBeNull();
  });
});
