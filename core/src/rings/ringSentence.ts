import type { JobFile } from '../job/index.js';
import { RING_NAMES, type FilingTool } from '../cylinder/index.js';
import { solidWall } from '../specs/index.js';
import { depthText, limitFigureText, type LengthUnit, type Nanometres } from '../units/index.js';
import { capital, inMetric, leafText, placeName } from '../verdicts/index.js';
import type { RingWork } from './ringNext.js';

/** What a pass with a tool is counted in. */
export const passText = (tool: FilingTool, strokes: number): string =>
  `${strokes} ${tool === 'grinder' ? 'turn' : 'stroke'}${strokes === 1 ? '' : 's'}`;

/** A leaf, or the leaves laid together: `0.34 (0.30 + 0.04)`. */
export function stackText(stack: readonly number[], unit: LengthUnit): string {
  const all = leafText(
    stack.reduce((sum, l) => sum + l, 0),
    unit,
  );
  return stack.length === 1 ? all : `${all} (${stack.map((l) => leafText(l, unit)).join(' + ')})`;
}

/** The same with its unit; metric leaves in both. */
export const stackWithUnit = (stack: readonly number[], unit: LengthUnit): string =>
  `${stackText(stack, unit)} ${unit}${inMetric(unit, stack)}`;

/** Where a ring's ends may lie at a depth, in words. */
export function solidText({ engine }: JobFile, depth: Nanometres): string {
  const arcs = solidWall(engine, depth);
  if (engine.ports.length === 0 || (arcs.length === 1 && arcs[0]![0] === 0 && arcs[0]![1] === 359))
    return 'Ends on solid wall';
  return `Ends on solid wall: ${arcs.map(([from, to]) => `${from}° to ${to}°`).join(', ')} from the ${engine.zeroAt}`;
}

/** What of a leaf is for a temperature nobody read, in a word; empty where it was read. */
export const warmthText = (forWarmth: number, unit: LengthUnit): string =>
  forWarmth > 0 ? `${leafText(forWarmth, unit)} ${unit} of it for warmth nobody read.` : '';

/** The next thing to do with a ring, in words. */
export function ringSentence(
  file: JobFile,
  { target, leaf, next, forWarmth }: RingWork,
  unit: LengthUnit,
): string {
  const goes = leaf ? stackWithUnit(leaf.stack, unit) : '';
  switch (next.kind) {
    case 'read-bore':
      return next.at
        ? `Read the bore first: ${placeName(file, next.at, unit)}. The gap hangs on it; nothing is taken from the drawing or the piston.`
        : `A bore reading ${depthText(target.bore.depth, unit)} down waits for an answer: the gap hangs on it.`;
    case 'no-rule':
      return target.min.status === 'governed' || target.min.status === 'ask'
        ? 'Which rule applies is not settled: see the limits of this engine.'
        : `${target.min.why} Nothing is guessed: add it from the sheet.`;
    case 'no-leaf':
      return `No leaves of this set make ${target.low === null ? '' : `${limitFigureText(target.low, 'low', unit)} ${unit}`}: take another set.`;
    case 'wash':
      return 'Deburr the filed end, wash and dry the ring.';
    case 'square':
      return `Square it ${depthText(target.depths.least, unit)} down with the flat of a piston, a cap or a depth stop, even at three points; a domed crown cocks it. ${solidText(file, target.depths.least)}, dry and clean.`;
    case 'try':
      if (next.cold)
        return `${stackWithUnit(next.stack, unit)} went so soon after the wash that the wall may have been warm, and a warm wall reads wide. Try it again once wall and bench are alike, or write down how warm the cylinder is.`;
      return `Try ${stackWithUnit(next.stack, unit)}${target.depths.least === target.depths.most ? '' : `, ${depthText(next.depth, unit)} down`}. ${leaf && next.stack.reduce((a, b) => a + b, 0) === leaf.thickness ? 'It has to go; a drag is no pass.' : ''} ${warmthText(forWarmth, unit)}`.trim();
    case 'file':
      return `File ${passText(next.tool, next.strokes)}: one end, square, one way, from the face inwards. Then deburr, wash, square, try ${goes}.`;
    case 'bag':
      return `${goes} goes. Into its bag with its label, or straight onto its piston: it belongs to this cylinder now.`;
    case 'another':
      return `${capital(RING_NAMES[target.ring])} is open beyond its maximum: filing only ever opens. Take another ring.`;
    case 'done':
      return 'Proved and bagged.';
  }
}
