import { nm } from '../units/index.js';
import type { EngineSpec, ProposedFact } from './engine.js';
import { proposedDepths } from './foundEngine.js';
import { engineTroubles } from './engineTroubles.js';
import { FIGURE, lineLength, printedLength, unreadLine, type PageContext } from './partLine.js';
import type { EngineWall } from './limit.js';
import type { SheetQuestion } from './sheetLine.js';

/** What a line says of the engine itself. */
export type EngineChange = Partial<
  Pick<
    EngineSpec,
    | 'cylinders'
    | 'stroke'
    | 'depths'
    | 'wallDepth'
    | 'wall'
    | 'zeroAt'
    | 'pinAxisDeg'
    | 'cooling'
    | 'sleeveOuter'
  >
>;

export type EngineLine =
  | {
      readonly ok: true;
      readonly change: EngineChange;
      /** What is no proposal any more. */
      readonly settles: readonly ProposedFact[];
      readonly says: string;
      readonly questions: readonly SheetQuestion[];
      readonly notes: readonly string[];
    }
  | { readonly ok: false; readonly sentence: string };

export const ENGINE_LIKES = [
  'stroke 69.6',
  'wall: iron sleeve',
  'depths 12, 38, 66, wall 95',
  'mark 0 at the exhaust, pin at 90°',
  'air cooled',
  'cylinders: left, right',
] as const;

const UNIT = String.raw`(mm\b|in\b|inch\b|["″])?`;
const N = `(${FIGURE})\\s*${UNIT}`;
const STROKE = new RegExp(String.raw`^(?:bore and )?stroke\s*:?\s*${N}$`, 'iu');
const DEPTHS = new RegExp(
  String.raw`^(?:(?:three |measuring )?depths?)\s*:?\s*${N}\s*[,/;]\s*${N}\s*[,/;]\s*${N}(?:\s*[,;]?\s*(?:the )?wall(?: depth)?\s*:?\s*${N})?$`,
  'iu',
);
const WALL_DEPTH = new RegExp(
  String.raw`^(?:wall|bore) (?:depth|length)\s*:?\s*${N}$|^wall\s*:?\s*${N}\s*deep$`,
  'iu',
);
const WALL = /^(?:cylinder )?wall\s*:?\s+([a-z][a-z\s–-]*)$/iu;
const WALLS: readonly (readonly [RegExp, Exclude<EngineWall, 'unknown'>, string])[] = [
  [/^(?:hard )?chrom(?:e|ed|ium)\b/iu, 'chrome', 'chrome'],
  [/\bplat(?:ed|ing)\b|\bnickel|\bsilicon|\bceramic|\bcoated\b/iu, 'plated', 'plated'],
  [/\b(?:cast[- ]?)?iron\b|\bsteel\b|\bsleeved?\b|\bliner\b/iu, 'iron-sleeve', 'iron sleeve'],
];
const MARK =
  /^(?:mark\s+)?0\s*°?\s*(?:is|at|points to|to)\s+(?:the\s+)?([a-z][a-z -]{1,40}?)(?:\s*[,;]\s*(?:the\s+)?pin\s*(?:at|:)?\s*(\d{1,3})\s*°?)?$/iu;
const PIN = /^(?:direction of the pin|pin (?:direction|axis))\s*(?:at|:)?\s*(\d{1,3})\s*°?$/iu;
const CYLINDERS = /^cylinders?\s*:\s*(.+)$|^(single|twin|triple|four)$/iu;
const NAMES: Readonly<Record<string, readonly string[]>> = {
  single: ['cylinder'],
  twin: ['left', 'right'],
  triple: ['left', 'middle', 'right'],
  four: ['1', '2', '3', '4'],
};
const COOLED = /^(air|liquid|water|fan)[- ]cooled\b|^cooled by (air|liquid|water|a fan)\b/iu;

const said = (
  change: EngineChange,
  settles: readonly ProposedFact[],
  says: string,
  questions: readonly SheetQuestion[] = [],
  notes: readonly string[] = [],
): EngineLine => ({ ok: true, change, settles, says, questions, notes });

/** The three depths and the end of the wall, with what of them stays a proposal. */
function depthsSaid(found: RegExpExecArray, { unit, engine }: PageContext): EngineLine {
  const [top, mid, low] = [1, 3, 5].map((i) => lineLength(found[i]!, found[i + 1], unit));
  const end = found[7] === undefined ? null : lineLength(found[7], found[8], unit);
  if (top == null || mid == null || low == null)
    return unreadLine('Depths: one of them is no length.') as EngineLine;
  const wallDepth = end ?? nm(Math.max(engine.wallDepth, low));
  const change = { depths: { top, mid, low }, wallDepth };
  const trouble = engineTroubles({ ...engine, ...change })[0];
  if (trouble)
    return unreadLine(
      'Depths run down the wall from the deck, the least first, none below its end: depths 12, 38, 66, wall 95.',
    ) as EngineLine;
  return said(
    change,
    ['depths', ...(end === null ? [] : ['wall-depth' as const])],
    `depths ${printedLength(top, unit)}, ${printedLength(mid, unit)}, ${printedLength(low, unit)}${end === null ? '' : `, wall ${printedLength(end, unit)}`}`,
  );
}

function strokeSaid(found: RegExpExecArray, { unit, engine }: PageContext): EngineLine {
  const stroke = lineLength(found[1]!, found[2], unit);
  if (stroke === null || stroke < 5_000_000 || stroke > 500_000_000)
    return unreadLine('That is no stroke of these engines: is it the other unit?') as EngineLine;
  const ratio = stroke / engine.bore;
  const isProposed = engine.proposed?.includes('depths') && engine.proposed.includes('wall-depth');
  return said(
    { stroke, ...(isProposed ? proposedDepths({ ...engine, stroke }) : {}) },
    [],
    `stroke ${printedLength(stroke, unit)}`,
    [
      ...(ratio < 0.5 || ratio > 1.6
        ? [
            {
              code: 'unusual',
              sentence:
                'Such a stroke is hardly ever there for this bore: is it the other unit, or the throw?',
            },
          ]
        : []),
      ...again(engine.stroke !== null && engine.stroke !== stroke),
    ],
    isProposed ? ['The depths that are proposed follow it.'] : [],
  );
}

/** What was read by the direction that stood there is another direction then. */
const turned = (
  pin: number | null,
  { pinAxisDeg }: Pick<EngineSpec, 'pinAxisDeg'>,
): readonly SheetQuestion[] =>
  pin === null || pin === pinAxisDeg
    ? []
    : [
        {
          code: 'pin-axis',
          sentence: `The pin stood at ${pinAxisDeg}° here: whatever was read as thrust or pin by that is of other directions now. Is it so?`,
        },
      ];

const again = (is: boolean): readonly SheetQuestion[] =>
  is
    ? [{ code: 'again', sentence: 'This is on file already: it takes the place of what stands there.' }]
    : [];

/**
 * A line that says something of the engine itself, where little was known of it: `stroke 69.6` · `wall: plated` ·
 * `depths 12, 38, 66, wall 95` · `mark 0 at the exhaust, pin at 90°` · `air cooled` · `cylinders: left, right`.
 * @returns null where the line is of something else
 */
export function readEngineLine(line: string, page: PageContext): EngineLine | null {
  const { unit, engine } = page;
  const stroke = STROKE.exec(line);
  if (stroke) return strokeSaid(stroke, page);
  const depths = DEPTHS.exec(line);
  if (depths) return depthsSaid(depths, page);
  const deep = WALL_DEPTH.exec(line);
  if (deep) {
    const wallDepth = lineLength((deep[1] ?? deep[3])!, deep[2] ?? deep[4], unit);
    if (wallDepth === null || wallDepth < engine.depths.low)
      return unreadLine('The wall ends below the lowest depth it is measured at.') as EngineLine;
    return said({ wallDepth }, ['wall-depth'], `wall depth ${printedLength(wallDepth, unit)}`);
  }
  const wall = WALL.exec(line);
  if (wall) {
    const is = WALLS.find(([words]) => words.test(wall[1]!));
    if (!is)
      return unreadLine(
        'Which wall is it: iron sleeve, plated, or chrome? A magnet holds on iron and slides off plating on aluminium.',
      ) as EngineLine;
    return said(
      { wall: is[1], ...(is[1] === 'iron-sleeve' ? {} : { sleeveOuter: null }) },
      [],
      `wall: ${is[2]}`,
      again(engine.wall !== 'unknown' && engine.wall !== is[1]),
    );
  }
  const mark = MARK.exec(line);
  if (mark) {
    const pin = mark[2] === undefined ? null : Number(mark[2]) % 180;
    const zeroAt = mark[1]!.trim().toLowerCase();
    return said(
      { zeroAt, ...(pin === null ? {} : { pinAxisDeg: pin }) },
      ['zero', ...(pin === null ? [] : ['pin-axis' as const])],
      `mark 0 at the ${zeroAt}${pin === null ? '' : `, pin at ${pin}°`}`,
      turned(pin, engine),
    );
  }
  const pin = PIN.exec(line);
  if (pin) {
    const pinAxisDeg = Number(pin[1]) % 180;
    return said({ pinAxisDeg }, ['pin-axis'], `pin axis ${pinAxisDeg}°`, turned(pinAxisDeg, engine));
  }
  const named = CYLINDERS.exec(line);
  if (named) {
    const cylinders =
      NAMES[(named[2] ?? named[1]!).trim().toLowerCase()] ??
      named[1]!.split(/[,;/]\s*|\s+and\s+/u).map((c) => c.trim());
    if (cylinders.length > 12 || cylinders.some((c) => c === '' || c.length > 40))
      return unreadLine(
        'Which cylinders, by the shop’s names, in order: cylinders: left, right',
      ) as EngineLine;
    if (engineTroubles({ ...engine, cylinders }).some((t) => t.path === '/cylinders'))
      return unreadLine('Two cylinders have the same name.') as EngineLine;
    const isOther = cylinders.join() !== engine.cylinders.join();
    return said(
      { cylinders },
      ['cylinders'],
      `cylinders: ${cylinders.join(', ')}`,
      again(isOther && !engine.proposed?.includes('cylinders')),
    );
  }
  const cooled = COOLED.exec(line);
  if (cooled) {
    const cooling = /air|fan/iu.test(cooled[1] ?? cooled[2]!) ? 'air' : 'liquid';
    return said({ cooling }, ['cooling'], `${cooling} cooled`);
  }
  return null;
}

/** An engine with what a line says of it. */
export function engineTold<E extends Pick<EngineSpec, 'proposed'>>(
  engine: E,
  { change, settles }: Extract<EngineLine, { ok: true }>,
): E {
  const proposed = (engine.proposed ?? []).filter((p) => !settles.includes(p));
  return { ...engine, ...change, proposed };
}
