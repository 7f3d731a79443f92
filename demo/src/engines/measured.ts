import {
  CLUTCH_SHEET,
  CRANK_SHEET,
  BEARINGS_SHEET,
  GEARBOX_SHEET,
  mm,
  NAMED_PARTS,
  um,
  VALVES_SHEET,
  type EngineSpec,
  type Limit,
} from '@tribos/core';
import { line, sourceOf, type Sheet } from './sheet.js';
import { OWN, type Own, type Plates } from './measuredRows.js';

/** Colours this shop's makers paint on the edge of a shell, the thinnest first. */
const COLOURS = ['chalk', 'amber', 'rose', 'moss', 'slate'] as const;
const letters = 'ABC';
/** No binary dust in a printed figure. */
const printed = (v: number): number => Number(v.toFixed(4));

function bearings(sheet: Sheet, page: string, b: NonNullable<Own['bearings']>) {
  const source = sourceOf(sheet, page);
  const steps = Array.from({ length: b.classes }, (_, i) => i);
  const housings = (from: number) =>
    steps.map((i) => ({
      code: String(i + 1),
      low: mm(printed(from + i * b.step)),
      high: mm(printed(from + (i + 1) * b.step)),
    }));
  const journals = (from: number) =>
    steps.map((i) => ({
      code: letters[i]!,
      low: mm(printed(from - (i + 1) * b.step)),
      high: mm(printed(from - i * b.step)),
    }));
  const shells = Array.from({ length: 2 * b.classes - 1 }, (_, k) => ({
    colour: COLOURS[k]!,
    thickness: mm(printed(b.thinnest + (k * b.step) / 2)),
    tolerance: um(1.5),
  }));
  const places = Array.from({ length: b.mains }, (_, i) => ({
    key: String(i + 1),
    name: `journal ${i + 1}`,
  }));
  return {
    rows: [
      {
        of: 'main' as const,
        places,
        housings: housings(b.mainHousing),
        journals: journals(b.main),
        shells,
        source,
      },
      {
        of: 'rod' as const,
        places: [],
        housings: housings(b.rodHousing),
        journals: journals(b.pin),
        shells,
        source,
      },
    ],
  };
}

/** What is measured of an engine besides its cylinders: limits, and the things they are of. */
export function measuredOf(of: string, engine: EngineSpec, sheet: Sheet) {
  const own = OWN[of]!;
  const { model, maker } = engine;
  const source = sourceOf(sheet, own.page);
  const known = new Set(engine.limits.map((l) => `${l.feature}.${l.state}`));
  const limits = own.rows.flatMap(([feature, fresh, service]): Limit[] =>
    (
      [
        ['new', fresh],
        ['service', service],
      ] as const
    ).flatMap(([state, figures]) =>
      figures === null || known.has(`${feature}.${state}`)
        ? []
        : [
            line(sheet, `${maker} ${model}`, own.page, feature, state, [
              figures[0] === null ? null : printed(figures[0]),
              figures[1] === null ? null : printed(figures[1]),
            ]),
          ],
    ),
  );
  const other = own.otherPack;
  if (other) {
    // What one code says is nothing for the other.
    const usual = limits.filter((l) => l.feature === 'clutch.pack');
    limits.push(
      ...(['new', 'service'] as const).map((state, i) => {
        const like = usual.find((l) => l.state === state)!;
        const [low, high] = other.rows[i]!;
        return {
          ...line(sheet, `${maker} ${model}`, own.page, 'clutch.pack', state, [low, high]),
          id: `${like.id}-${other.codes[1].toLowerCase()}`,
          conditions: { ...like.conditions, code: other.codes[1] },
        };
      }),
    );
    for (const l of usual)
      limits[limits.indexOf(l)] = { ...l, conditions: { ...l.conditions, code: other.codes[0] } };
  }
  const each = own.valves ?? 0;
  const alone = engine.cylinders.length === 1;
  const valves = (['intake', 'exhaust'] as const).flatMap((side) =>
    engine.cylinders.flatMap((cylinder, at) =>
      Array.from({ length: each }, (_, i) => ({
        key: alone ? String(i + 1) : `${cylinder}-${i + 1}`,
        kind: `valve-${side}`,
        name: alone ? `${side} valve ${i + 1}` : `${cylinder} ${side} valve ${i + 1}`,
        cylinder: at,
        source,
      })),
    ),
  );
  const pack = ([friction, steel, springs, height, odd]: Plates, code?: string) => ({
    name: code ? `code ${code}` : 'all years',
    friction,
    steel,
    springs,
    odd,
    height: mm(height),
    load: 'pressed flat by hand',
    source,
    ...(code ? { code } : {}),
  });
  return {
    page: own.page,
    limits,
    parts: {
      [CRANK_SHEET.name]: {
        cranks: [
          {
            made: own.made,
            runOut: own.runOut.map(([key, name]) => ({ key, name })),
            supports: own.supports,
            source,
          },
        ],
      },
      ...(own.bearings ? { [BEARINGS_SHEET.name]: bearings(sheet, own.page, own.bearings) } : {}),
      ...(valves.length > 0
        ? {
            [NAMED_PARTS.name]: { parts: valves },
            [VALVES_SHEET.name]: {
              cams: [
                {
                  lobes: valves.map((v) => ({
                    key: `${v.kind === 'valve-intake' ? 'in' : 'ex'}-${v.key}`,
                    name: v.name.replace('valve', 'lobe'),
                    of: v.kind === 'valve-intake' ? 'intake' : 'exhaust',
                  })),
                  camJournals: own.cams ?? 0,
                  source,
                },
              ],
            },
            [GEARBOX_SHEET.name]: {
              gearboxes: [
                {
                  shafts: [
                    { key: 'input', name: 'input shaft' },
                    { key: 'output', name: 'output shaft' },
                  ],
                  forks: 3,
                  speeds: 6,
                  source,
                },
              ],
            },
          }
        : {}),
      ...(own.plates
        ? {
            [CLUTCH_SHEET.name]: {
              versions: [
                pack(own.plates, own.otherPack?.codes[0]),
                ...(own.otherPack ? [pack(own.otherPack.plates, own.otherPack.codes[1])] : []),
              ],
            },
          }
        : {}),
    },
  };
}
