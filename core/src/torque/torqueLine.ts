import { FIGURE, plainFigure, shortName, unreadLine, type PartLine } from '../specs/index.js';
import { toBase } from '../units/index.js';
import type { Clamps, ThreadCondition, TorqueGroup, TorqueStep } from './torqueSheet.js';

interface Plan {
  readonly groups: readonly TorqueGroup[];
}

const UNITS: readonly (readonly [RegExp, NonNullable<TorqueGroup['unit']>])[] = [
  [/^n[·.*\s]?m$/iu, 'N·m'],
  [/^(?:lbf?s?|pounds?)[·.*\s-]*(?:ft|foot)|^ft[·.*\s-]*lbf?/iu, 'lbf·ft'],
  [/^(?:lbf?s?|pounds?)[·.*\s-]*in|^in[·.*\s-]*lbf?/iu, 'lbf·in'],
  [/^kgf?[·.*\s-]*m$|^m[·.*\s-]*kgf?$/iu, 'kgf·m'],
];
const UNIT = String.raw`(?:n[·.*\s]?m|(?:lbf?s?|pounds?)[·.*\s-]*(?:ft|foot|in)|(?:ft|in)[·.*\s-]*lbf?s?s?|kgf?[·.*\s-]*m|m[·.*\s-]*kgf?)\b\.?`;
const LINE = new RegExp(String.raw`^(.*?)[:\s]+(?:(\d{1,2})\s*[x×]\s*)?(${FIGURE})\s*(${UNIT})(.*)$`, 'iu');
const ANGLE = new RegExp(String.raw`(?:\+|plus|then|and)?\s*(${FIGURE})\s*(?:°|deg(?:rees)?\b)`, 'giu');
/** A torque of a pass, not an angle. */
const PASS = String.raw`${FIGURE}(?!\d|[.,]\d|\s*(?:°|deg))`;
const IN_STEPS = new RegExp(String.raw`\bin\s+(${PASS}(?:\s*(?:,|and|then|/)\s*${PASS})*)`, 'iu');

const CONDITION: readonly (readonly [RegExp, ThreadCondition])[] = [
  [/\bmoly/iu, 'moly'],
  [/\b(?:thread ?lock|locking|locked)/iu, 'locked'],
  [/\bseal/iu, 'sealed'],
  [/\b(?:oil(?:ed)?|lubricated|greased)\b/iu, 'oiled'],
  [/\b(?:dry|clean)\b/iu, 'dry'],
];
const SAID: Readonly<Record<ThreadCondition, string>> = {
  dry: 'dry',
  oiled: 'oiled',
  moly: 'moly',
  locked: 'thread lock',
  sealed: 'sealant',
};
const CLAMPED: readonly (readonly [RegExp, Clamps])[] = [
  [/\bcam|\brocker/iu, 'cams'],
  [/\brod\b|big end/iu, 'rod'],
  [/\bcover|lid\b/iu, 'cover'],
  [/\bcases?\b|crankcase/iu, 'cases'],
  [/\bhead\b/iu, 'head'],
  [/\bcylinder|barrel|\bbase\b/iu, 'cylinder'],
];

const unitOf = (text: string): NonNullable<TorqueGroup['unit']> | null =>
  UNITS.find(([words]) => words.test(text.trim().replace(/\.$/u, '')))?.[1] ?? null;
/** Kept as the sheet's own digits allow, and no binary dust. */
const newtonMetres = (text: string, unit: string): number =>
  Number(toBase('torque', plainFigure(text), unit).toPrecision(6));

/** As they are printed, in the unit of the page. */
const stepsText = (passes: readonly string[], angles: readonly number[], unit: string): string => {
  const plain = passes.map((p) => String(plainFigure(p)));
  return [
    `${plain.at(-1)} ${unit}`,
    ...(plain.length > 1 ? [`in ${plain.join(', ')}`] : []),
    ...angles.map((a) => `then ${a}°`),
  ].join(' ');
};

/**
 * A group of fasteners as one line: what, how many times which torque, in which passes, turned on by which angle, and what is
 * on the threads. `head nuts 4 x 38 N·m in 20, 38 oiled` · `rod bolts 2 x 15 lb·ft then 90° moly`
 */
export const torqueLine: PartLine<Plan> = {
  like: 'head nuts 4 x 38 N·m in 20, 38 oiled',
  read(line) {
    const found = LINE.exec(line);
    if (!found) return null;
    const [, named, times, last, printed, rest] = found as unknown as [string, string, string?, ...string[]];
    const name = named.trim().replace(/[:,]+$/u, '');
    if (name === '' || /^\d+\s*[x×]?$/u.test(name))
      return unreadLine('Say first what is tightened: head nuts, case bolts, drain plug …');
    const count = Number(times ?? 1);
    if (count < 1) return unreadLine(`${name}: how many are there? Like 4 x 38 N·m.`);
    const unit = unitOf(printed!);
    // Never another unit for want of knowing this one.
    if (unit === null) return unreadLine(`${name}: “${printed}” is no unit of torque this house knows.`);
    const full = newtonMetres(last!, unit);
    const inSteps = IN_STEPS.exec(rest!)?.[1]?.match(new RegExp(FIGURE, 'gu')) ?? [last!];
    const passes = inSteps.map((s) => newtonMetres(s, unit));
    if (passes.at(-1) !== full)
      return unreadLine(`${name}: the last of its passes is not the torque it is brought to.`);
    if (passes.some((p, i) => p <= 0 || (i > 0 && p <= passes[i - 1]!)))
      return unreadLine(`${name}: each pass brings them further than the one before.`);
    const angles = [...rest!.replace(IN_STEPS, '').matchAll(ANGLE)].map((a) => plainFigure(a[1]!));
    const steps: readonly TorqueStep[] = [
      ...passes.map((value) => ({ by: 'torque' as const, value })),
      ...angles.map((value) => ({ by: 'angle' as const, value })),
    ];
    if (full > 1_000 || steps.length > 6 || angles.some((a) => a > 360))
      return unreadLine(`${name}: that is no torque of these engines.`);
    const condition = CONDITION.find(([words]) => words.test(rest!))?.[1];
    const said = condition ?? 'dry';
    return {
      ok: true,
      says: `${name} ${count} x ${stepsText(inSteps, angles, unit)} ${SAID[said]}`,
      notes: [],
      questions: [
        ...(condition === undefined
          ? [
              {
                code: 'threads',
                sentence:
                  'Is that for dry threads, oiled, paste, thread lock? Say it: an oiled bolt at a dry figure is pulled a third more. Left as it is, dry.',
              },
            ]
          : []),
        ...(full > 250
          ? [{ code: 'unusual', sentence: 'More than 250 N·m is hardly ever there: is it another unit?' }]
          : []),
      ],
      into: (before, source) => {
        const others = before?.groups ?? [];
        const was = others.find((g) => g.name.toLowerCase() === name.toLowerCase());
        const group: TorqueGroup = {
          key:
            was?.key ??
            shortName(
              name,
              others.map((g) => g.key),
            ),
          name,
          clamps: CLAMPED.find(([words]) => words.test(name))?.[1] ?? 'other',
          map: was?.map ?? '',
          holes: was?.holes.length === count ? was.holes : Array.from({ length: count }, (_, i) => i + 1),
          numbered: was?.numbered ?? 'positions',
          steps,
          condition: said,
          before: was?.before ?? '',
          after: was?.after ?? '',
          again: was?.again ?? null,
          ...(unit === 'N·m' ? {} : { unit }),
          source,
        };
        return { groups: was ? others.map((g) => (g === was ? group : g)) : [...others, group] };
      },
    };
  },
};
