import { HOUSE, RING_PACKS, sheetsOf } from '@tribos/core';
import { engines } from '@tribos/demo';
import { blank, draftOf, valueOf, type DraftRecord } from '../src/forms/draft.js';

const packs = engines.flatMap((e) => {
  const part = RING_PACKS.of(e);
  return part ? [{ e, part }] : [];
});

/** Who typed and who checked is not the form’s to say. */
const unsigned = (part: unknown): unknown =>
  JSON.parse(
    JSON.stringify(part).replace(
      /"enteredBy":"[^"]*","checkedBy":(?:null|"[^"]*")/gu,
      '"enteredBy":"","checkedBy":null',
    ),
  );

describe('a form made from a description', () => {
  it.each(packs.map(({ e, part }) => [e.model, part] as const))(
    'says of %s what was put into it, to the nanometre, in either unit',
    (_, part) => {
      expect(packs.length).toBeGreaterThan(5);
      for (const unit of ['mm', 'in'] as const) {
        const said = valueOf(RING_PACKS.shape, draftOf(RING_PACKS.shape, part, unit), unit);
        expect(said).toEqual({ ok: true, value: unsigned(part) });
      }
    },
  );

  it('a blank one is refused place by place, never kept half', () => {
    for (const { shape } of sheetsOf(HOUSE)) {
      const { made } = shape;
      if (made.as !== 'record') throw new Error('a part is a record');
      const [[list, of]] = Object.entries(made.fields) as [[string, typeof shape]];
      if (of.made.as !== 'list') throw new Error('of records');
      const said = valueOf(shape, { [list]: [blank(of.made.of)] }, 'mm');
      expect(said.ok).toBe(false);
    }
  });

  it('says where a figure cannot be read, and takes another unit where it is said', () => {
    const [{ part }] = packs as [(typeof packs)[0]];
    const draft = draftOf(RING_PACKS.shape, part, 'mm') as DraftRecord;
    const list = draft['packs'] as readonly DraftRecord[];
    const rings = list[0]!['rings'] as readonly DraftRecord[];
    const change = (ring: object, pack: object = {}) => ({
      packs: [
        { ...list[0]!, rings: [{ ...rings[0]!, ...ring }, ...rings.slice(1)], ...pack },
        ...list.slice(1),
      ],
    });
    const wrong = valueOf(RING_PACKS.shape, change({ height: '1.2 furlongs', ring: '' }), 'mm');
    expect(wrong.ok ? [] : Object.keys(wrong.troubles).sort()).toEqual([
      '/packs/0/rings/0/height',
      '/packs/0/rings/0/ring',
    ]);
    const inches = valueOf(RING_PACKS.shape, change({ height: '0.0394 in' }), 'mm');
    const read = inches.ok ? (inches.value as typeof part) : part;
    expect(read.packs[0]!.rings[0]!.height).toBe(1_000_760);
    const steep = valueOf(RING_PACKS.shape, change({}, { hatch: '200' }), 'mm');
    expect(steep.ok ? '' : steep.troubles['/packs/0/hatch']).toContain('1 to 179');
  });
});
