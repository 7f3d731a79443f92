import { GASKETS, HAS_NOT, mm } from '@tribos/core/ground';
import { RING_PACKS } from '@tribos/core/rings';
import { BOLT_MAPS, STRIP_LIST } from '@tribos/core/strip';
import { engines, varrow312, varrow644 } from '@tribos/demo';
import { besideLines, partLines } from '../src/specs/partLines.js';
import { SHEET_PARTS } from '../src/specs/PartsSection.js';

const said = (lines: ReturnType<typeof partLines>) => lines.map((l) => `${l.label}: ${l.text}`);

describe('a part of a sheet to read', () => {
  it('says every record in the trade’s words, its lengths in the reader’s unit, with its source', () => {
    const gaskets = GASKETS.of(varrow644)!;
    const lines = said(partLines(GASKETS, gaskets, 'mm'));
    expect(lines.slice(0, 7)).toEqual([
      'Gaskets, each thickness by itself 1: ',
      'Name: Varrow base 0.20',
      'Where: base',
      'Thickness once clamped: 0.2 mm',
      'Made of: metal',
      'Which way round: either way round',
      'Source: Varrow 644 manual, p. 4-19, checked',
    ]);
    expect(
      said(partLines(GASKETS, { gaskets: [{ ...gaskets.gaskets[0]!, thickness: mm(0.254) }] }, 'in')),
    ).toContain('Thickness once clamped: 0.01 in');
  });

  it('leaves out what the sheet is silent about', () => {
    const [section] = STRIP_LIST.of(varrow312)!.sections;
    const lines = partLines(
      STRIP_LIST,
      { sections: [{ ...section!, steps: section!.steps.slice(0, 1) }] },
      'mm',
    );
    expect(said(lines)).not.toContain('How: ');
    expect(lines.some((l) => l.label === 'A hard stop')).toBe(false);
    expect(lines.every((l) => l.text !== '' || /\d$/u.test(l.label))).toBe(true);
  });

  it.each(engines.map((e) => [e.model, e] as const))(
    'shows every part of the %s, each line in its own place',
    (_, engine) => {
      for (const part of SHEET_PARTS) {
        const value = part.of(engine);
        if (value === null) continue;
        const lines = partLines(part, value, 'mm');
        expect(lines.length).toBeGreaterThan(0);
        expect(new Set(lines.map((l) => l.path)).size).toBe(lines.length);
        // What a machine has not got is the shop's own word, seen on the engine itself.
        expect(lines.some((l) => l.label === 'Source')).toBe(part !== HAS_NOT);
      }
    },
  );
});

describe('two of them side by side', () => {
  it('differ where one figure was typed otherwise, and in nothing else', () => {
    const packs = RING_PACKS.of(varrow644)!;
    const [first] = packs.packs;
    const typed = {
      packs: [
        {
          ...first!,
          rings: first!.rings.map((r, i) => (i === 1 ? { ...r, height: mm(1.6) } : r)),
          source: { ...first!.source, enteredBy: 'somebody else' },
        },
      ],
    };
    const both = besideLines(partLines(RING_PACKS, packs, 'mm'), partLines(RING_PACKS, typed, 'mm'));
    expect(both.filter((l) => l.differs)).toMatchObject([{ one: '1.5 mm', other: '1.6 mm' }]);
  });

  it('one that is missing is a dash, whichever of them it is', () => {
    const maps = BOLT_MAPS.of(varrow312)!;
    const less = { maps: maps.maps.slice(0, 1) };
    const both = besideLines(partLines(BOLT_MAPS, maps, 'mm'), partLines(BOLT_MAPS, less, 'mm'));
    const missing = both.filter((l) => l.path.startsWith('/maps/1/') && l.differs);
    expect(missing.length).toBeGreaterThan(5);
    for (const l of missing) expect(l.other).toBe('–');
    const turned = besideLines(partLines(BOLT_MAPS, less, 'mm'), partLines(BOLT_MAPS, maps, 'mm'));
    expect(turned.filter((l) => l.differs).length).toBe(both.filter((l) => l.differs).length);
  });
});
