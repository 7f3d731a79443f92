import { FINDING, ZERO_CHECK, type Shape } from '@tribos/core/ground';
import { PLASTIC_STRIP } from '@tribos/core/bearings';
import { PISTON_CHECK } from '@tribos/core/fit';
import { HOUSE, sheetsOf } from '@tribos/core/house';
import { RING_CARD, RING_PACKS } from '@tribos/core/rings';
import { SIDE_WEAR } from '@tribos/core/routes';
import { BOLT } from '@tribos/core/strip';
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

describe('a form of one entry, made from its own description', () => {
  const fieldsOf = (kind: { body: Shape }) =>
    kind.body.made.as === 'record' ? { ...kind.body.made.fields, ...kind.body.made.optional } : {};

  it('takes both of what is said together, or neither', () => {
    const place = fieldsOf(FINDING)['place']!;
    const none = { has: false, inner: { depth: '', angle: '' } };
    expect(valueOf(place, none, 'mm')).toEqual({ ok: true, value: null });
    const half = valueOf(place, { has: true, inner: { depth: '32', angle: '' } }, 'mm');
    expect(half).toEqual({ ok: false, troubles: { '/angle': 'A figure is needed.' } });
    expect(valueOf(place, { has: true, inner: { depth: '32', angle: '188' } }, 'mm')).toEqual({
      ok: true,
      value: { depth: 32_000_000, angle: 188 },
    });
  });

  it('says the range of a length in the reader’s unit, of a number as it is', () => {
    const deep = fieldsOf(FINDING)['deep']!;
    expect(valueOf(deep, '11', 'mm')).toEqual({ ok: false, troubles: { '': 'From 0 to 10 mm.' } });
    expect(valueOf(deep, '0.0004', 'in')).toEqual({ ok: true, value: 10_160 });
    expect(valueOf(deep, '', 'in')).toEqual({ ok: true, value: null });
    const grams = fieldsOf(PISTON_CHECK)['grams']!;
    expect(valueOf(grams, '9000', 'mm')).toEqual({ ok: false, troubles: { '': 'From 1 to 5000.' } });
  });

  it('asks for a length of every entry that holds one, so that none is typed in nanometres', () => {
    const lengths = ['deep', 'goes', 'doesNot', 'height', 'standard', 'length', 'low', 'high'];
    const asked = [FINDING, SIDE_WEAR, RING_CARD, ZERO_CHECK, BOLT, PLASTIC_STRIP].flatMap((kind) =>
      Object.entries(fieldsOf(kind)).filter(([name]) => lengths.includes(name)),
    );
    expect(asked.length).toBeGreaterThanOrEqual(8);
    for (const [name, shape] of asked) {
      const inner = shape.made.as === 'or-none' ? shape.made.of.made : shape.made;
      expect([name, inner.as === 'number' && inner.of]).toEqual([name, 'length']);
    }
  });
});
