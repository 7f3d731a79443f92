import { sourceLine, type LengthUnit, type Shape, type SheetPart, type Source } from '@tribos/core/ground';
import { lengthText } from '../forms/index.js';
import { leading, wordOf } from './partWords.js';

/** One line of a part of a sheet as it is read. */
export interface PartLine {
  /** Where it stands in the part: the same for the same place of two of them. */
  readonly path: string;
  readonly label: string;
  /** Empty for a heading. */
  readonly text: string;
  readonly depth: number;
}

const isSource = (value: unknown): value is Source =>
  typeof value === 'object' && value !== null && 'document' in value && 'enteredBy' in value;

function leafText(
  part: SheetPart,
  shape: Shape,
  name: string,
  value: unknown,
  unit: LengthUnit,
): string | null {
  const { made } = shape;
  switch (made.as) {
    case 'text':
      return value as string;
    case 'yes-no':
      return value === true ? 'yes' : 'no';
    case 'choice':
      return wordOf(part, name, String(value));
    case 'number':
      return made.of === 'length'
        ? `${lengthText(value as number, unit).replace(/ mm$/u, '')} ${/ mm$/u.test(lengthText(value as number, unit)) ? 'mm' : unit}`
        : `${value as number}${made.of === 'angle' ? '°' : ''}`;
    default:
      return null;
  }
}

/**
 * A part of a sheet as lines, from its own description: the one way every part is shown. What the sheet is silent
 * about is left out.
 */
export function partLines(part: SheetPart, value: unknown, unit: LengthUnit): readonly PartLine[] {
  const lines: PartLine[] = [];
  const walk = (
    shape: Shape,
    of: unknown,
    name: string,
    parent: string,
    path: string,
    depth: number,
  ): void => {
    if (of === null || of === undefined || of === '') return;
    const { made } = shape;
    const label = leading(wordOf(part, parent, name));
    const say = (at: string, what: string, text: string) =>
      lines.push({ path: at, label: what, text, depth });
    const fields = (record: Shape, inner: unknown, at: string, deeper: number): void => {
      if (record.made.as !== 'record') return;
      for (const [key, field] of Object.entries(record.made.fields))
        walk(field, (inner as Readonly<Record<string, unknown>>)[key], key, name, `${at}/${key}`, deeper);
    };
    if (made.as === 'or-none') {
      walk(made.of, of, name, parent, path, depth);
      return;
    }
    if (isSource(of)) {
      say(path, 'Source', sourceLine(of));
      return;
    }
    const leaf = leafText(part, shape, name, of, unit);
    if (leaf !== null) {
      say(path, label, leaf);
      return;
    }
    if (made.as === 'record') {
      if (path !== '') say(path, label, '');
      fields(shape, of, path, path === '' ? depth : depth + 1);
      return;
    }
    if (made.as !== 'list') return;
    const items = of as readonly unknown[];
    const texts = items.map((v) => leafText(part, made.of, name, v, unit));
    if (items.length === 0) return;
    if (texts.every((t) => t !== null)) {
      say(path, label, texts.join(', '));
      return;
    }
    items.forEach((item, i) => {
      say(`${path}/${i}`, `${label} ${i + 1}`, '');
      fields(made.of, item, `${path}/${i}`, depth + 1);
    });
  };
  walk(part.shape, value, '', '', '', 0);
  return lines;
}

/** A line of two parts side by side. */
export interface BesideLine {
  readonly path: string;
  readonly label: string;
  readonly depth: number;
  readonly one: string;
  readonly other: string;
  readonly differs: boolean;
}

/** Two parts side by side, where they say different things. Sources are whose figure it is, not what it says. */
export function besideLines(one: readonly PartLine[], other: readonly PartLine[]): readonly BesideLine[] {
  const paths = [...new Set([...one, ...other].map((l) => l.path))];
  const of = (lines: readonly PartLine[]) => new Map(lines.map((l) => [l.path, l]));
  const [a, b] = [of(one), of(other)];
  return paths.map((path) => {
    const { label, depth } = (a.get(path) ?? b.get(path))!;
    const [left, right] = [a.get(path)?.text ?? '–', b.get(path)?.text ?? '–'];
    return { path, label, depth, one: left, other: right, differs: label !== 'Source' && left !== right };
  });
}
